import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, signal, viewChild } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatAutocompleteModule } from '@angular/material/autocomplete';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { RouterLink } from '@angular/router';
import { map, of, switchMap } from 'rxjs';
import { BENCH_WORDS, benchWord, readBenchLine } from '@kerabat/core/find/identify';
import { attribute, findAttribute } from '@kerabat/core/named/attribute';
import type { CandidateView, IdentifyAnswer } from '@kerabat/contract';
import { Designs } from '../../api/designs';
import { Instruments, InstrumentSubscription, type LiveReading, readingText, TAKE_KEY } from '../../api/instruments';
import { Disputes } from '../../job/disputes';
import { EndedQuestions } from '../../job/no-answer';
import { heldEvidence } from '../../job/evidence';
import { JobService } from '../../job/job-service';
import { LiveReadingPart } from '../../parts/live-reading';
import { ProblemLine } from '../../parts/problem-line';
import { Shortcuts } from '../../parts/shortcuts';
import { Candidates } from './candidates';
import { EvidenceList } from './evidence-list';
import { NextChecks, SHOWN } from './next-checks';
import { SplitPanel } from './split-panel';
import { UnitSheet } from './unit-sheet';

/** The attributes whose words are offered: what is called first in most jobs. */
const OFFERED = [
  'bore-mark',
  'bore',
  'bore-form',
  'casting-number',
  'label-code',
  'port-count',
  'port-thread',
  'stud-spacing',
  'rod-length',
  'reservoir',
  'sensor',
  'mouth',
  'build-month',
  'option-code',
];

/** What the unit that was found is called, by where it is. */
const WHERE = { 'on-vehicle': 'On the vehicle', off: 'On the bench', lost: 'It was' } as const;

/** What is really on the vehicle: evidence in, candidates with reasons and the next check out. */
@Component({
  selector: 'app-identify-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ReactiveFormsModule,
    MatAutocompleteModule,
    MatButtonModule,
    MatFormFieldModule,
    MatInputModule,
    RouterLink,
    ProblemLine,
    LiveReadingPart,
    Disputes,
    EvidenceList,
    Candidates,
    NextChecks,
    SplitPanel,
    UnitSheet,
    EndedQuestions,
  ],
  templateUrl: './identify.html',
  styleUrl: './identify.scss',
})
export class IdentifyStage {
  protected readonly service = inject(JobService);
  private readonly designs = inject(Designs);
  private readonly instruments = inject(Instruments);
  private readonly shortcuts = inject(Shortcuts);
  private readonly box = viewChild<ElementRef<HTMLInputElement>>('box');
  protected readonly field = new FormControl('', { nonNullable: true });
  protected readonly line = toSignal(this.field.valueChanges, { initialValue: '' });
  /** The next check that is pointed at, as the drawing names it. */
  protected readonly pointed = signal<string | undefined>(undefined);
  protected readonly shownChecks = computed(() => this.work()?.identification.nextChecks.slice(0, SHOWN) ?? []);
  protected readonly subscription = new InstrumentSubscription(this.instruments);
  protected readonly beside = signal(false);
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly work = computed(() => {
    this.service.workspace();
    return this.service.focus();
  });
  /** What the line would be taken for, told while it is typed. */
  protected readonly echo = computed(() => (this.line().trim() === '' ? undefined : readBenchLine(this.line())));
  protected readonly hint = computed(() => {
    const read = this.echo();
    const row = findAttribute(read?.recognised ? read.evidence.attribute : (read?.asks ?? ''));
    return row?.trap ? `Look ${row.where}. Beware: ${row.trap}.` : undefined;
  });
  /** The choices of an attribute whose value is still missing, to be clicked. */
  protected readonly choices = computed(() => {
    const read = this.echo();
    if (!read || read.recognised || read.asks === undefined) return [];
    const row = attribute(read.asks);
    return row.kind === 'choice' ? [...(row.choices ?? []), 'none'] : [];
  });
  protected readonly held = computed(() => heldEvidence(this.work()?.evidence ?? [], this.work()?.slot ?? ''));
  protected readonly where = computed(() => WHERE[this.work()?.unitIs ?? 'on-vehicle']);
  private readonly shown = computed(
    () => this.work()?.old?.unitId ?? this.work()?.identification.candidates[0]?.unitId,
  );
  /** The likeliest unit, as it is drawn. */
  protected readonly drawn = toSignal(
    toObservable(this.shown).pipe(
      switchMap((id) => (id === undefined ? of(undefined) : this.designs.get(id))),
      map((design) => ({ design })),
    ),
  );
  protected readonly words = BENCH_WORDS.filter(({ name }) => OFFERED.includes(name)).map((word) => ({
    ...word,
    called: word.name === 'port-thread' ? 'port' : word.line.trim(),
  }));

  /** Words that a line can begin with, by what was typed of them. */
  protected readonly offered = computed(() => {
    const typed = this.line().trim().toLowerCase();
    return this.words.filter(({ called, line }) => called.startsWith(typed) && line.trim().toLowerCase() !== typed);
  });

  protected begin(line: string): void {
    this.field.setValue(line);
    this.box()?.nativeElement.focus();
  }

  protected async add(): Promise<void> {
    if (this.line().trim() === '') return this.shortcuts.goOn();
    await this.tell(this.line());
  }

  protected async tell(line: string): Promise<void> {
    const problem = await this.service.benchLine(line);
    this.problem.set(problem);
    if (problem === undefined) this.field.setValue('');
  }

  protected onKey(event: KeyboardEvent): void {
    const live = this.instruments.caliper();
    if (event.key !== TAKE_KEY || !live) return;
    event.preventDefault();
    this.take(live);
  }

  /** Puts what the caliper shows at the end of the line: "bore " becomes "bore 26.94 mm cal". */
  protected take(live: LiveReading): void {
    const word = this.line().trim() === '' ? 'bore' : this.line().trim();
    this.begin(`${word.replace(/ -?[\d.]+ (mm|in) cal$/, '')} ${readingText(live)} cal`);
  }

  /** Takes what a mark was perhaps meant to be, and withdraws the reading. */
  protected async correct(read: IdentifyAnswer['didYouRead'][number]): Promise<void> {
    const wrong = this.held().find((e) => e.attribute === read.attribute && e.entered === read.seen);
    if (!wrong) return;
    this.problem.set(
      await this.service.correct(
        `${benchWord(attribute(read.attribute as 'label-code').name, read.position)}${read.instead}`,
        wrong.id,
      ),
    );
  }

  protected async say(candidate: CandidateView): Promise<void> {
    this.problem.set(await this.service.decide(`old:${this.service.slot() ?? ''}`, candidate.unitId, 'identified'));
  }

  protected async unsay(): Promise<void> {
    this.problem.set(await this.service.undecide(`old:${this.service.slot() ?? ''}`));
  }
}
