import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DOCUMENT,
  effect,
  inject,
  input,
  signal,
  untracked,
  type Signal,
} from '@angular/core';
import { takeUntilDestroyed, toObservable, toSignal } from '@angular/core/rxjs-interop';
import { type FormControl, NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatSelectModule } from '@angular/material/select';
import { exhaustMap, filter, map, startWith, Subject, switchMap } from 'rxjs';
import type { LineCutRequest } from '@kerabat/contract';
import { readQuantity, toBase } from '@kerabat/core/base/units';
import { valueWords } from '@kerabat/core/named/attribute';
import { findTube, LINE_FLARES, type LineFlare, MATERIALS, TUBES } from '@kerabat/core/named/tube';
import { developedView, legMarks, lineViews } from '@kerabat/core/tell/drawing';
import { lineCheckWords, lineLength, lineStepWords } from '@kerabat/core/tell/words';
import { cutLine, flareTaken, legsOf, lineFault, type Xyz } from '@kerabat/core/work/line';
import { Api } from '../../api/api';
import { Drafts } from '../../api/drafts';
import { outcome } from '../../api/problem';
import { SettingsService } from '../../api/settings-service';
import { DrawingView, type LabelSize } from '../../drawing/drawing';
import { ControlField } from '../../parts/control-field';
import { Cell, DataTable } from '../../parts/data-table';
import { focusSoon } from '../../parts/focus';
import { Folded } from '../../parts/folded';
import { keepFile } from '../../parts/keep-file';
import { ProblemLine } from '../../parts/problem-line';
import { StateMark } from '../../parts/state-mark';
import { KeptLines } from './kept-lines';
import {
  BLANK_LINE,
  lineForm,
  type LineForm,
  newBend,
  newLeg,
  orderOf,
  requestOf,
  trialKey,
  type Trials,
  type TypedLine,
  typedOf,
} from './line-form';
import { QuickLine } from './quick-line';

/** The labels of a line drawing: numbers are enough, the table says the rest. */
const labelFor = (words: string): LabelSize => ({ width: Math.max(64, words.length * 8.4 + 8), height: 20 });
/** What stands in the drawing for what nobody typed yet. */
const EXAMPLE = { leg: '200', angle: '90', radius: '16' };
const withExample = (typed: TypedLine): TypedLine => ({
  ...typed,
  legs: typed.legs.map((leg) => leg.trim() || EXAMPLE.leg),
  bends: typed.bends.map(({ angle, radius, turn }) => ({
    angle: angle.trim() || EXAMPLE.angle,
    radius: radius.trim() || EXAMPLE.radius,
    turn,
  })),
});
const FIELD = { width: 88, height: 38 };

/**
 * A line to be made: typed by its legs and bends, drawn from three sides, with what to cut, where to mark and in which
 * order.
 */
@Component({
  selector: 'app-line-maker',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    Cell,
    DataTable,
    ControlField,
    DrawingView,
    Folded,
    KeptLines,
    QuickLine,
    MatButtonModule,
    MatFormFieldModule,
    MatInputModule,
    MatSelectModule,
    ProblemLine,
    ReactiveFormsModule,
    StateMark,
  ],
  providers: [SettingsService],
  templateUrl: './line-maker.html',
  styleUrl: './line-maker.scss',
})
export class LineMaker {
  protected itself = (_: number, leg: unknown): unknown => leg;
  private readonly api = inject(Api);
  private readonly drafts = inject(Drafts);
  private readonly make = inject(NonNullableFormBuilder);
  private readonly document = inject(DOCUMENT);
  private readonly settings = inject(SettingsService).current;
  /** What is typed is kept under it. */
  readonly name = input('tool');
  /** What it is called on paper. */
  readonly title = input('Line');
  /** Lines are kept for it, to be made again. */
  readonly vehicle = input<string>();
  /** What is known of the ends before anything is typed. */
  readonly start = input<Partial<TypedLine>>();

