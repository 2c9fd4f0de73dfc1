import { RouterLink } from '@angular/router';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatSelectModule } from '@angular/material/select';
import { valueWords } from '@kerabat/core/attribute';
import { boreName, changeBore, identifyBore, type BoreChangeKind } from '@kerabat/core/bore';
import { INSTRUMENTS, type Instrument } from '@kerabat/core/settings';
import { findThread, identifyThread, mate, readThread } from '@kerabat/core/thread';
import { threadCheckWords, threadIdentityWords } from '@kerabat/core/words';
import { printBoth, toBase, type Quantity } from '@kerabat/core/units';
import { QuantityField } from '../parts/quantity-field';
import { StateMark } from '../parts/state-mark';
import { boreViews, profileView } from '@kerabat/core/drawing';
import { DrawingView } from '../drawing/drawing';
import { SettingsService } from '../settings/settings-service';
import { RodTools } from './rod-tools';
import { Folded } from '../parts/folded';

/** The calculators on their own, with the workshop's own settings. */
@Component({
  selector: 'app-tools-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    RouterLink,
    DrawingView,
    Folded,
    MatFormFieldModule,
    MatInputModule,
    MatSelectModule,
    QuantityField,
    StateMark,
    RodTools,
  ],
  providers: [SettingsService],
  templateUrl: './tools-page.html',
  styleUrl: './tools-page.scss',
})
export class ToolsPage {
  private readonly practice = inject(SettingsService).current;
  /** A thread that the quick box was asked for. */
  readonly thread = input<string>();
  protected readonly instruments = INSTRUMENTS.filter((i) => i !== 'thread-gauge' && i !== 'eye');
  protected readonly kinds: readonly { readonly kind: BoreChangeKind; readonly words: string }[] = [
    { kind: 'brake-master', words: 'brake master' },
    { kind: 'clutch-master', words: 'clutch master' },
    { kind: 'slave', words: 'slave' },
  ];

  protected readonly measured = signal<Quantity | undefined>(undefined);
  protected readonly instrument = signal<Instrument>('caliper');
  protected readonly bore = computed(() => {
    const measured = this.measured();
    return measured && identifyBore(toBase(measured), this.instrument(), this.practice());
  });

  protected readonly kind = signal<BoreChangeKind>('brake-master');
  protected readonly from = signal<Quantity | undefined>(undefined);
  protected readonly to = signal<Quantity | undefined>(undefined);
  protected readonly change = computed(() => {
    const [from, to] = [this.from(), this.to()];
    return from && to ? changeBore(this.kind(), toBase(from), toBase(to)) : undefined;
  });

  protected readonly gender = signal<'male' | 'female'>('male');
  protected readonly diameter = signal<Quantity | undefined>(undefined);
  protected readonly pitch = signal<Quantity | undefined>(undefined);
  protected readonly crests = signal<Quantity | undefined>(undefined);
  protected readonly further = signal<Quantity | undefined>(undefined);
  protected readonly found = computed(() => {
    const [diameter, pitch, crests, further] = [this.diameter(), this.pitch(), this.crests(), this.further()];
    if (!diameter) return undefined;
    const reading = {
      gender: this.gender(),
      diameterMm: toBase(diameter),
      instrument: 'caliper' as const,
      ...(pitch ? { pitchMm: toBase(pitch) } : {}),
      ...(crests ? { over: { crests: 8, lengthMm: toBase(crests) } } : {}),
      ...(further ? { taper: { secondMm: toBase(further), apartMm: 6 } } : {}),
    };
    return identifyThread(reading, this.practice());
  });
  protected threadWords = threadIdentityWords;
  protected seatWords = (seat: string): string => valueWords('port-seat', seat);
  protected checkWords = threadCheckWords;

  protected readonly name = signal('');
  protected readonly read = computed(() => (this.name().trim() === '' ? undefined : readThread(this.name())));
  protected readonly male = signal('');
  protected readonly female = signal('');
  protected readonly mating = computed(() => {
    const [male, female] = [findThread(this.male()), findThread(this.female())];
    return male && female ? mate(male, female, this.practice()) : undefined;
  });
  protected readonly profiles = computed(() => {
    const [male, female] = [findThread(this.male()), findThread(this.female())];
    return male && female ? { views: [profileView(female, male)], doubts: [] } : undefined;
  });
  protected readonly profileLabels = new Map([['binds', { width: 190, height: 22 }]]);
  /** The new bore over the one that is there, from the front. */
  protected readonly bores = computed(() => {
    const [from, to] = [this.from(), this.to()];
    return from && to ? boreViews(toBase(from), toBase(to)) : undefined;
  });
  protected readonly pairProblem = computed(() => {
    const texts = [this.male(), this.female()].filter((t) => t.trim() !== '');
    const bad = texts.map((t) => readThread(t)).find((r) => r.designation === undefined);
    return bad?.sentence;
  });

  constructor() {
    effect(() => {
      const thread = this.thread();
      if (thread) this.name.set(thread);
    });
  }

  protected both = printBoth;
  protected nominal = (d: number): string => boreName(d) ?? '';
  protected area = (mm2: number): string => printBoth({ value: mm2, unit: 'mm2' });
  protected percent = (p: number): string => `${Math.round(p * 100)} %`;
  protected value = (event: Event): string => (event.target as HTMLInputElement).value;
}
