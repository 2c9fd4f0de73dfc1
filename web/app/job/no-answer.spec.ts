import { describe, expect, it } from 'vitest';
import { job, measurement, named, render, using, workspace } from '../testing';
import { EndedQuestions, NoAnswer } from './no-answer';

/** Opens the question's menu and takes one of its ends. */
async function take(end: string, ...measures: ReturnType<typeof measurement>[]) {
  const service = job(workspace());
  const { host, settle } = await render(NoAnswer, { ...using(service), inputs: { measures } });
  named(host, 'No figure to be had?').click();
  await settle();
  named(document.body, measures[0]?.what ?? '').click();
  await settle();
  named(document.body, end).click();
  await settle();
  return service;
}
const SPACING = { attribute: 'stud-spacing', what: 'stud spacing', line: 'studs ' } as const;

describe('no figure to be had', () => {
  it('there is none, it cannot be seen, or its source was asked: each is one act', async () => {
    const onVehicle = measurement({ ...SPACING, side: 'vehicle' });
    expect((await take('There is none', onVehicle)).measure).toHaveBeenCalledWith(
      expect.objectContaining(SPACING),
      'studs none',
    );
    expect((await take('Cannot be seen', onVehicle)).decide).toHaveBeenCalledWith(
      'asked:brake-master/vehicle/stud-spacing',
      'cannot-be-seen',
      'stud spacing, vehicle: cannot be seen',
      undefined,
    );
    expect(
      (await take('Asked the supplier', measurement({ ...SPACING, position: 'master' }))).decide,
    ).toHaveBeenCalledWith(
      'asked:brake-master/unit/stud-spacing/master',
      'no-answer',
      'asked the supplier about stud spacing, new unit',
      'supplier',
    );
  });
  it('asks of nobody about the vehicle, and offers no "none" of what is always there', async () => {
    await expect(take('Asked the maker', measurement({ ...SPACING, side: 'vehicle' }))).rejects.toThrow(
      'nothing is called',
    );
    await expect(take('There is none', measurement({ attribute: 'bore', what: 'bore' }))).rejects.toThrow(
      'nothing is called',
    );
  });
  it('is not there where nothing is asked, and asks the same once', async () => {
    const { text } = await render(NoAnswer, { ...using(job(workspace())), inputs: { measures: [] } });
    expect(text()).not.toContain('No figure');
    const { host, settle } = await render(NoAnswer, {
      ...using(job(workspace())),
      inputs: { measures: [measurement(SPACING), measurement({ ...SPACING, key: 'again' })] },
    });
    named(host, 'No figure to be had?').click();
    await settle();
    expect(document.querySelectorAll('.mat-mdc-menu-item')).toHaveLength(1);
  });
});

describe('questions that ended', () => {
  it('are told with who ended them, and are asked again by one press', async () => {
    const decision = (question: string, value: { choice: string; detail?: string }, over = {}) => ({
      subject: `asked:brake-master/${question}`,
      value,
      reason: '',
      by: 'Odo',
      at: '2024-01-01T00:00:00Z',
      version: 1,
      ...over,
    });
    const decisions = [
      decision('unit/stud-spacing/master', { choice: 'no-answer', detail: 'supplier' }),
      decision('vehicle/rod-length', { choice: 'cannot-be-seen' }),
      decision('unit/pilot', { choice: 'no-answer', detail: 'maker' }, { again: 'another unit is chosen' }),
    ];
    const service = job(workspace({}, { decisions }));
    const { host, text } = await render(EndedQuestions, { ...using(service), inputs: { slot: 'brake-master' } });
    expect(text()).toMatch(/stud spacing.*, new unit: supplier asked, no answer Odo/);
    expect(text()).toMatch(/rod length.*, vehicle: cannot be seen Odo/);
    expect(text()).not.toContain('maker asked');
    named(host, 'Ask again: stud spacing').click();
    expect(service.undecide).toHaveBeenCalledWith('asked:brake-master/unit/stud-spacing/master');
  });
});