  protected readonly tubes = TUBES;
  protected readonly materials = MATERIALS;
  protected readonly flares = LINE_FLARES.map((flare) => ({
    flare,
    words: flare === 'none' ? 'cut end, no flare' : valueWords('port-seat', flare),
  }));
  protected readonly form = signal<LineForm>(lineForm(this.make, BLANK_LINE));
  private readonly typed = toSignal(toForm(this.form), { initialValue: BLANK_LINE });
  protected readonly trials = signal<Trials>(this.drafts.read<Trials>(TRIALS) ?? {});
  protected readonly order = computed(() => orderOf(this.typed(), this.trials()));
  protected readonly fault = computed(() => {
    const order = this.order();
    return order && lineFault(order)?.sentence;
  });
  protected readonly cut = computed(() => {
    const order = this.order();
    return order && this.fault() === undefined ? cutLine(order, this.settings()) : undefined;
  });
  /** The legs as rows, anew whenever one comes or goes. */
  protected readonly legs = computed(() => {
    this.typed();
    return [...this.form().controls.legs.controls];
  });
  /** What is not typed yet is drawn as an example, greyed. */
  protected readonly example = computed(() => this.cut() === undefined);
  private readonly drawnOrder = computed(() => {
    const typed = this.typed();
    return this.cut() === undefined ? orderOf(withExample(typed), this.trials()) : this.order();
  });
  protected readonly views = computed(() => {
    const order = this.drawnOrder();
    const cut = order && lineFault(order) === undefined ? cutLine(order, this.settings()) : undefined;
    if (!cut || !order) return undefined;
    const drawing = lineViews(cut, order.tube.outsideMm);
    // From above it is drawn with what can be typed on it.
    const views = drawing.views.map((view) =>
      view.id === 'plan'
        ? { ...view, marks: [...view.marks.filter(({ key }) => !key.startsWith('plan:leg-')), ...legMarks(cut)] }
        : view,
    );
    return { ...drawing, views };
  });
  /** Whether a straight is seen shorter than it is, and carries its length. */
  protected readonly shortened = computed(
    () => this.views()?.views.some(({ marks }) => marks.some(({ words }) => words.endsWith(' mm'))) === true,
  );
  protected readonly developed = computed(() => {
    const [cut, order] = [this.cut(), this.order()];
    return cut && order && { views: [developedView(cut, order.tube.outsideMm)], doubts: [] };
  });
  protected readonly viewLabels = computed(
    () =>
      new Map(
        this.views()?.views.flatMap(({ marks }) =>
          marks.map(({ key, words }) => [key, this.fieldAt(key) ? FIELD : labelFor(words)] as const),
        ),
      ),
  );
  /** What is typed at a mark of the drawing: the length of a leg, or the angle of a bend. */
  protected fieldAt(
    key: string,
  ): { readonly control: FormControl<string>; readonly words: string; readonly hint: string } | undefined {
    const { legs, bends } = this.form().controls;
    const [, what, n] = /^(?:plan:)?(leg|bend)-(\d+)$/.exec(key) ?? [];
    const at = Number(n) - 1;
    const control =
      what === 'leg' ? legs.controls[at] : what === 'bend' ? bends.controls[at]?.controls.angle : undefined;
    if (!control) return undefined;
    return what === 'leg'
      ? { control, words: `Leg ${n}, on the drawing`, hint: EXAMPLE.leg }
      : { control, words: `Angle of bend ${n}, on the drawing`, hint: `${EXAMPLE.angle}°` };
  }
  protected readonly markLabels = computed(
    () => new Map(this.cut()?.marks.map(({ n }) => [`mark-${n}`, { width: 26, height: 20 }])),
  );
  protected readonly checks = computed(() => {
    const [cut, order] = [this.cut(), this.order()];
    return cut && order ? cut.checks.map((check) => ({ state: check.state, words: lineCheckWords(check, order) })) : [];
  });
  protected readonly steps = computed(() => {
    const [cut, order] = [this.cut(), this.order()];
    return cut && order ? cut.order.map((step) => lineStepWords(step, order, cut)) : [];
  });
  protected readonly material = computed(() => MATERIALS.find(({ material }) => material === this.typed().material));
  protected readonly length = lineLength;

  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly corners = this.make.control('');
  protected readonly trial = this.make.group({
    before: '',
    after: '',
    flare: this.make.control<LineFlare>('inverted-flare'),
  });
  protected readonly trialSaid = signal<string | undefined>(undefined);
  protected readonly files = new Subject<'csv' | 'dxf' | 'pdf'>();
  protected readonly pasted = new Subject<void>();

