import { RouterLink } from '@angular/router';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatSelectModule } from '@angular/material/select';
import { printBoth, type Quantity, toBase } from '@kerabat/core/base/units';
import { type BoreChangeKind, boreName, changeBore, identifyBore } from '@kerabat/core/named/bore';
import { type Instrument, INSTRUMENTS } from '@kerabat/core/named/settings';
import { boreViews, type Drawing, jointDrawing, partDrawing, readingDrawing } from '@kerabat/core/tell/drawing';
import { SettingsService } from '../api/settings-service';
import { RodTools } from '../desks/rod/rod-tools';
import { DrawingView } from '../drawing/drawing';
import { Folded } from '../parts/folded';
import { moreOrLess } from '../parts/percent';
import { QuantityField } from '../parts/quantity-field';
import { ShareBar } from '../parts/share-bar';

/** The first view of a drawing: a picture needs no more. */
const first = ({ views, ...rest }: Drawing): Drawing => ({ ...rest, views: views.slice(0, 1), details: [] });

/** Tools with a page of their own, each with a picture of what it is about. */
const CARDS: readonly { path: string; words: string; detail: string; drawing: Drawing }[] = [
  {
    path: '/tools/feel',
    words: 'Feel',
    detail: 'Effort, travel, deceleration and balance of set-ups, with a blank vehicle',
    drawing: first(
      partDrawing('booster', [
        { attribute: 'booster-supply', value: 'vacuum' },
        { attribute: 'diaphragm', value: 230 },
        { attribute: 'rod-length', value: 120 },
        { attribute: 'booster-pin', value: 20 },
        { attribute: 'clevis-pin', value: 10 },
        { attribute: 'vacuum-hose', value: 11 },
        { attribute: 'stud-spacing', position: 'bulkhead', value: 80 },
        { attribute: 'stud-spacing', position: 'master', value: 84 },
      ]),
    ),
  },
  {
    path: '/tools/thread',
    words: 'Threads',
    detail: 'Name one, read a name, see whether two go together',
    drawing: first(readingDrawing({ male: true, diameterMm: 9.5, pitchMm: 1.058, crests: 8, apartMm: 9 })),
  },
  {
    path: '/tools/lines',
    words: 'Lines',
    detail: 'From a port to a line, a line to be made, a hose',
    drawing: first(
      jointDrawing({
        kind: 'port',
        a: [
          { attribute: 'port-thread', value: 'M10x1.0' },
          { attribute: 'port-seat', value: 'bubble-flare' },
        ],
        b: [
          { attribute: 'port-thread', value: 'M10x1.0' },
          { attribute: 'port-seat', value: 'bubble-flare' },
        ],
      }),
    ),
  },
];

/** The calculators on their own, with the workshop's own settings. */
@Component({
  selector: 'app-tools-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ShareBar, RouterLink, DrawingView, Folded, MatFormFieldModule, MatSelectModule, QuantityField, RodTools],
  providers: [SettingsService],
  templateUrl: './tools-page.html',
  styleUrl: './tools-page.scss',
})
export class ToolsPage {
  protected readonly cards = CARDS;
  protected moreOrLess = moreOrLess;
  private readonly settings = inject(SettingsService).current;
  protected readonly instruments = INSTRUMENTS.filter((i) => i !== 'thread-gauge' && i !== 'eye');
  protected readonly kinds: readonly { readonly kind: BoreChangeKind; readonly words: string }[] = [
    { kind: 'brake-master', words: 'brake master' },
    { kind: 'clutch-master', words: 'clutch master' },
    { kind: 'slave', words: 'slave' },
  ];

  /** A bore that was asked for in the quick box. */
  readonly bore = input<string>();
  protected readonly measured = signal<Quantity | undefined>(undefined);
  protected readonly instrument = signal<Instrument>('caliper');
  protected readonly identified = computed(() => {
    const measured = this.measured();
    return measured && identifyBore(toBase(measured), this.instrument(), this.settings());
  });

  protected readonly kind = signal<BoreChangeKind>('brake-master');
  protected readonly from = signal<Quantity | undefined>(undefined);
  protected readonly to = signal<Quantity | undefined>(undefined);
  protected readonly change = computed(() => {
    const [from, to] = [this.from(), this.to()];
    return from && to ? changeBore(this.kind(), toBase(from), toBase(to)) : undefined;
  });

  /** The new bore over the one that is there, from the front. */
  protected readonly bores = computed(() => {
    const [from, to] = [this.from(), this.to()];
    return from && to ? boreViews(toBase(from), toBase(to)) : undefined;
  });
  protected both = printBoth;
  protected nominal = (d: number): string => boreName(d) ?? '';
  protected area = (mm2: number): string => printBoth({ value: mm2, unit: 'mm2' });
}
