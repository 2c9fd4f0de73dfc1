import { ChangeDetectionStrategy, Component, computed, effect, inject, input, model, output } from '@angular/core';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { printBoth, type Quantity, type ReadOptions, readQuantity } from '@kerabat/core/base/units';
import { findAttribute } from '@kerabat/core/named/attribute';
import { Instruments, InstrumentSubscription, type LiveReading, readingText, TAKE_KEY } from '../api/instruments';
import { LiveReadingPart } from './live-reading';

/** Takes a quantity as people write it, and echoes what it understood, in both systems, before anything is computed. */
@Component({
  selector: 'app-quantity-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatFormFieldModule, MatInputModule, LiveReadingPart],
  host: { '[class.compact]': 'compact()' },
  template: `
    <mat-form-field>
      <mat-label>{{ label() }}</mat-label>
      <input
        #field
        matInput
        class="mono"
        autocomplete="off"
        [value]="text()"
        (input)="text.set(field.value)"
        [attr.aria-invalid]="!reading().recognised && text() !== ''"
        [attr.aria-describedby]="id"
        (focus)="measured() && subscription.subscribe()"
        (blur)="subscription.unsubscribe()"
        (keydown)="onKey($event)"
      />
    </mat-form-field>
    <span class="echo mono" [id]="id" aria-live="polite" [class.bad]="!reading().recognised && text() !== ''">{{
      echo()
    }}</span>
    @if (subscription.listening()) {
      <app-live-reading class="doubt" [pitch]="expects() === 'pitch'" (taken)="take($event)" />
    }
    @if (reading().doubt; as doubt) {
      <span class="doubt needs-you small">{{ doubt }}</span>
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(9rem, 12rem) 1fr;
      gap: 4px 12px;
      align-items: center;
    }
    :host(.compact) {
      grid-template-columns: minmax(0, 1fr);
      gap: 0;
    }
    :host(.compact) .echo {
      font-size: var(--size-small);
      min-height: 17px;
    }
    .echo {
      color: var(--quiet);
    }
    .echo.bad {
      color: var(--nofit);
    }
    .doubt {
      grid-column: 1 / -1;
    }
  `,
})
export class QuantityField {
  private static count = 0;
  protected readonly id = `quantity-echo-${QuantityField.count++}`;
  readonly label = input.required<string>();
  /** Little room: the echo stands below, and nothing is said until something is written. */
  readonly compact = input(false);
  readonly expects = input<ReadOptions['expects']>('length');
  /** An attribute whose usual range decides whether a value is doubted. */
  readonly attribute = input<string>();
  readonly text = model('');
  readonly quantity = output<Quantity | undefined>();

  private readonly instruments = inject(Instruments);
  protected readonly subscription = new InstrumentSubscription(this.instruments);
  /** The bench instruments measure lengths and pitches. */
  protected readonly measured = computed(() => this.expects() === 'length' || this.expects() === 'pitch');

  protected readonly reading = computed(() => {
    const usual = findAttribute(this.attribute() ?? '')?.usual;
    return readQuantity(this.text(), { expects: this.expects(), ...(usual ? { usual } : {}) });
  });
  protected readonly echo = computed(() => {
    const { quantity, problem } = this.reading();
    if (quantity) return printBoth(quantity, this.expects());
    return this.text() === '' ? (this.compact() ? '' : 'like 1-1/16, 26.9 or 26,9 mm') : (problem ?? '');
  });

  constructor() {
    effect(() => this.quantity.emit(this.reading().quantity));
  }

  protected onKey(event: KeyboardEvent): void {
    const live = this.expects() === 'pitch' ? this.instruments.pitchGauge() : this.instruments.caliper();
    if (event.key !== TAKE_KEY || !live || !this.subscription.listening()) return;
    event.preventDefault();
    this.take(live);
  }

  protected take(live: LiveReading): void {
    this.text.set(readingText(live));
  }
}
