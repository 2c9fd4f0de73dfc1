import { HttpErrorResponse } from '@angular/common/http';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { MatDialog } from '@angular/material/dialog';
import { NEVER, Subject, of, throwError } from 'rxjs';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { Api } from '../api/api';
import { Person } from '../api/person';
import { problemOf } from '../api/problem';
import { fakeApi } from '../testing';
import { JobService } from './job-service';

const WORKSPACE = {
  job: { id: 1, version: 3 },
  work: [
    {
      slot: 'slave',
      unitIs: 'on-vehicle',
      chosen: { unitId: 'mor-s20qa' },
      evidence: [{ id: 9, uid: 'evidence-9', slot: 'slave', attribute: 'label-code' }],
    },
  ],
  decisions: [{ subject: 'fluid', version: 2, value: { choice: 'DOT 3' } }],
};
const conflict = (theirs: unknown) =>
  throwError(
    () =>
      new HttpErrorResponse({
        status: 412,
        error: { status: 412, title: '', type: '', detail: 'Somebody else', theirs, mine: 1 },
      }),
  );

function setup({ name = 'Ilse', answer = true as unknown } = {}) {
  const api = {
    jobTouched: () => NEVER,
    job: vi.fn(() => of(WORKSPACE)),
    decide: vi.fn((..._: unknown[]) => of({}) as ReturnType<typeof conflict>),
    undecide: vi.fn((..._: unknown[]) => of({})),
    addBenchLine: vi.fn((..._: unknown[]) => of({})),
    withdrawEvidence: vi.fn(() => of({})),
    addPhotograph: vi.fn(() => of({})),
    changeJob: vi.fn(() => of({})),
  };
  const dialog = { open: vi.fn(() => ({ afterClosed: () => of(answer) })) };
  TestBed.configureTestingModule({
    providers: [
      provideZonelessChangeDetection(),
      JobService,
      { provide: Api, useValue: fakeApi(api) },
      { provide: MatDialog, useValue: dialog },
      { provide: Person, useValue: { name: () => name } },
    ],
  });
  return { api, dialog, service: TestBed.inject(JobService) };
}

