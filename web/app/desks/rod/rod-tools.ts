import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { MatSelectModule } from '@angular/material/select';
import { MatFormFieldModule } from '@angular/material/form-field';
import { printBoth, type Quantity, toBase } from '@kerabat/core/base/units';
import { jointDrawing } from '@kerabat/core/tell/drawing';
import { compareRods, rodCut, rodGap } from '@kerabat/core/work/rod';
import { SettingsService } from '../../api/settings-service';
import { DrawingView } from '../../drawing/drawing';
import { Folded } from '../../parts/folded';
import { QuantityField } from '../../parts/quantity-field';
import { StateMark } from '../../parts/state-mark';
import { TextField } from '../../parts/text-field';

const mm = (q: Quantity | undefined): number | undefined => (q === undefined ? undefined : toBase(q));

/**
 * Rod and clearance: the gap between booster and master, old rod against new, and the thread that stays in the fork.
 */
@Component({
  selector: 'app-rod-tools',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DrawingView, MatSelectModule, MatFormFieldModule, Folded, TextField, QuantityField, StateMark],
  providers: [SettingsService],
  templateUrl: './rod-tools.html',
  styleUrl: './rod-tools.scss',
})
export class RodTools {
  private readonly settings = inject(SettingsService).current;
  /** What is known already, as it would be typed: "13.8". */
  readonly recessText = input('');
  readonly pinText = input('');
  readonly ratioText = input('');
  readonly threadText = input('');

  protected readonly texts = { recess: signal(''), pin: signal('') };
  protected readonly recess = signal<Quantity | undefined>(undefined);
  protected readonly pin = signal<Quantity | undefined>(undefined);
  protected readonly plate = signal<Quantity | undefined>(undefined);
  protected readonly insert = signal<Quantity | undefined>(undefined);
  protected readonly pitch = signal<Quantity | undefined>(undefined);
  protected readonly ratio = signal('');
  private readonly ratioValue = computed(() => {
    const value = Number(this.ratio().replace(',', '.'));
    return this.ratio().trim() !== '' && value > 0 && value < 20 ? value : undefined;
  });
  protected readonly ratioProblem = computed(() => this.ratio().trim() !== '' && this.ratioValue() === undefined);

  protected readonly gap = computed(() => {
    const [recess, pin, plate, insert, pitch, ratio] = [
      mm(this.recess()),
      mm(this.pin()),
      mm(this.plate()),
      mm(this.insert()),
      mm(this.pitch()),
      this.ratioValue(),
    ];
    if (recess === undefined || pin === undefined) return undefined;
    return rodGap(
      {
        recessMm: recess,
        pinMm: pin,
        ...(plate === undefined ? {} : { plateMm: plate }),
        ...(insert === undefined ? {} : { insertMm: insert }),
        ...(pitch === undefined ? {} : { pitchMm: pitch }),
        ...(ratio === undefined ? {} : { pedalRatio: ratio }),
      },
      this.settings(),
    );
  });
  /** The faces apart, from what is typed. Without a value a usual size is dotted. */
  private readonly drawn = computed(() => {
    const fact = (attribute: 'booster-pin' | 'plate' | 'recess-depth' | 'insert', q: Quantity | undefined) =>
      q === undefined ? [] : [{ attribute, value: toBase(q) }];
    const gap = this.gap()?.gapMm;
    return jointDrawing({
      kind: 'push',
      a: [...fact('booster-pin', this.pin()), ...fact('plate', this.plate())],
      b: [...fact('recess-depth', this.recess()), ...fact('insert', this.insert())],
      ...(gap === undefined ? {} : { gap }),
    });
  });
  protected readonly drawing = computed(() => ({
    ...this.drawn(),
    views: this.drawn().views.filter(({ id }) => id === 'section'),
  }));
  protected readonly detail = computed(() => this.drawn().details?.[0]);
  protected readonly labels = new Map(
    ['b:recess-depth', 'a:booster-pin', 'a:plate', 'b:insert'].map((key) => [key, { width: 164, height: 64 }]),
  );
  protected readonly gapState = computed(() => {
    const verdict = this.gap()?.verdict;
    return verdict === 'within'
      ? 'fits'
      : verdict === 'no-clearance'
        ? 'does-not-fit'
        : verdict === 'open'
          ? 'not-known'
          : 'fits-with-change';
  });

  protected readonly by = signal<'depth' | 'turns' | 'mark'>('depth');
  protected readonly old = signal<Quantity | undefined>(undefined);
  protected readonly new = signal<Quantity | undefined>(undefined);
  protected readonly oldTurns = signal('');
  protected readonly newTurns = signal('');
  protected readonly thread = signal('');
  protected readonly compared = computed(() => {
    const turns = this.by() === 'turns';
    const [oldValue, newValue] = turns
      ? [count(this.oldTurns()), count(this.newTurns())]
      : [mm(this.old()), mm(this.new())];
    if (oldValue === undefined || newValue === undefined) return undefined;
    const thread = this.thread().trim();
    return compareRods({ by: this.by(), oldValue, newValue, ...(thread === '' ? {} : { rodThread: thread }) });
  });

  protected readonly turnsShowing = signal('');
  protected readonly length = signal<Quantity | undefined>(undefined);
  protected readonly cut = signal<Quantity | undefined>(undefined);
  protected readonly engaged = computed(() => {
    const [turns, length, cut, thread] = [
      count(this.turnsShowing()),
      mm(this.length()),
      mm(this.cut()),
      this.thread().trim(),
    ];
    if (thread === '' || turns === undefined) return undefined;
    const found = rodCut(
      {
        rodThread: thread,
        turnsShowing: turns,
        ...(length === undefined ? {} : { threadLengthMm: length }),
        ...(cut === undefined ? {} : { cutMm: cut }),
      },
      this.settings(),
    );
    return 'exposedMm' in found
      ? found
      : {
          exposedMm: undefined,
          exposedAfterMm: undefined,
          engagement: undefined,
          because: found.because,
          caution: undefined,
        };
  });

  constructor() {
    effect(() => this.texts.recess.set(this.recessText()));
    effect(() => this.texts.pin.set(this.pinText()));
    effect(() => this.ratio.set(this.ratioText()));
    effect(() => this.thread.set(this.threadText()));
  }

  protected both = (value: number): string => printBoth({ value: Math.round(value * 1000) / 1000, unit: 'mm' });
  protected turnsWords = (turns: number): string =>
    Math.abs(turns) < 0.05 && this.gap()?.verdict === 'within'
      ? 'The pin is where it should be.'
      : `${Math.abs(turns).toFixed(2)} turns of the adjuster to ${turns > 0 ? 'lengthen' : 'shorten'} ` +
        'the pin to the middle of the target.';
}

const count = (text: string): number | undefined => {
  const value = Number(text.trim().replace(',', '.'));
  return text.trim() !== '' && value >= 0 && value <= 200 ? value : undefined;
};
