import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import {
  NonNullableFormBuilder,
  ReactiveFormsModule,
  type AbstractControl,
  type ValidationErrors,
} from '@angular/forms';
import { CdkCopyToClipboard } from '@angular/cdk/clipboard';
import { MatButtonModule } from '@angular/material/button';
import { map, startWith } from 'rxjs';
import { readQuantity, toBase } from '@kerabat/core/base/units';
import { valueWords } from '@kerabat/core/named/attribute';
import { readThread } from '@kerabat/core/named/thread';
import { hoseDrawing } from '@kerabat/core/tell/drawing';
import { hoseOrderWords, hosePlaceWords, hoseWords, lineLength } from '@kerabat/core/tell/words';
import { banjoLength, HOSE_PLACES, type HoseEnd, hoseFault, hoseLength, type HoseOrder } from '@kerabat/core/work/line';
import { Drafts } from '../../api/drafts';
import { SettingsService } from '../../api/settings-service';
import { DrawingView } from '../../drawing/drawing';
import { ControlField } from '../../parts/control-field';
import { Folded } from '../../parts/folded';

const BLANK = {
  bump: '',
  droop: '300',
  'lock-left': '',
  'lock-right': '',
  radius: '40',
  moved: '',
  firstAway: '90',
  secondAway: '90',
  firstClock: '0',
  secondClock: '0',
  eyes: '10',
  washer: '1',
  screwed: '9',
  firstEnd: '',
  secondEnd: '',
};
type TypedHose = typeof BLANK;
/** Nothing of a job’s hose is known before somebody measures it. */
const NOTHING = Object.fromEntries(Object.keys(BLANK).map((key) => [key, ''])) as TypedHose;

/** Labels of the drawing, and how wide each is. */
const HOSE_LABELS = [
  ['string', 104],
  ['way', 248],
  ['first', 84],
  ['second', 84],
] as const;

const mmOf = (text: string): number | undefined => {
  const { quantity } = readQuantity(text, { expects: 'length' });
  return quantity && toBase(quantity);
};
const length = ({ value }: AbstractControl<string>): ValidationErrors | null => {
  const { problem } = readQuantity(value, { expects: 'length' });
  return value.trim() === '' || problem === undefined ? null : { words: problem };
};
const angle = ({ value }: AbstractControl<string>): ValidationErrors | null =>
  value.trim() === '' || Number.isFinite(Number(value.replace(',', '.').replace('°', '')))
    ? null
    : { words: 'degrees' };
/** An end as it is called for, its thread by its standard name where it names one. */
function readEnd(text: string): string {
  const { designation, seat } = readThread(text);
  return designation === undefined
    ? text.trim()
    : `${designation}${seat === undefined ? '' : `, ${valueWords('port-seat', seat)}`}`;
}
const degrees = (text: string): number | undefined =>
  text.trim() === '' ? undefined : Number(text.replace(',', '.').replace('°', ''));

