import { ChangeDetectionStrategy, Component, effect, input } from '@angular/core';
import { ChartHost } from './chart-host';

export interface Bar {
  readonly name: string;
  readonly value: number;
}

/**
 * Bars that lie beside their names; a second figure of the same things lies below the first. The same facts stand
 * beside it as text, so it is hidden from readers.
 */
@Component({
  selector: 'app-bar-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: ``,
  host: { 'aria-hidden': 'true' },
  styles: `
    :host {
      display: block;
      min-height: 200px;
      min-width: 0;
      overflow: hidden;
    }
  `,
})
export class BarChart extends ChartHost {
  readonly bars = input.required<readonly Bar[]>();
  readonly yWords = input.required<string>();
  readonly second = input<readonly Bar[]>();
  readonly secondWords = input('');

  constructor() {
    super();
    effect(() => void this.draw(this.bars(), this.second(), this.yWords(), this.secondWords()));
  }

  private draw(bars: readonly Bar[], second: readonly Bar[] | undefined, words: string, more: string): Promise<void> {
    const data = (list: readonly Bar[]) => list.map(({ value }) => Math.round(value * 10) / 10);
    // Room for the figure behind the longest bar.
    const most = Math.max(1, ...bars.map(({ value }) => value), ...(second ?? []).map(({ value }) => value));
    return this.show(({ ink, quiet }) => ({
      chart: { type: 'bar', height: 60 + bars.length * (second ? 44 : 34) },
      series: [{ name: words, data: data(bars) }, ...(second ? [{ name: more, data: data(second) }] : [])],
      plotOptions: { bar: { horizontal: true, dataLabels: { position: 'top' } } },
      dataLabels: { enabled: true, offsetX: 26, style: { colors: [ink] } },
      colors: [ink, quiet],
      xaxis: { categories: bars.map(({ name }) => name), labels: { show: false }, max: most * 1.2 },
      legend: { position: 'top', show: true, showForSingleSeries: true },
    }));
  }
}
