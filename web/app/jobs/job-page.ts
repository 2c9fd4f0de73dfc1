import { BreakpointObserver } from '@angular/cdk/layout';
import { NgTemplateOutlet } from '@angular/common';
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
import { MatTooltipModule } from '@angular/material/tooltip';
import { Title } from '@angular/platform-browser';
import { NavigationEnd, Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { mdiChevronDown, mdiChevronUp, mdiPlus } from '@mdi/js';
import { filter, map, startWith } from 'rxjs';
import { type FourState, worst } from '@kerabat/core/base/state';
import { jobNumber } from '@kerabat/core/tell/words';
import { findSlot, isPlaceState, PLACE_SIDES, type PlaceState, slotOfPart } from '@kerabat/core/vehicle/place';
import { JobService } from '../job/job-service';
import { PartsList } from '../parts-list/parts-list';
import { ChainStrip } from '../parts/chain-strip';
import { focusWhenThere, isFocusComing, stopFocusing } from '../parts/focus';
import { Icon } from '../parts/icon';
import { ProblemLine } from '../parts/problem-line';
import { Shortcuts } from '../parts/shortcuts';
import { Skeleton } from '../parts/skeleton';
import { headingOf, type StageName, stageRow, STAGES } from '../parts/stages';
import { standingOf, standingOfGrade } from '../parts/standing';
import { StateMark } from '../parts/state-mark';
import { Verdict } from '../parts/verdict';
import { FirstLook } from './first-look';
import { onScreen } from './next-act';

/** A scroll of the work by so much folds the strip; back at its beginning it opens. */
const FOLDS = 48;

/**
 * One job as a sheet: the chain on top, the stage in the middle, the parts list at the right, the verdict always in
 * sight.
 */
@Component({
  selector: 'app-job-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    MatButtonModule,
    NgTemplateOutlet,
    MatButtonToggleModule,
    MatMenuModule,
    MatTabsModule,
    MatTooltipModule,
    RouterOutlet,
    RouterLink,
    RouterLinkActive,
    ChainStrip,
    Icon,
    PartsList,
    ProblemLine,
    StateMark,
    Verdict,
    Skeleton,
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
  /** "on" goes on with what is done next as soon as the job is there: the list leads to it. */
  readonly go = input<string>();
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
    return this.look.used(stage) ? undefined : stageRow(stage)?.purpose;
  });

  /** The stages with how each stands and how much of it is open. */
  protected readonly stages = computed(() => {
    const w = this.service.workspace();
    const work = this.service.focus();
    const joints = work?.joints ?? [];
    const open = joints.filter((j) => (['does-not-fit', 'not-known'] as FourState[]).includes(j.state)).length;
    const chosenKit = work?.kits.some((k) => k.chosen) ?? false;
    const settled: Readonly<Record<StageName, readonly [state: FourState | undefined, open: string]>> = {
      ask: w?.vehicle ? ['fits', ''] : ['not-known', 'vehicle?'],
      identify: work?.old ? ['fits', ''] : ['not-known', 'open'],
      interchange: work?.chosen ? ['fits', ''] : ['not-known', 'choose'],
      fit: work?.chosen ? [worst(joints.map((j) => j.state)), open === 0 ? '' : `${open} open`] : [undefined, ''],
      feel: [undefined, ''],
      lines: [undefined, ''],
      kit: chosenKit ? ['fits', ''] : [undefined, work?.chosen && work.kits.length === 0 ? 'no kit' : ''],
    };
    return STAGES.map((row, i) => {
      const [state, words] = settled[row.path];
      return { ...row, state, settled: words, first: i > 0 && STAGES[i - 1]?.group !== row.group };
    });
  });
  protected readonly next = computed(() => this.service.workspace()?.next);
  /** The verdict in a few words, with its shape; the reasons are behind it. */
  protected readonly standing = computed(() => {
    const safety = this.service.workspace()?.safety;
    return safety === undefined ? standingOfGrade('not-safe') : standingOf(safety);
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
    effect(() => title.setTitle(`${headingOf(this.stage())} · job ${this.number()} · Kerabat`));
    effect(() => {
      this.service.workspace();
      untracked(() => this.keepFocus());
    });
    this.service.acted.pipe(takeUntilDestroyed()).subscribe((from) => {
      stopFocusing();
      this.keepFocus(from);
    });
    this.service.changedByOthers
      .pipe(takeUntilDestroyed())
      .subscribe(() => snack.open('Changed by somebody else: shown as it is now', 'OK', { duration: 6000 }));
    effect(() => {
      if (this.go() === 'on' && this.next()) untracked(() => this.goOn());
    });
    const shortcuts = inject(Shortcuts);
    shortcuts.goOn = () => this.goOn();
  }

  /**
   * After an act the focus is where one goes on: on the next one. Who types goes on typing, and who has gone elsewhere
   * stays there.
   */
  private keepFocus(from?: Element | null): void {
    afterNextRender(
      () => {
        if (isFocusComing()) return;
        const now = document.activeElement;
        const lost = now === document.body || now === null;
        if (lost || (now === from && !(now instanceof HTMLInputElement || now instanceof HTMLTextAreaElement)))
          document.getElementById('next-act')?.focus({ preventScroll: true });
      },
      { injector: this.injector },
    );
  }

  protected readonly icons = { add: mdiPlus, open: mdiChevronDown, close: mdiChevronUp };
  /** What somebody asked for; undefined leaves it to how far the work is scrolled. */
  private readonly drawn = signal<boolean | undefined>(undefined);
  private readonly far = signal(false);
  private readonly narrow = toSignal(
    inject(BreakpointObserver)
      .observe('(max-width: 900px)')
      .pipe(map(({ matches }) => matches)),
    { initialValue: false },
  );
  /** Whether the strip shows its states only: on a narrow screen, and while the work is scrolled. */
  protected readonly folded = computed(() => !(this.drawn() ?? !(this.narrow() || this.far())));

  protected turnStrip(): void {
    this.drawn.set(this.folded());
  }

  protected scrolled(event: Event): void {
    const { scrollTop, scrollHeight, clientHeight } = event.target as HTMLElement;
    // What is only a little longer than its window would jump to and fro.
    if (scrollHeight - clientHeight > FOLDS * 3) this.far.set(scrollTop > FOLDS);
    else this.far.set(false);
    if (scrollTop === 0) this.drawn.set(undefined);
  }

  /** The reasons stay open when something in them is pressed that leads nowhere. */
  protected stay(event: Event): void {
    if (!(event.target as HTMLElement).closest('a')) event.stopPropagation();
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
    const { path, focus, paper } = onScreen(next, this.service.workspace()?.job.request ?? 'replace');
    const { place, joint } = next.target;
    if (place !== undefined) this.service.slot.set(place);
    if (paper !== undefined) window.open(`/api/v1/jobs/${Number(this.id())}/${paper}.pdf`, '_blank');
    const queryParams = joint === undefined ? {} : { joint };
    void this.router.navigate(['/jobs', this.id(), ...path], { queryParams }).then(() => {
      if (focus.length > 0) focusWhenThere(...focus);
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

  /** The place of a part where a unit sits, and the side that the part is, with what was said to become of each. */
  private placesOf(id: string) {
    const slot = slotOfPart(id);
    const words = slot && findSlot(slot)?.words;
    if (slot === undefined || words === undefined) return {};
    const side = PLACE_SIDES.find((one) => id.endsWith(`-${one}`));
    const whole = this.placeAt(slot, `place:${slot}`, words);
    return { places: side ? [this.placeAt(slot, `place:${slot}/${side}`, `${side} ${words} alone`), whole] : [whole] };
  }

  private placeAt(slot: string, subject: string, words: string) {
    const said = this.service.workspace()?.decisions.find((one) => one.subject === subject)?.value?.choice ?? '';
    const told = (state: PlaceState | undefined): void =>
      void (
        state === undefined ? this.service.undecide(subject) : this.service.decide(subject, state, 'said of the place')
      ).then((problem) => {
        this.added.set(problem);
        if (problem === undefined && state !== undefined) this.service.slot.set(slot);
      });
    return { words, told, ...(isPlaceState(said) ? { state: said } : {}) };
  }

  /** One part, large: a dialog, or a sheet from the edge of a phone. */
  protected async openPart(id: string): Promise<void> {
    const { PartSheet, PartDialog } = await import('../drawing/part-dialog');
    const part = this.service.workspace()?.chain.parts.find((p) => p.id === id);
    if (!part) return;
    const data = { part, job: Number(this.id()), ...this.placesOf(id) };
    if (matchMedia('(max-width: 700px)').matches) this.sheet.open(PartSheet, { data });
    else this.dialog.open(PartDialog, { data, width: '52rem', maxWidth: '96vw' });
  }
}
