import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  Injector,
  input,
  signal,
  untracked,
} from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { MatBottomSheet } from '@angular/material/bottom-sheet';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { MatDialog } from '@angular/material/dialog';
import { MatMenuModule } from '@angular/material/menu';
import { MatSnackBar } from '@angular/material/snack-bar';
import { MatTabsModule } from '@angular/material/tabs';
import { Title } from '@angular/platform-browser';
import { NavigationEnd, Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { filter, map, startWith } from 'rxjs';
import { lookup } from '@kerabat/core/base/lookup';
import type { FourState } from '@kerabat/core/base/state';
import { jobNumber } from '@kerabat/core/tell/words';
import { JobService } from '../job/job-service';
import { PartsList } from '../parts-list/parts-list';
import { ChainStrip } from '../parts/chain-strip';
import { focusWhenThere } from '../parts/focus';
import { ProblemLine } from '../parts/problem-line';
import { Shortcuts } from '../parts/shortcuts';
import { FirstLook } from './first-look';
import { onScreen } from './next-act';

/** What each stage is for, said until it has been used. */
const FOR: Readonly<Record<string, string>> = {
  ask: 'Ask: what is wrong, and what to rule out before a unit is ordered.',
  identify: 'Identify: what is really on the vehicle. Type what you see or measure; each entry rules units out.',
  interchange: 'Interchange: which other numbers and units would do, each with its conditions and who says so.',
  fit: 'Fit: every joint of the new unit with what it meets. Type on the drawing what is missing.',
  feel: 'Feel: what the change does to effort, travel, deceleration and balance.',
  lines: 'Lines: thread, seat and nut of every line that is opened.',
  kit: 'Kit: seal kits and the fluid that cap and seals need.',
  customer: 'For the customer: one picture, one sentence, one price.',
};
const STAGE_NAMES: Readonly<Record<string, string>> = {
  ask: 'Ask',
  identify: 'Identify',
  interchange: 'Interchange',
  fit: 'Fit',
  feel: 'Feel',
  lines: 'Lines',
  kit: 'Kit',
  customer: 'For the customer',
};

/**
 * One job as a sheet: the chain on top, the stage in the middle, the parts list at the right, the verdict always in
 * sight.
 */
@Component({
  selector: 'app-job-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    MatButtonModule,
    MatButtonToggleModule,
    MatMenuModule,
    MatTabsModule,
    RouterOutlet,
    RouterLink,
    RouterLinkActive,
    ChainStrip,
    PartsList,
    ProblemLine,
  ],
  providers: [JobService],
  templateUrl: './job-page.html',
  styleUrl: './job-page.scss',
})
export class JobPage {
  protected readonly service = inject(JobService);
  private readonly router = inject(Router);
  private readonly dialog = inject(MatDialog);
  private readonly sheet = inject(MatBottomSheet);
  private readonly injector = inject(Injector);
  private readonly look = inject(FirstLook);
  readonly id = input.required<string>();
  protected readonly number = computed(() => (/^\d+$/.test(this.id()) ? jobNumber(Number(this.id())) : '?'));

  private readonly stage = toSignal(
    this.router.events.pipe(
      filter((event) => event instanceof NavigationEnd),
      map(({ urlAfterRedirects }) => urlAfterRedirects),
      startWith(this.router.url),
      map((url) => /^\/jobs\/[^/]+\/([a-z]+)/.exec(url)?.[1] ?? ''),
    ),
    { initialValue: '' },
  );
  protected readonly hint = computed(() => {
    const stage = this.stage();
    return this.look.used(stage) ? undefined : lookup(FOR, stage);
  });

  /** The stages with how much of each is settled. */
  protected readonly stages = computed(() => {
    const w = this.service.workspace();
    const work = this.service.focus();
    const joints = work?.joints ?? [];
    const open = joints.filter((j) => (['does-not-fit', 'not-known'] as FourState[]).includes(j.state)).length;
    const chosenKit = work?.kits.some((k) => k.chosen);
    return [
      { path: 'ask', words: 'Ask', settled: w?.vehicle ? '' : 'vehicle?' },
      { path: 'identify', words: 'Identify', settled: work?.old ? '' : 'open' },
      { path: 'interchange', words: 'Interchange', settled: work?.chosen ? '' : 'choose' },
      {
        path: 'fit',
        words: 'Fit',
        settled: work?.chosen ? (open === 0 ? '' : `${joints.length - open} of ${joints.length}`) : '',
      },
      { path: 'feel', words: 'Feel', settled: '' },
      { path: 'lines', words: 'Lines', settled: '' },
      { path: 'kit', words: 'Kit', settled: work?.chosen && !chosenKit ? 'no kit' : '' },
    ];
  });
  protected readonly next = computed(() => this.service.workspace()?.next);
  /** The first words of the verdict: what is told on a narrow edge. */
  protected readonly verdict = computed(() => {
    const { grade, nothing, mayOrder } = this.service.workspace()?.safety ?? { grade: 'not-safe' as const };
    if (nothing) return 'Nothing to order';
    if (grade === 'safe') return 'Safe to order';
    if (grade === 'on-listing') return 'On listing, not measured';
    return mayOrder ? 'Not safe, overridden' : 'Not safe to order';
  });

