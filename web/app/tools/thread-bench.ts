import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatSelectModule } from '@angular/material/select';
import { map, startWith } from 'rxjs';
import { printBoth, type Quantity, toBase } from '@kerabat/core/base/units';
import { valueWords } from '@kerabat/core/named/attribute';
import { findSeat, SEAT_FORMS, type SeatForm, seatsMeet } from '@kerabat/core/named/seat';
import { type Instrument, INSTRUMENTS } from '@kerabat/core/named/settings';
import { findThread, type Gender, identifyThread, mate, misreadings, readThread } from '@kerabat/core/named/thread';
import { profileView, readingDrawing } from '@kerabat/core/tell/drawing';
import {
  couplingWords,
  hexWords,
  misreadingWords,
  threadCheckWords,
  threadIdentityWords,
} from '@kerabat/core/tell/words';
import { SettingsService } from '../api/settings-service';
import { DrawingView } from '../drawing/drawing';
import { ControlField } from '../parts/control-field';
import { Folded } from '../parts/folded';
import { QuantityField } from '../parts/quantity-field';
import { ShareBar } from '../parts/share-bar';
import { StateMark } from '../parts/state-mark';

const LABEL = { width: 116, height: 20 };

/** A thread in the hand, by name, or two of them: what it is, what it is taken for, and whether two go together. */
@Component({
  selector: 'app-thread-bench',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ControlField,
    ShareBar,
    DrawingView,
    Folded,
    MatFormFieldModule,
    MatSelectModule,
    QuantityField,
    ReactiveFormsModule,
    StateMark,
  ],
  providers: [SettingsService],
  templateUrl: './thread-bench.html',
  styleUrl: './thread-bench.scss',
})
export class ThreadBench {
  private readonly settings = inject(SettingsService).current;
  /** A thread that the quick box was asked for. */
  readonly thread = input<string>();
  protected readonly instruments = INSTRUMENTS.filter((i) => i !== 'thread-gauge' && i !== 'eye' && i !== 'bore-gauge');
  protected readonly seats = SEAT_FORMS.map((seat) => ({ seat, words: valueWords('port-seat', seat) }));
  private readonly make = inject(NonNullableFormBuilder);
  protected readonly form = this.make.group({
    gender: this.make.control<Gender>('male'),
    instrument: this.make.control<Instrument>('caliper'),
    crests: '8',
    apart: '6',
    hex: '',
    name: '',
    male: '',
    female: '',
    maleSeat: this.make.control<SeatForm | ''>(''),
    femaleSeat: this.make.control<SeatForm | ''>(''),
    turns: '',
  });
  protected readonly typed = toSignal(
    this.form.valueChanges.pipe(
      startWith(undefined),
      map(() => this.form.getRawValue()),
    ),
    { requireSync: true },
  );
  protected readonly diameter = signal<Quantity | undefined>(undefined);
  protected readonly pitch = signal<Quantity | undefined>(undefined);
  protected readonly over = signal<Quantity | undefined>(undefined);
  protected readonly further = signal<Quantity | undefined>(undefined);

