import { ChangeDetectionStrategy, Component, computed, effect, input, output, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { readQuantity, toBase } from '@kerabat/core/base/units';
import type { FeelField } from '@kerabat/core/work/feel';
import type { Entered, Origin } from './feel-desk';
import { shown } from './making';

const ORIGINS: Readonly<Record<Origin, string>> = {
  measured: 'measured',
  recorded: 'recorded',
  setting: 'setting',
  'worked-out': 'worked out',
  assumed: 'assumed',
  typed: 'entered here',
};
const EXPECTS = { mm: 'length', N: 'force', MPa: 'pressure' } as const;

/** One value of one set-up: shown with what it rests on, and entered as people write it. */
@Component({
  selector: 'app-feel-cell',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatFormFieldModule, MatInputModule, ReactiveFormsModule],
  template: `
    <mat-form-field class="tight">
      <input
        matInput
        class="mono"
        autocomplete="off"
        maxlength="30"
        [formControl]="control"
        [placeholder]="entered() ? '' : placeholder()"
        [attr.aria-label]="field().words + ', ' + name()"
        (blur)="take()"
        (keydown.enter)="take()"
      />
    </mat-form-field>
    <span class="small" [class.assumed]="entered()?.origin === 'assumed'" [class.bad]="problem()">{{ note() }}</span>
  `,
  styles: `
    :host {
      display: grid;
      gap: 0;
    }
    mat-form-field {
      width: 7.5rem;
    }
    .small {
      margin: 0;
      color: var(--quiet);
      font-size: var(--size-small);
      line-height: 1.25;
      max-width: 11rem;
    }
    .assumed {
      color: var(--change);
    }
    .bad {
      color: var(--nofit);
    }
  `,
})
export class FeelCell {
  readonly field = input.required<Pick<FeelField, 'words' | 'unit' | 'least' | 'most' | 'usual' | 'optional'>>();
  /** What the set-up is called. */
  readonly name = input.required<string>();
  readonly entered = input<Entered>();
  /** Why the value cannot be so. */
  readonly fault = input<string>();
  readonly changed = output<number | undefined>();
  protected readonly control = new FormControl('', { nonNullable: true });
  /** What is typed stays until the value itself is another one. */
  private readonly value = computed(() => this.entered()?.value);
  private readonly text = toSignal(this.control.valueChanges, { initialValue: '' });
  private readonly refused = signal<string | undefined>(undefined);
  protected readonly problem = computed(() => this.refused() ?? this.fault());
  protected readonly placeholder = computed(() => {
    const { usual, unit } = this.field();
    return usual ? `usual ${usual.value}${unit === '' ? '' : ` ${unit}`}` : 'not known';
  });
  protected readonly note = computed(() => {
    const problem = this.problem();
    if (problem !== undefined) return problem;
    const entered = this.entered();
    if (!entered) return this.field().optional ? 'not known' : 'missing';
    return `${ORIGINS[entered.origin]}${entered.from === undefined ? '' : `: ${entered.from}`}`;
  });

  constructor() {
    effect(() => {
      const value = this.value();
      this.control.setValue(value === undefined ? '' : shown(value, this.field().unit), { emitEvent: false });
      this.refused.set(undefined);
    });
  }

  protected take(): void {
    const text = this.control.value.trim();
    const entered = this.entered();
    if (text === (entered ? shown(entered.value, this.field().unit) : '')) return;
    const value = text === '' ? undefined : this.read(text);
    if (typeof value === 'string') return this.refused.set(value);
    this.refused.set(undefined);
    this.changed.emit(value);
  }

  /** A number in base units, or the sentence of why not. */
  private read(text: string): number | string {
    const { unit, least, most, words } = this.field();
    const expects = unit === 'mm' || unit === 'N' || unit === 'MPa' ? EXPECTS[unit] : undefined;
    const bare = /^\d+([.,]\d+)?$/.test(text);
    const plain = Number(text.replace(/\s*(kg|g)$/, '').replace(',', '.'));
    const reading = expects && !(bare && unit !== 'mm') ? readQuantity(text, { expects }) : undefined;
    if (reading && !reading.quantity) return reading.problem ?? 'This is no measurement.';
    const value = reading?.quantity ? toBase(reading.quantity) : plain;
    if (!Number.isFinite(value)) return `"${text}" is not a number.`;
    return value < least || value > most
      ? `${words} lies between ${least} and ${most}${unit === '' ? '' : ` ${unit}`}.`
      : value;
  }
}