  /** Units of the chain that the job does not work on yet. */
  protected readonly others = computed(() => {
    const w = this.service.workspace();
    return (w?.chain.links ?? []).filter(
      (link) => link.slot && w && w.work.length > 0 && !w.work.some((work) => work.slot === link.slot),
    );
  });
  protected readonly added = signal<string | undefined>(undefined);

  constructor() {
    const title = inject(Title);
    const snack = inject(MatSnackBar);
    effect(() => void this.service.load(Number(this.id())));
    effect(() => title.setTitle(`${lookup(STAGE_NAMES, this.stage()) ?? 'Job'} · job ${this.number()} · Kerabat`));
    effect(() => {
      this.service.workspace();
      untracked(() => this.keepFocus());
    });
    this.service.changedByOthers
      .pipe(takeUntilDestroyed())
      .subscribe(() => snack.open('Changed by somebody else: shown as it is now', 'OK', { duration: 6000 }));
    const shortcuts = inject(Shortcuts);
    shortcuts.goOn = () => this.goOn();
  }

  /** An act can take away what had the focus: then it is where one goes on. */
  private keepFocus(): void {
    afterNextRender(
      () => {
        if (document.activeElement === document.body || document.activeElement === null)
          document.getElementById('next-act')?.focus({ preventScroll: true });
      },
      { injector: this.injector },
    );
  }

  protected hide(): void {
    this.look.use(this.stage());
    document.getElementById('next-act')?.focus();
  }

  protected reload(): void {
    void this.service.load(Number(this.id()));
  }

  /** Does the next thing: goes to where it is done and puts the focus there, or opens the paper. */
  protected goOn(): void {
    const next = this.next();
    if (!next) return;
    const { path, focus, paper } = onScreen(next);
    const { place, joint } = next.target;
    if (place !== undefined) this.service.slot.set(place);
    if (paper !== undefined) window.open(`/api/v1/jobs/${Number(this.id())}/${paper}.pdf`, '_blank');
    const queryParams = joint === undefined ? {} : { joint };
    void this.router.navigate(['/jobs', this.id(), ...path], { queryParams }).then(() => {
      if (focus !== undefined) focusWhenThere(focus);
    });
  }

  /** Undoes the decision after which the job could not be worked out. */
  protected async undoLast(subject: string): Promise<void> {
    this.added.set(await this.service.undecide(subject));
  }

  protected async addSlot(slot: string): Promise<void> {
    const problem = await this.service.decide(`slot:${slot}`, 'in', 'worked on too');
    this.added.set(problem);
    if (problem === undefined) this.service.slot.set(slot);
  }

  protected openJoint(to: string): void {
    if (this.service.workspace()?.work.some((w) => w.slot === to)) this.service.slot.set(to);
    const work = this.service.workspace()?.work.find((w) => w.slot === to);
    const joint = work?.joints.find((j) => j.place === 'up') ?? work?.joints[0];
    void this.router.navigate(
      ['/jobs', this.id(), 'fit', 'joints'],
      joint ? { queryParams: { joint: `${to}/${joint.id}` } } : {},
    );
  }

  /** One part, large: a dialog, or a sheet from the edge of a phone. */
  protected async openPart(id: string): Promise<void> {
    const { PartSheet, PartDialog } = await import('../drawing/part-dialog');
    const part = this.service.workspace()?.chain.parts.find((p) => p.id === id);
    if (!part) return;
    const data = { part, job: Number(this.id()) };
    if (matchMedia('(max-width: 700px)').matches) this.sheet.open(PartSheet, { data });
    else this.dialog.open(PartDialog, { data, width: '52rem', maxWidth: '96vw' });
  }
}
