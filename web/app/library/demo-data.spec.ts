import { TestBed } from '@angular/core/testing';
import { MatDialog } from '@angular/material/dialog';
import { MatSnackBar } from '@angular/material/snack-bar';
import { of, Subject, throwError } from 'rxjs';
import { describe, expect, it, vi } from 'vitest';
import type { DemoSeen } from '@kerabat/contract';
import { named, render } from '../testing';
import { DemoData } from './demo-data';

const SEEN: DemoSeen = { units: 73, vehicles: 15, numbers: 413, links: 268, own: 2, jobs: 6 };
const NONE: DemoSeen = { units: 0, vehicles: 0, numbers: 0, links: 0, own: 0, jobs: 0 };

describe('the demo in the library', () => {
  const page = async (api: object, yes = true) => {
    const made = await render(DemoData, { api: { demo: () => of(SEEN), ...api } });
    const undo = new Subject<void>();
    const snack = vi.spyOn(TestBed.inject(MatSnackBar), 'open').mockReturnValue({ onAction: () => undo } as never);
    vi.spyOn(TestBed.inject(MatDialog), 'open').mockReturnValue({ afterClosed: () => of(yes) } as never);
    return { ...made, undo, snack };
  };
  it('is not mentioned where there is none', async () => {
    expect((await render(DemoData, { api: { demo: () => of(NONE) } })).text()).toBe('');
  });
  it('is removed when somebody says so, and comes back by the undo beside the news', async () => {
    const [removeDemo, undoAct] = [vi.fn(() => of({ id: 7, stays: [] })), vi.fn(() => of({ id: 8, stays: [] }))];
    const { host, text, settle, snack, undo } = await page({ removeDemo, undoAct });
    expect(text()).toContain('73 units, 413 numbers, 6 jobs');
    named(host, 'Remove demo data').click();
    await settle();
    expect(removeDemo).toHaveBeenCalledOnce();
    expect(snack).toHaveBeenCalledWith('Demo data removed', 'Undo', expect.anything());
    undo.next();
    await settle();
    expect(undoAct).toHaveBeenCalledWith({ at: { id: 7 } });
  });
  it('stays when nobody says so', async () => {
    const removeDemo = vi.fn(() => of({ id: 7, stays: [] }));
    const { host, settle } = await page({ removeDemo }, false);
    named(host, 'Remove demo data').click();
    await settle();
    expect(removeDemo).not.toHaveBeenCalled();
  });
  it('what went wrong stands where it was asked for', async () => {
    const { host, text, settle } = await page({
      removeDemo: () => throwError(() => new Error('Ilse is bringing in a list')),
    });
    named(host, 'Remove demo data').click();
    await settle();
    expect(text()).toContain('Ilse is bringing in a list');
  });
});