describe('one job', () => {
  beforeEach(() => TestBed.resetTestingModule());

  it('writes with the version that was seen, then reads everything again', async () => {
    const { api, service } = setup();
    await service.load(1);
    expect(await service.decide('fluid', 'DOT 4', 'cap')).toBeUndefined();
    expect(api.decide).toHaveBeenCalledWith({
      at: { id: 1, subject: 'fluid' },
      body: { value: { choice: 'DOT 4' }, reason: 'cap' },
      seen: 2,
      whole: true,
    });
    expect(api.job).toHaveBeenCalledTimes(2);
  });
  it('what is answered for one job never shows in another that was opened meanwhile', async () => {
    const { api, service } = setup();
    const first = new Subject<unknown>();
    api.job
      .mockReturnValueOnce(first as never)
      .mockReturnValueOnce(of({ ...WORKSPACE, job: { id: 2, version: 1 } }) as never);
    void service.load(1);
    await service.load(2);
    first.next(WORKSPACE);
    expect(service.workspace()?.job.id).toBe(2);
  });
  it('shows both versions when somebody was there first, and writes over theirs only when told', async () => {
    const { api, dialog, service } = setup({ answer: true });
    await service.load(1);
    api.decide.mockReturnValueOnce(conflict({ version: 7 }));
    expect(await service.decide('fluid', 'DOT 4', 'cap')).toBeUndefined();
    expect(dialog.open).toHaveBeenCalledOnce();
    expect(api.decide.mock.calls.map(([asked]) => (asked as { seen: number }).seen)).toEqual([2, 7]);
  });
  it('keeps theirs when told, and shows it', async () => {
    const { api, service } = setup({ answer: false });
    await service.load(1);
    api.decide.mockReturnValueOnce(conflict({ version: 7 }));
    await service.decide('fluid', 'DOT 4', 'cap');
    expect(api.decide).toHaveBeenCalledOnce();
    expect(api.job).toHaveBeenCalledTimes(2);
  });
  it('saves nothing without a name, and says so', async () => {
    const { api, service } = setup({ name: '', answer: false });
    await service.load(1);
    expect(await service.decide('fluid', 'DOT 4', 'cap')).toContain('say who you are');
    expect(api.decide).not.toHaveBeenCalled();
  });
  it('acts one after the other, each with the version that is seen when its turn comes', async () => {
    const { api, service } = setup();
    await service.load(1);
    const first = new Subject<unknown>();
    api.decide.mockReturnValueOnce(first as never);
    const both = [service.decide('fluid', 'DOT 4', 'cap'), service.undecide('fluid')];
    expect(api.decide).toHaveBeenCalledOnce();
    expect(api.undecide).not.toHaveBeenCalled();
    first.next({ workspace: { ...WORKSPACE, decisions: [{ subject: 'fluid', version: 3 }] } });
    first.complete();
    expect(await Promise.all(both)).toEqual([undefined, undefined]);
    expect(api.undecide).toHaveBeenCalledWith({ at: { id: 1, subject: 'fluid' }, seen: 3, whole: true });
  });
  it('an act is written to the job it was asked for, also when another is open by then', async () => {
    const { api, service } = setup();
    await service.load(1);
    const first = new Subject<unknown>();
    api.addBenchLine.mockReturnValueOnce(first as never);
    const both = [service.benchLine('bore 22.2'), service.benchLine('studs 60 cal')];
    api.job.mockReturnValueOnce(of({ ...WORKSPACE, job: { id: 2, version: 1 } }) as never);
    await service.load(2);
    first.next({ workspace: WORKSPACE });
    first.complete();
    await Promise.all(both);
    expect(api.addBenchLine.mock.calls.map(([asked]) => (asked as { at: { id: number } }).at.id)).toEqual([1, 1]);
    expect(service.workspace()?.job.id).toBe(2);
  });
  it('puts evidence on the old unit or on the new one in the hand', async () => {
    const { api, service } = setup();
    await service.load(1);
    await service.benchLine('studs 60 cal');
    await service.benchLine('studs 60 cal', 'unit');
    expect(api.addBenchLine.mock.calls).toMatchObject([
      [{ at: { id: 1 }, body: { line: 'studs 60 cal', slot: 'slave', onVehicle: true }, whole: true }],
      [{ at: { id: 1 }, body: { line: 'studs 60 cal', slot: 'unit:mor-s20qa', onVehicle: false } }],
    ]);
  });
  it('corrects a reading in one act: what is wrong with it is told, and nothing else is written', async () => {
    const { api, service } = setup();
    await service.load(1);
    expect(await service.correct('label KE', 9)).toBeUndefined();
    expect(api.addBenchLine).toHaveBeenCalledWith(
      expect.objectContaining({ body: expect.objectContaining({ line: 'label KE', instead: 'evidence-9' }) }),
    );
    api.addBenchLine.mockReturnValueOnce(
      throwError(
        () => new HttpErrorResponse({ status: 400, error: { status: 400, detail: 'No such label.' } }),
      ) as never,
    );
    expect(await service.correct('label ??', 9)).toBe('No such label.');
    expect(api.withdrawEvidence).not.toHaveBeenCalled();
  });
  it('what is typed into a field corrects what stood there; what an instrument sent is one reading more', async () => {
    const { api, service } = setup();
    await service.load(1);
    const field = { side: 'vehicle', slot: 'slave', attribute: 'label-code', onVehicle: true } as const;
    await service.measure(field, 'label KE');
    await service.measure(field, 'label KE', true);
    await service.measure({ ...field, attribute: 'bore' }, 'bore 20 cal');
    expect(
      api.addBenchLine.mock.calls.map(([asked]) => (asked as { body: { instead?: string } }).body.instead),
    ).toEqual(['evidence-9', undefined, undefined]);
  });
  it('keeps a photograph with the slot in focus, beside the evidence it shows', async () => {
    const { api, service } = setup();
    await service.load(1);
    const picture = new Blob(['x']);
    await service.photograph(picture, 'the nose');
    await service.photograph(picture, 'the label', 9);
    expect(api.addPhotograph.mock.calls).toMatchObject([
      [{ at: { id: 1 }, body: picture, query: { shows: 'the nose', slot: 'slave' } }],
      [{ at: { id: 1 }, body: picture, query: { shows: 'the label', slot: 'slave', evidence: '9' } }],
    ]);
  });
});

describe('problems', () => {
  it('are told in the server’s words, or in ours when it does not answer', () => {
    expect(problemOf(new HttpErrorResponse({ status: 400, error: { detail: 'A bore is a length.' } })).detail).toBe(
      'A bore is a length.',
    );
    expect(problemOf(new HttpErrorResponse({ status: 0 })).detail).toContain('does not answer');
    expect(problemOf(new Error('odd')).detail).toBe('odd');
  });
});
