import { HttpErrorResponse } from '@angular/common/http';
import { of, throwError } from 'rxjs';
import { describe, expect, it, vi } from 'vitest';
import type { ChassisAnswer, Vehicle } from '@kerabat/contract';
import { named, render, type } from '../../testing';
import { ChassisReader, type ReadVehicle } from './chassis-reader';

const FOUND: ChassisAnswer = {
  state: 'found',
  sentence: 'V12 tunnel crew carrier, built 1999-05, options H4.',
  vehicleId: 'v12',
  built: '1999-05',
  options: ['H4'],
};

async function read(answer: () => unknown, vehicle: () => unknown = () => of({ id: 'v12' } as Vehicle)) {
  const chassis = vi.fn((_: { at: { number: string } }) => answer());
  const page = await render(ChassisReader, { api: { chassis, vehicle } });
  const taken: ReadVehicle[] = [];
  page.fixture.componentInstance.taken.subscribe((v) => taken.push(v));
  type(page.host.querySelector('#chassis'), '  VA12-9905-H-00417-K ');
  await page.settle();
  named(page.host, 'Read it').click();
  await page.settle();
  return { ...page, chassis, taken };
}

describe('a chassis number', () => {
  it('is read, shown, and taken only when a person takes it', async () => {
    const { host, text, settle, chassis, taken } = await read(() => of(FOUND));
    expect(chassis).toHaveBeenCalledWith({ at: { number: 'VA12-9905-H-00417-K' } });
    expect(text()).toContain('built 1999-05');
    expect(taken).toEqual([]);
    named(host, 'Take it').click();
    await settle();
    expect(taken).toEqual([
      { chassis: 'VA12-9905-H-00417-K', vehicle: { id: 'v12' }, built: '1999-05', options: ['H4'] },
    ]);
  });
  it('that nobody can read leaves a sentence and nothing to take', async () => {
    const { host, text } = await read(() =>
      of({ state: 'no-answer', sentence: 'The service did not answer within 3 s: choose the vehicle by hand.' }),
    );
    expect(text()).toContain('choose the vehicle by hand');
    expect(() => named(host, 'Take it')).toThrow('nothing is called');
  });
  it('is no way to lose the form: a server that is gone, before or after, is said here', async () => {
    const down = () => throwError(() => new HttpErrorResponse({ status: 0 }));
    expect((await read(down)).text()).toContain('does not answer');
    const { host, text, settle, taken } = await read(() => of(FOUND), down);
    named(host, 'Take it').click();
    await settle();
    expect(text()).toContain('does not answer');
    expect(taken).toEqual([]);
  });
});
