import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatDialog } from '@angular/material/dialog';
import {
  catchError,
  concatMap,
  defer,
  distinctUntilChanged,
  EMPTY,
  exhaustMap,
  filter,
  finalize,
  from,
  interval,
  map,
  of,
  Subject,
  switchMap,
  tap,
  type Observable,
} from 'rxjs';
import type {
  JobChange,
  MeasurementView,
  PhotographMark,
  Problem,
  PartsListAddRequest,
  PartsListEditRequest,
  PartsListLineView,
  SlotWork,
  Workspace,
} from '@kerabat/contract';
import { heldEvidence } from './evidence';
import { Api } from '../api/api';
import { kept } from '../api/kept';
import { problemOf } from '../api/problem';
import { Acting } from '../parts/acting';

/** A write to one job. What it is a version of is looked up when its turn comes. */
interface Act {
  readonly job: number;
  readonly write: (job: number, version: number) => Observable<unknown>;
  readonly versioned?: Versioned;
}

/** What two people may change at once: its words, the version seen here, and that of an answer. */
interface Versioned {
  readonly what: string;
  readonly seen: () => number;
  readonly of: (theirs: unknown) => number;
}

/** So often it is asked whether somebody else changed the job, ms. */
const ASK_EVERY_MS = 8000;

/**
 * One job's workspace and everything that can be done to it. Jobs that are opened are a stream of which only the newest
 * counts, so that what is answered for one never shows in another. Acts are a stream too, done one after the other for
 * the job they were asked for: each writes, and shows the whole workspace as it is then, so that what is shown is what
 * the server computed. An act answers the sentence of what went wrong, or undefined.
 */
@Injectable()
export class JobService {
  private readonly api = inject(Api);
  private readonly acting = inject(Acting);
  private readonly dialog = inject(MatDialog);
  private readonly asked = new Subject<{ readonly id: number; readonly done: () => void }>();
  private readonly acts = new Subject<{ readonly act: Act; readonly done: (problem?: string) => void }>();
  private id = 0;

  readonly workspace = signal<Workspace | undefined>(undefined);
  readonly problem = signal<string | undefined>(undefined);
  /** The slot in focus; the first one that the job works on. */
  readonly slot = signal<string | undefined>(undefined);
  /** Somebody else changed the job that is open. */
  readonly changedByOthers = new Subject<void>();

  constructor() {
    const opened = this.asked.pipe(takeUntilDestroyed());
    opened
      .pipe(
        switchMap(({ id, done }) =>
          this.api.call('get', '/jobs/{id}', { at: { id } }).pipe(
            map((workspace) => () => this.show(workspace)),
            catchError((error: unknown) => of(() => this.problem.set(problemOf(error).detail))),
            tap({ next: (act) => act(), complete: done, unsubscribe: done }),
          ),
        ),
      )
      .subscribe();
    opened
      .pipe(
        map(({ id }) => id),
        distinctUntilChanged(),
        switchMap((id) =>
          interval(ASK_EVERY_MS).pipe(
            filter(() => document.visibilityState === 'visible' && this.writing === 0),
            exhaustMap(() => this.api.call('get', '/jobs/{id}/touched', { at: { id } }).pipe(catchError(() => EMPTY))),
            filter(({ at }) => id === this.id && this.writing === 0 && at !== (this.workspace()?.job.updatedAt ?? at)),
          ),
        ),
      )
      .subscribe(() => {
        this.changedByOthers.next();
        void this.load(this.id);
      });
    this.acts.pipe(concatMap(({ act, done }) => this.perform(act).pipe(tap(done)))).subscribe();
    // What was begun is written to its end, also when its page is left.
    inject(DestroyRef).onDestroy(() => this.acts.complete());
  }
  /** Acts on their way: what changes meanwhile is our own doing. */
  private writing = 0;

  load(id: number): Promise<void> {
    if (id !== this.id) {
      this.workspace.set(undefined);
      this.slot.set(undefined);
    }
    this.id = id;
    if (!Number.isInteger(id) || id < 1) {
      this.problem.set('There is no such job: a job has a number.');
      return Promise.resolve();
    }
    return new Promise((done) => this.asked.next({ id, done }));
  }

  private show(workspace: Workspace): void {
    if (workspace.job.id !== this.id) return;
    this.workspace.update((older) => kept(older, workspace));
    this.problem.set(undefined);
    const slots = workspace.work.map((w) => w.slot);
    if (!slots.includes(this.slot() ?? '')) this.slot.set(slots[0]);
  }

  /** The work of the slot in focus. */
  focus(): SlotWork | undefined {
    return this.workspace()?.work.find((w) => w.slot === this.slot());
  }

