import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import {
  NonNullableFormBuilder,
  ReactiveFormsModule,
  type AbstractControl,
  type ValidationErrors,
} from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatSelectModule } from '@angular/material/select';
import { MatTableModule } from '@angular/material/table';
import { debounceTime, map, of, startWith, switchMap } from 'rxjs';
import type { RouteAnswer, RouteRequest } from '@kerabat/contract';
import { readQuantity } from '@kerabat/core/base/units';
import { valueWords } from '@kerabat/core/named/attribute';
import { SEAT_FORMS, type SeatForm } from '@kerabat/core/named/seat';
import { findThread, type Gender, readThread } from '@kerabat/core/named/thread';
import { LINE_FLARES, LINE_OPERATIONS, type LineFlare, type LineOperation, TUBES } from '@kerabat/core/named/tube';
import { Api } from '../../api/api';
import { Drafts } from '../../api/drafts';
import { outcome } from '../../api/problem';
import { ControlField } from '../../parts/control-field';
import { Folded } from '../../parts/folded';
import { ProblemLine } from '../../parts/problem-line';
import { JoinedView } from './joined-view';

/** A port and a line as they are typed, or as a job knows them. */
export interface TypedWay {
  readonly port: string;
  /** Empty: nobody has looked. */
  readonly seat: SeatForm | '';
  readonly gender: Gender;
  readonly joins: boolean;
  readonly tube: string;
  readonly nut: string;
  readonly flare: LineFlare | 'compression' | '';
  readonly hose: boolean;
  readonly farNut: string;
  readonly farFlare: LineFlare | '';
  readonly length: string;
  readonly second: string;
  readonly secondFlare: LineFlare;
}
const BLANK: TypedWay = {
  port: 'M10x1.0',
  seat: 'bubble-flare',
  gender: 'female',
  joins: true,
  tube: '3/16 in',
  nut: '3/8-24 UNF',
  flare: 'inverted-flare',
  hose: false,
  farNut: '',
  farFlare: '',
  length: '',
  second: '',
  secondFlare: 'inverted-flare',
};

export type Way = RouteAnswer['routes'][number];

const thread = ({ value }: AbstractControl<string>): ValidationErrors | null =>
  value.trim() === '' || findThread(value) ? null : { words: readThread(value).sentence ?? 'This names no thread.' };

const OPERATION_WORDS: Readonly<Record<LineOperation, string>> = {
  'flare-double': 'double flare 45°',
  'flare-bubble': 'bubble flare',
  'flare-37': 'flare 37°',
  bend: 'bending',
  'make-line': 'making a whole line',
};

/**
 * Ways from a port to the line that is there, best first: a nut and a new flare, a made-up line, adapters, a tee, a
 * plug.
 */
@Component({
  selector: 'app-way-finder',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ControlField,
    Folded,
    JoinedView,
    MatButtonModule,
    MatCheckboxModule,
    MatFormFieldModule,
    MatSelectModule,
    MatTableModule,
    ProblemLine,
    ReactiveFormsModule,
  ],
  templateUrl: './way-finder.html',
  styleUrl: './way-finder.scss',
})
export class WayFinder {
  private readonly api = inject(Api);
  private readonly drafts = inject(Drafts);
  /** What is known before anything is typed; what is typed is kept under `name` where nothing is known. */
  readonly start = input<Partial<TypedWay>>();
  readonly name = input('tool');
  /** A job is open: a way can be taken into it. */
  readonly takes = input(false);
  readonly taken = output<Way>();

