import { describe, expect, it, vi } from 'vitest';
import { named, render } from '../testing';
import { PartView } from './part-dialog';

const PART = {
  id: 'booster',
  words: 'booster',
  kind: 'booster' as const,
  depth: 1,
  now: 'vacuum booster 230',
  change: 'stays' as const,
  facts: [],
  meets: [],
};

describe('what becomes of a place', () => {
  it('is one press, and the dialog is left', async () => {
    const told = vi.fn();
    const { fixture, host, text, settle } = await render(PartView, {
      inputs: { data: { part: PART, job: 7, places: [{ words: 'booster', told }] } },
    });
    const left = vi.fn();
    fixture.componentInstance.left.subscribe(left);
    expect(text()).toContain('What becomes of the booster');
    expect(text()).not.toContain('Undo');
    named(host, 'comes off and goes back').click();
    await settle();
    expect(told).toHaveBeenCalledWith('off-and-back');
    expect(left).toHaveBeenCalledOnce();
  });
  it('what was said is marked, pressed again says nothing, and is taken back', async () => {
    const told = vi.fn();
    const { host } = await render(PartView, {
      inputs: { data: { part: PART, job: 7, places: [{ words: 'booster', state: 'goes', told }] } },
    });
    const said = named(host, 'is left out');
    expect(said.getAttribute('aria-pressed')).toBe('true');
    said.click();
    expect(told).not.toHaveBeenCalled();
    named(host, 'Undo').click();
    expect(told).toHaveBeenCalledWith(undefined);
  });
  it('of one side of an axle is said apart from the axle', async () => {
    const [left, whole] = [vi.fn(), vi.fn()];
    const { host, text } = await render(PartView, {
      inputs: {
        data: {
          part: PART,
          job: 7,
          places: [
            { words: 'left front wheel unit alone', told: left },
            { words: 'front wheel unit', told: whole },
          ],
        },
      },
    });
    expect(text()).toContain('What becomes of the left front wheel unit alone');
    named(host, 'another one was fitted before').click();
    expect(left).toHaveBeenCalledWith('fitted-already');
    expect(whole).not.toHaveBeenCalled();
  });
  it('is not asked of a part where no unit sits', async () => {
    const { text } = await render(PartView, {
      inputs: { data: { part: { ...PART, kind: 'line', id: 'rear-line' }, job: 7 } },
    });
    expect(text()).not.toContain('What becomes');
  });
});