/** How long a hose is ordered, from strings at bump, droop and both locks; and the bolt of its banjo. */
@Component({
  selector: 'app-hose-bench',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ControlField, CdkCopyToClipboard, DrawingView, Folded, MatButtonModule, ReactiveFormsModule],
  providers: [SettingsService],
  templateUrl: './hose-bench.html',
  styleUrl: './way-finder.scss',
  styles: `
    .answer {
      font-size: var(--size-head);
    }
    .example ::ng-deep svg {
      opacity: 0.45;
    }
  `,
})
export class HoseBench {
  private readonly settings = inject(SettingsService).current;
  private readonly drafts = inject(Drafts);
  readonly name = input('tool');
  /** It begins with an example to type over. */
  readonly example = input(true);
  protected readonly places = HOSE_PLACES.map((place) => ({ place, words: hosePlaceWords(place) }));
  protected readonly ends = [
    { away: 'firstAway', clock: 'firstClock', words: 'First end' },
    { away: 'secondAway', clock: 'secondClock', words: 'Second end' },
  ] as const;
  private readonly make = inject(NonNullableFormBuilder);
  protected readonly form = this.make.group({
    bump: [BLANK.bump, length],
    droop: [BLANK.droop, length],
    'lock-left': [BLANK['lock-left'], length],
    'lock-right': [BLANK['lock-right'], length],
    radius: [BLANK.radius, length],
    moved: [BLANK.moved, length],
    firstAway: [BLANK.firstAway, angle],
    secondAway: [BLANK.secondAway, angle],
    firstClock: [BLANK.firstClock, angle],
    secondClock: [BLANK.secondClock, angle],
    eyes: [BLANK.eyes],
    washer: [BLANK.washer, length],
    screwed: [BLANK.screwed, length],
    firstEnd: [BLANK.firstEnd],
    secondEnd: [BLANK.secondEnd],
  });
  private readonly typed = toSignal(
    this.form.valueChanges.pipe(
      startWith(undefined),
      map((): TypedHose => this.form.getRawValue()),
    ),
    { initialValue: BLANK },
  );
  private readonly order = computed(() => this.orderOf(this.typed()));
  private orderOf(typed: TypedHose): HoseOrder {
    const strings = HOSE_PLACES.flatMap((place) => {
      const measured = mmOf(typed[place]);
      return measured === undefined ? [] : [[place, measured] as const];
    });
    const end = (away: string, clock: string): HoseEnd => {
      const [awayDeg, clockingDeg] = [degrees(away), degrees(clock)];
      return { ...(awayDeg === undefined ? {} : { awayDeg }), ...(clockingDeg === undefined ? {} : { clockingDeg }) };
    };
    return {
      stringMm: Object.fromEntries(strings),
      ends: [end(typed.firstAway, typed.firstClock), end(typed.secondAway, typed.secondClock)],
      bendRadiusMm: mmOf(typed.radius) ?? 0,
      movedMm: mmOf(typed.moved) ?? 0,
    };
  }
  protected readonly fault = computed(() => hoseFault(this.order())?.sentence);
  protected readonly answer = computed(() =>
    this.fault() === undefined ? hoseLength(this.order(), this.settings()) : undefined,
  );
  protected readonly because = computed(() => {
    const answer = this.answer();
    return answer ? hoseWords(answer) : [];
  });
  /** Nothing is measured yet: an example is drawn, greyed, with the fields where they belong. */
  protected readonly isExample = computed(() => this.answer() === undefined);
  private readonly drawn = computed(() => this.answer() ?? hoseLength(this.orderOf(BLANK), this.settings()));
  protected readonly drawing = computed(() => hoseDrawing(this.drawn()));
  protected readonly labels = new Map(
    HOSE_LABELS.map(([key, width]) => [key, { width, height: key === 'way' ? 20 : 38 }]),
  );
  protected readonly bolt = computed(() => {
    const { eyes, washer, screwed } = this.typed();
    const thick = eyes.split(/[;+]/).map(mmOf);
    const [one, deep] = [mmOf(washer), mmOf(screwed)];
    if (one === undefined || deep === undefined || thick.some((eye) => eye === undefined)) return undefined;
    return banjoLength(thick as number[], one, deep);
  });
  /** What a hose shop has to know, in one breath. */
  protected readonly shop = computed(() => {
    const [answer, { firstEnd, secondEnd, radius }] = [this.answer(), this.typed()];
    return answer ? hoseOrderWords(answer, [readEnd(firstEnd), readEnd(secondEnd)], mmOf(radius) ?? 0) : '';
  });
  protected readonly words = lineLength;

  constructor() {
    effect(() => {
      const [name, blank] = [this.name(), this.example() ? BLANK : NOTHING];
      untracked(() => this.form.reset({ ...blank, ...this.drafts.read<TypedHose>(`hose-${name}`) }));
    });
    effect(() => {
      const typed = this.typed();
      untracked(() => {
        if (this.form.dirty) this.drafts.keep(`hose-${this.name()}`, typed);
      });
    });
  }

  /** What is typed on the drawing: the string that decides, and how the ends point. */
  protected fieldAt(key: string) {
    const { controls } = this.form;
    const { governs } = this.drawn();
    if (key === 'string')
      return {
        control: controls[governs],
        words: `String ${hosePlaceWords(governs)}, on the drawing`,
        hint: BLANK.droop,
      };
    if (key === 'first')
      return { control: controls.firstAway, words: 'First end, off the string, on the drawing', hint: '90°' };
    if (key === 'second')
      return { control: controls.secondAway, words: 'Second end, off the string, on the drawing', hint: '90°' };
    return undefined;
  }

  /** Figures that stand on the drawing. */
  protected told(key: string): string | undefined {
    const need = this.answer()?.needs.find(({ place }) => place === this.answer()?.governs);
    if (!need) return undefined;
    return key === 'way' ? `at least ${lineLength(need.leastMm)}` : undefined;
  }
}