  change(change: JobChange): Promise<string | undefined> {
    return this.act(
      (job, version) => this.api.call('patch', '/jobs/{id}', { at: { id: job }, body: change, seen: version }),
      {
        what: 'what was asked',
        seen: () => this.workspace()?.job.version ?? 0,
        of: versionIn,
      },
    );
  }

  /** A line as it is called across the shop; `instead` is the entry that it corrects. */
  private read(line: string, slot: string, onVehicle: boolean, instead?: string): Promise<string | undefined> {
    const body = { line, slot, onVehicle, uid: crypto.randomUUID(), ...(instead === undefined ? {} : { instead }) };
    return this.act((job) => this.api.call('post', '/jobs/{id}/bench-line', { at: { id: job }, body, whole: true }));
  }

  /** Evidence on the unit in the focused slot, or on the chosen new one. */
  benchLine(line: string, on: 'vehicle' | 'unit' = 'vehicle'): Promise<string | undefined> {
    const slot = on === 'unit' ? `unit:${this.focus()?.chosen?.unitId ?? ''}` : (this.slot() ?? '');
    const onVehicle = on === 'vehicle' && this.focus()?.unitIs === 'on-vehicle';
    return this.read(line, slot, onVehicle);
  }

  /**
   * A value that was asked for, on the side that lacks it. What is typed corrects what stood there; what an instrument
   * sent is one reading more.
   */
  measure(
    m: Pick<MeasurementView, 'side' | 'slot' | 'attribute' | 'position' | 'onVehicle'>,
    line: string,
    more = false,
  ): Promise<string | undefined> {
    const work = this.workspace()?.work.find((w) => w.slot === m.slot);
    const slot = m.side === 'unit' ? `unit:${work?.chosen?.unitId ?? ''}` : m.slot;
    const onVehicle = m.side === 'vehicle' && work?.unitIs === 'on-vehicle';
    const before = heldEvidence(work?.evidence ?? [], slot).findLast(
      (e) => e.attribute === m.attribute && e.position === m.position,
    );
    return this.read(line, slot, onVehicle, more ? undefined : before?.uid);
  }

  /** A mark that was read wrong: what it should have been is written in its place. */
  correct(line: string, wrong: number): Promise<string | undefined> {
    const slot = this.slot() ?? '';
    const instead = this.focus()?.evidence.find(({ id }) => id === wrong)?.uid;
    const onVehicle = this.focus()?.unitIs === 'on-vehicle';
    return this.read(line, slot, onVehicle, instead);
  }

  /** Keeps a photograph of the unit in the focused slot, beside a piece of evidence when it shows one. */
  photograph(picture: Blob, shows: string, evidence?: number): Promise<string | undefined> {
    const about = { shows, slot: this.slot() ?? '', ...(evidence === undefined ? {} : { evidence: String(evidence) }) };
    return this.act((job) =>
      this.api.call('post', '/jobs/{id}/photographs', {
        at: { id: job },
        query: { ...about, uid: crypto.randomUUID() },
        body: picture,
      }),
    );
  }

  markPhotograph(photograph: number, mark: PhotographMark): Promise<string | undefined> {
    return this.act((job) =>
      this.api.call('post', '/jobs/{id}/photographs/{photographId}/marks', {
        at: { id: job, photographId: photograph },
        body: mark,
      }),
    );
  }

  withdrawPhotograph(photograph: number): Promise<string | undefined> {
    return this.act((job) =>
      this.api.call('post', '/jobs/{id}/photographs/{photographId}/withdraw', {
        at: { id: job, photographId: photograph },
      }),
    );
  }

  /** Where the pictures of this job lie. */
  pictureUrl(photograph: number): string {
    return this.api.address('/jobs/{id}/photographs/{photographId}', { at: { id: this.id, photographId: photograph } });
  }

  withdraw(evidence: number): Promise<string | undefined> {
    return this.act((job) =>
      this.api.call('post', '/jobs/{id}/evidence/{evidenceId}/withdraw', { at: { id: job, evidenceId: evidence } }),
    );
  }

  /** The same decision again changes nothing, also while the first is on its way: it is not written twice. */
  decide(subject: string, choice: string, reason: string, detail?: string): Promise<string | undefined> {
    const asked = JSON.stringify([this.id, subject, choice, detail]);
    const onTheWay = this.deciding.get(asked);
    if (onTheWay) return onTheWay;
    const before = this.decision(subject);
    const there = before?.again === undefined ? before?.value : undefined;
    if (there?.choice === choice && there.detail === detail) return Promise.resolve(undefined);
    const done = this.write(subject, choice, reason, detail).finally(() => this.deciding.delete(asked));
    this.deciding.set(asked, done);
    return done;
  }
  /** Decisions on their way, by what was asked. */
  private readonly deciding = new Map<string, Promise<string | undefined>>();