  private readonly crests = computed(() => Math.trunc(figure(this.typed().crests)) || 0);
  private readonly apart = computed(() => figure(this.typed().apart) || 0);
  protected readonly crestsFault = computed(() =>
    this.over() && !(this.crests() >= 2 && this.crests() <= 61)
      ? 'Count 2 to 61 crests: n crests are n − 1 pitches.'
      : undefined,
  );
  private readonly reading = computed(() => {
    const [diameter, pitch, over, further] = [this.diameter(), this.pitch(), this.over(), this.further()];
    if (!diameter || this.crestsFault()) return undefined;
    const { gender, instrument } = this.typed();
    return {
      gender,
      instrument,
      diameterMm: toBase(diameter),
      ...(pitch ? { pitchMm: toBase(pitch) } : {}),
      ...(over ? { over: { crests: this.crests(), lengthMm: toBase(over) } } : {}),
      ...(further && this.apart() > 0 ? { taper: { secondMm: toBase(further), apartMm: this.apart() } } : {}),
    };
  });
  protected readonly found = computed(() => {
    const reading = this.reading();
    return reading && identifyThread(reading, this.settings());
  });
  /** What may have been misread, where the readings do not agree. */
  protected readonly misread = computed(() => {
    const reading = this.reading();
    return reading ? misreadings(reading, this.settings()).map(misreadingWords) : [];
  });
  protected readonly hexHint = computed(() => hexWords(this.typed().hex, this.found()?.candidates ?? []));
  protected readonly drawing = computed(() => {
    const diameter = this.diameter();
    const first = this.found()?.candidates[0]?.thread;
    const further = this.further();
    const pitch = this.found()?.pitchMm ?? first?.pitchMm ?? 1;
    const diameterMm = diameter ? toBase(diameter) : 10;
    const sane = diameterMm > 1 && diameterMm < 60 && pitch > 0.1 && pitch < 6;
    return readingDrawing({
      male: this.typed().gender === 'male',
      diameterMm: sane ? diameterMm : 10,
      pitchMm: sane ? pitch : 1,
      crests: Math.min(20, Math.max(2, this.crests())),
      apartMm: Math.min(20, Math.max(1, this.apart() || 6)),
      ...(further && sane && Math.abs(toBase(further) - diameterMm) < 4 ? { secondMm: toBase(further) } : {}),
      ...(first ? { thread: first } : {}),
    });
  });
  protected readonly readingLabels = new Map([
    ['diameter', LABEL],
    ['second', LABEL],
    ['over', LABEL],
  ]);
  /** What was found, over what it is most easily taken for: the drift is seen. */
  protected readonly pair = computed(() => {
    const found = this.found();
    const first = found?.candidates[0]?.thread;
    const other = found?.candidates[1]?.thread ?? found?.confusedWith[0];
    if (!first || !other) return undefined;
    const [port, nut] = this.typed().gender === 'male' ? [other, first] : [first, other];
    return {
      drawing: { views: [profileView(port, nut)], doubts: [] },
      words: mate(nut, port, this.settings()).sentence,
    };
  });
  protected readonly profileLabels = new Map([['binds', { width: 190, height: 22 }]]);
  protected readonly profileStates = new Map([['binds', 'does-not-fit' as const]]);
  protected readonly words = threadIdentityWords;
  protected readonly checkWords = threadCheckWords;
  protected readonly both = (mm: number): string => printBoth({ value: mm, unit: 'mm' });

  protected readonly read = computed(() =>
    this.typed().name.trim() === '' ? undefined : readThread(this.typed().name),
  );
  protected readonly seatWords = (seat: string): string => valueWords('port-seat', seat);

  private readonly two = computed(() => {
    const { male, female } = this.typed();
    const [nut, port] = [findThread(male), findThread(female)];
    return nut && port ? { nut, port } : undefined;
  });
  protected readonly mating = computed(() => {
    const two = this.two();
    const turns = figure(this.typed().turns);
    return two && mate(two.nut, two.port, this.settings(), ...(turns > 0 ? [turns] : []));
  });
  protected readonly meeting = computed(() => {
    const { maleSeat, femaleSeat } = this.typed();
    return maleSeat === '' || femaleSeat === ''
      ? undefined
      : {
          ...seatsMeet(femaleSeat, maleSeat),
          male: findSeat(maleSeat)?.name ?? '',
          female: findSeat(femaleSeat)?.name ?? '',
        };
  });
  protected readonly say = computed(() => {
    const [mating, two] = [this.mating(), this.two()];
    return (
      mating &&
      two &&
      couplingWords({ ...mating, male: two.nut.designation, female: two.port.designation }, this.meeting())
    );
  });
  protected readonly together = computed(() =>
    this.mating()?.verdict !== 'mates' || this.meeting()?.meets === false
      ? 'does-not-fit'
      : this.meeting()
        ? 'fits'
        : 'not-known',
  );
  protected readonly profiles = computed(() => {
    const two = this.two();
    return two && { views: [profileView(two.port, two.nut)], doubts: [] };
  });
  protected readonly pairProblem = computed(
    () =>
      [this.typed().male, this.typed().female]
        .filter((t) => t.trim() !== '')
        .map((t) => readThread(t))
        .find((r) => r.designation === undefined)?.sentence,
  );

  constructor() {
    effect(() => {
      const thread = this.thread();
      untracked(() => {
        if (thread) this.form.controls.name.setValue(thread);
      });
    });
  }
}

/** A plain figure as people write it; NaN when it is none. */
const figure = (text: string): number => (text.trim() === '' ? Number.NaN : Number(text.replace(',', '.')));
