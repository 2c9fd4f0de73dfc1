import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { FeelSheet } from '@kerabat/contract';
import { clutchInput, clutchRatios, clutchTravel, type ClutchSide } from '@kerabat/core/feel';
import { clutchRatioWords, clutchWords } from '@kerabat/core/words';
import { boreName } from '@kerabat/core/bore';

const ROWS: readonly (readonly [keyof ClutchSide, string])[] = [
  ['pedalTravel', 'pedal travel'],
  ['freeTravel', 'free travel'],
  ['pedalRatio', 'pedal ratio'],
  ['masterBore', 'bore of the master'],
  ['slaveBore', 'bore of the slave'],
  ['wanted', 'travel that releases'],
];

/** From the clutch pedal to the slave, now and then. */
@Component({
  selector: 'app-clutch-feel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    <h2>{{ first() }}</h2>
    @for (one of said(); track one.name) {
      <p>
        <b>{{ one.name }}:</b> {{ one.words }}
      </p>
    }
    <table class="plain">
      <thead>
        <tr>
          <th>value</th>
          <th>now</th>
          <th>then</th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.words) {
          <tr>
            <th scope="row">{{ row.words }}</th>
            <td class="mono">{{ row.now }}</td>
            <td class="mono">{{ row.then }}</td>
          </tr>
        }
      </tbody>
    </table>
    <p class="small">
      What is not known is measured under <a routerLink="../fit/measure">Measure before you order</a>.
    </p>
  `,
  styles: `
    table {
      width: auto;
    }
  `,
})
export class ClutchFeel {
  readonly clutch = input.required<NonNullable<FeelSheet['clutch']>>();
  /** Port-closing travel and loss that this workshop takes. */
  readonly practice = input.required<FeelSheet['limits']>();

  protected readonly first = computed(() => {
    const ratios = clutchRatios(this.clutch().now, this.clutch().then);
    return ratios
      ? clutchRatioWords(ratios)
      : 'What changes cannot be said yet: the bores of master and slave are wanted, now and then.';
  });
  protected readonly said = computed(() =>
    (['now', 'then'] as const).flatMap((name) => {
      const input = clutchInput(this.clutch()[name], this.practice());
      return input ? [{ name, words: clutchWords(clutchTravel(input)) }] : [];
    }),
  );
  protected readonly rows = computed(
    () =>
    ROWS.map(([key, words]) => ({ words, now: this.say(key, this.clutch().now[key]), then: this.say(key, this.clutch().then[key]) })), // prettier-ignore
  );

  private say(key: keyof ClutchSide, value: number | undefined): string {
    if (value === undefined) return 'not known';
    if (key === 'pedalRatio') return value.toFixed(1);
    return (key === 'masterBore' || key === 'slaveBore' ? boreName(value) : undefined) ?? `${value} mm`;
  }
}