  constructor() {
    effect(() => {
      const [name, start] = [this.name(), this.start()];
      untracked(() => {
        const draft = this.drafts.read<TypedLine>(`line-${name}`);
        this.form.set(lineForm(this.make, { ...BLANK_LINE, ...start, ...draft }));
      });
    });
    effect(() => {
      const typed = this.typed();
      untracked(() => {
        if (this.form().dirty) this.drafts.keep(`line-${this.name()}`, typed);
      });
    });
    this.files
      .pipe(
        map((file) => ({ file, order: this.order() })),
        filter(
          (asked): asked is typeof asked & { order: NonNullable<(typeof asked)['order']> } => asked.order !== undefined,
        ),
        exhaustMap(({ file, order }) =>
          this.api.file('post', '/tools/line/file', { body: { ...requestOf(order), file, title: this.title() } }).pipe(
            outcome(),
            map((answered) => ({ ...answered, file })),
          ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe(({ answer, problem, file }) => {
        this.problem.set(problem);
        if (answer) keepFile(this.document, answer, `line.${file}`);
      });
    this.pasted
      .pipe(
        switchMap(() =>
          this.api.call('post', '/tools/line/points', { body: { text: this.corners.value } }).pipe(outcome()),
        ),
        takeUntilDestroyed(),
      )
      .subscribe(({ answer, problem }) => {
        this.problem.set(problem);
        if (answer) this.byCorners(answer.points as unknown as readonly Xyz[]);
      });
  }

  /** Legs and bends of a line through corners, each with the radius of the first bend. */
  private byCorners(points: readonly Xyz[]): void {
    const radius = this.typed().bends[0]?.radius ?? '16';
    const { quantity } = readQuantity(radius, { expects: 'length' });
    const legs = quantity && legsOf(points, toBase(quantity));
    if (!legs) return this.problem.set('A line needs at least two different points, and the radius of the bender.');
    const plain = (value: number): string => String(Math.round(value * 100) / 100);
    const typed: TypedLine = {
      ...this.typed(),
      legs: legs.legsMm.map(plain),
      bends: legs.bends.map(({ angleDeg, rotationDeg = 0 }) => ({
        angle: plain(angleDeg),
        radius,
        turn: rotationDeg === 0 ? '' : plain(rotationDeg),
      })),
    };
    const form = lineForm(this.make, typed);
    form.markAsDirty();
    this.form.set(form);
  }

  /** A line that was kept is typed again. */
  protected again(line: LineCutRequest): void {
    const form = lineForm(this.make, typedOf(line));
    form.markAsDirty();
    this.form.set(form);
  }
  protected readonly asked = computed(() => {
    const order = this.order();
    return order && this.fault() === undefined ? requestOf(order) : undefined;
  });

  protected addBend(): void {
    const { bends, legs } = this.form().controls;
    bends.push(newBend(this.make, this.typed().bends.at(-1)?.radius ?? ''));
    legs.push(newLeg(this.make));
    this.form().markAsDirty();
    // The button moves to the new last row: the focus goes on to what is typed next.
    focusSoon(`line-angle-${bends.length}`);
  }

  /** A bend goes, and the leg behind it. */
  protected removeBend(i: number): void {
    const { bends, legs } = this.form().controls;
    bends.removeAt(i);
    legs.removeAt(i + 1);
    this.form().markAsDirty();
    focusSoon(`line-leg-${i + 1}`);
  }

  /** What a test flare took is taken for every line of this tube with this flare from now on. */
  protected tryFlare(): void {
    const { before, after, flare } = this.trial.getRawValue();
    const tube = findTube(this.typed().tube);
    const [from, to] = [before, after].map((text) => readQuantity(text, { expects: 'length' }).quantity);
    const taken = tube && from && to && flareTaken(toBase(from), toBase(to), tube);
    if (!tube || taken === undefined)
      return this.trialSaid.set('Measure a straight piece before and after one flare, sealing face to its other end.');
    const trials = { ...this.trials(), [trialKey(tube.tube, flare)]: Math.round(taken * 100) / 100 };
    this.drafts.keep(TRIALS, trials);
    this.trials.set(trials);
    this.trialSaid.set(`${lineLength(taken)} of ${tube.tube} tube go into it: taken from now on.`);
  }
}

const TRIALS = 'flare-trials';

/** What is typed into the form that is there now. */
const toForm = (form: Signal<LineForm>) =>
  toObservable(form).pipe(
    switchMap((one) =>
      one.valueChanges.pipe(
        startWith(undefined),
        map(() => one.getRawValue()),
      ),
    ),
  );