  protected readonly seats = SEAT_FORMS.map((seat) => ({ seat, words: valueWords('port-seat', seat) }));
  protected readonly flares = LINE_FLARES.filter((flare) => flare !== 'none').map((flare) => ({
    flare,
    words: valueWords('port-seat', flare),
  }));
  protected readonly tubes = TUBES;
  protected readonly operations = LINE_OPERATIONS.slice(0, 3).map((operation) => ({
    operation,
    words: OPERATION_WORDS[operation],
  }));
  protected readonly columns = ['way', 'joints', 'price', 'minutes', 'why', 'act'];
  private readonly make = inject(NonNullableFormBuilder);
  protected readonly form = this.make.group({
    port: [BLANK.port, thread],
    seat: [BLANK.seat],
    gender: [BLANK.gender],
    joins: [BLANK.joins],
    tube: [BLANK.tube],
    nut: [BLANK.nut, thread],
    flare: [BLANK.flare],
    hose: [BLANK.hose],
    farNut: [BLANK.farNut, thread],
    farFlare: [BLANK.farFlare],
    length: [BLANK.length],
    second: [BLANK.second, thread],
    secondFlare: [BLANK.secondFlare],
  });
  protected readonly have = this.make.control<LineOperation[]>(this.owned());
  private readonly typed = toSignal(
    this.form.valueChanges.pipe(
      startWith(undefined),
      map(() => this.form.getRawValue()),
    ),
    { initialValue: BLANK },
  );
  private readonly owns = toSignal(this.have.valueChanges, { initialValue: this.have.value });
  private readonly asked = computed(() => this.request(this.typed(), this.owns()));
  private readonly outcome = toSignal(
    toObservable(this.asked).pipe(
      debounceTime(60),
      switchMap((asked) =>
        asked
          ? this.api.call('post', '/tools/fittings/route', { body: asked }).pipe(outcome())
          : of({ answer: undefined, problem: undefined }),
      ),
    ),
  );
  /** Port and line in one line, for when they are known and folded away. */
  protected readonly summary = computed(() => {
    const { port, seat, joins, tube, nut, flare } = this.typed();
    const form = (of: string): string =>
      of === '' ? 'seat not known' : of === 'compression' ? of : valueWords('port-seat', of);
    const line = joins ? `line ${nut || 'not known'}, ${form(flare)}, ${tube || 'not known'} tube` : 'no line';
    return `Port ${port || 'not known'}, ${form(seat)}; ${line}`;
  });
  protected readonly problem = computed(() => this.outcome()?.problem);
  protected readonly answer = computed(() => this.outcome()?.answer);
  protected readonly pointed = signal<Way | undefined>(undefined);
  /** The way that is drawn: the one that is pointed at, else the first. */
  protected readonly drawn = computed(() => {
    const routes = this.answer()?.routes ?? [];
    const pointed = this.pointed();
    return pointed && routes.includes(pointed) ? pointed : routes[0];
  });
  protected readonly port = computed(() => {
    const { port, seat, gender } = this.typed();
    return seat === '' ? undefined : { thread: findThread(port)?.designation ?? '', seat, gender };
  });
  protected readonly line = computed(() => {
    const { joins, tube, nut, flare, hose } = this.typed();
    return joins && flare !== 'compression' && flare !== ''
      ? { tube, nut: findThread(nut)?.designation ?? '', flare, hose }
      : undefined;
  });

  constructor() {
    effect(() => {
      const [start, name] = [this.start(), this.name()];
      untracked(() => this.form.reset({ ...BLANK, ...(start ?? this.drafts.read<TypedWay>(`way-${name}`)) }));
    });
    effect(() => {
      const typed = this.typed();
      untracked(() => {
        if (this.form.dirty && !this.start()) this.drafts.keep(`way-${this.name()}`, typed);
      });
    });
    effect(() => {
      const owns = this.owns();
      untracked(() => {
        if (this.have.dirty) this.drafts.keep(TOOLS, { have: owns });
      });
    });
  }

  private owned(): LineOperation[] {
    return this.drafts.read<{ have: LineOperation[] }>(TOOLS)?.have ?? ['flare-double', 'flare-bubble', 'flare-37'];
  }

  private request(typed: TypedWay, have: readonly LineOperation[]): RouteRequest | undefined {
    if (!findThread(typed.port) || typed.seat === '') return undefined;
    const port = { thread: typed.port, seat: typed.seat, gender: typed.gender };
    if (!typed.joins) return { port };
    if (!findThread(typed.nut) || typed.flare === '' || typed.tube === '') return undefined;
    const { quantity } = readQuantity(typed.length, { expects: 'length' });
    const line = { tube: typed.tube, nut: typed.nut, flare: typed.flare, ...(typed.hose ? { hose: true } : {}) };
    const far =
      typed.farFlare !== '' && findThread(typed.farNut) ? { far: { nut: typed.farNut, flare: typed.farFlare } } : {};
    return {
      port,
      line: { ...line, ...far, ...(quantity ? { length: quantity } : {}) },
      ...(findThread(typed.second)
        ? { second: { tube: typed.tube, nut: typed.second, flare: typed.secondFlare } }
        : {}),
      have: [...have],
    };
  }

  protected readonly money = (price: number | undefined): string =>
    price === undefined ? 'not known' : price.toFixed(2);
}

const TOOLS = 'flaring-tools';