  private write(subject: string, choice: string, reason: string, detail?: string): Promise<string | undefined> {
    const request = { value: { choice, ...(detail === undefined ? {} : { detail }) }, reason };
    return this.act(
      (job, v) =>
        this.api.call('put', '/jobs/{id}/decisions/{subject}', {
          at: { id: job, subject },
          body: request,
          seen: v,
          whole: true,
        }),
      this.decisionOn(subject),
    );
  }

  /** Several decisions as one act: all of them, or none. */
  decideAll(decided: readonly { subject: string; choice: string; reason: string }[]): Promise<string | undefined> {
    return this.act((job) => {
      const decisions = decided.map(({ subject, choice, reason }) => ({
        subject,
        value: { choice },
        reason,
        seen: this.versionOf(subject),
      }));
      return this.api.call('post', '/jobs/{id}/decisions', { at: { id: job }, body: { decisions }, whole: true });
    });
  }

  undecide(subject: string): Promise<string | undefined> {
    return this.act(
      (job, v) =>
        this.api.call('delete', '/jobs/{id}/decisions/{subject}', { at: { id: job, subject }, seen: v, whole: true }),
      this.decisionOn(subject),
    );
  }

  editPartsList(line: PartsListLineView, edit: PartsListEditRequest): Promise<string | undefined> {
    return this.act(
      (job, v) =>
        this.api.call('put', '/jobs/{id}/parts-list/{key}', { at: { id: job, key: line.key }, body: edit, seen: v }),
      {
        what: 'this line',
        seen: () => line.version,
        of: versionIn,
      },
    );
  }

  addToPartsList(words: string, number: string, quantity: number, reason: string): Promise<string | undefined> {
    const line = { section: 'order' as const, words, quantity, reason, ...(number === '' ? {} : { number }) };
    return this.act((job) =>
      this.api.call('post', '/jobs/{id}/parts-list', { at: { id: job }, body: { ...line, uid: crypto.randomUUID() } }),
    );
  }

  /** A line that is no part: something to ask or to measure first. */
  addLine(section: PartsListAddRequest['section'], words: string, reason: string): Promise<string | undefined> {
    return this.act((job) =>
      this.api.call('post', '/jobs/{id}/parts-list', {
        at: { id: job },
        body: { section, words, quantity: 1, reason, uid: crypto.randomUUID() },
      }),
    );
  }

  decision(subject: string): Workspace['decisions'][number] | undefined {
    return this.workspace()?.decisions.find((d) => d.subject === subject && d.value);
  }

  private versionOf(subject: string): number {
    return this.workspace()?.decisions.find((d) => d.subject === subject)?.version ?? 0;
  }

  private decisionOn(subject: string): Versioned {
    return { what: 'this decision', seen: () => this.versionOf(subject), of: versionIn };
  }

  /** Something was done here: what had the focus when it was asked for. */
  readonly acted = new Subject<Element | null>();

  private act(write: Act['write'], versioned?: Versioned): Promise<string | undefined> {
    const act = { job: this.id, write, ...(versioned ? { versioned } : {}) };
    const from = document.activeElement;
    return new Promise((done) =>
      this.acts.next({
        act,
        done: (problem) => {
          if (problem === undefined) this.acted.next(from);
          done(problem);
        },
      }),
    );
  }

  /** Answers once, when what came of it is shown. */
  private perform(act: Act, version = act.versioned?.seen() ?? 0): Observable<string | undefined> {
    this.writing++;
    return this.acting.named(defer(() => act.write(act.job, version))).pipe(
      switchMap(({ answer, problem }) => (problem === undefined ? this.written(act, answer) : of(problem))),
      catchError((error: unknown) => this.refused(act, problemOf(error))),
      finalize(() => this.writing--),
    );
  }

  private written(act: Act, answer: unknown): Observable<undefined> {
    const workspace = (answer as { workspace?: Workspace } | null)?.workspace;
    if (workspace) this.show(workspace);
    return (workspace || act.job !== this.id ? of(undefined) : from(this.load(act.job))).pipe(map(() => undefined));
  }

  /** Two people changed the same thing: both versions are shown, and a person chooses. */
  private refused(act: Act, problem: Problem): Observable<string | undefined> {
    const { versioned } = act;
    if (problem.status !== 412 || !versioned) return of(problem.detail);
    const data = { what: versioned.what, theirs: problem.theirs, mine: problem.mine };
    return from(import('./conflict-dialog')).pipe(
      switchMap(({ ConflictDialog }) => this.dialog.open(ConflictDialog, { data, width: '38rem' }).afterClosed()),
      switchMap((mine) => (mine ? this.perform(act, versioned.of(problem.theirs)) : this.written(act, undefined))),
    );
  }
}

const versionIn = (theirs: unknown): number => (theirs as { version?: number } | null)?.version ?? 0;
