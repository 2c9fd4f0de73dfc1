import { ChangeDetectionStrategy, Component, effect, ElementRef, inject, input, type OnDestroy } from '@angular/core';
import type ApexCharts from 'apexcharts';
import { resolvedColour } from './chart-colours';
import { CHARTS } from './line-chart';

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
export class BarChart implements OnDestroy {
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly bars = input.required<readonly Bar[]>();
  readonly yWords = input.required<string>();
  readonly second = input<readonly Bar[]>();
  readonly secondWords = input('');
  private readonly library = inject(CHARTS);
  private chart: ApexCharts | undefined;
  private asked = 0;

  constructor() {
    effect(() => void this.draw(this.bars(), this.second(), this.yWords(), this.secondWords()));
  }

  ngOnDestroy(): void {
    this.asked++;
    this.chart?.destroy();
  }

  private async draw(
    bars: readonly Bar[],
    second: readonly Bar[] | undefined,
    words: string,
    more: string,
  ): Promise<void> {
    const mine = ++this.asked;
    const { default: Apex } = await this.library();
    if (mine !== this.asked) return;
    this.chart?.destroy();
    const host = this.host.nativeElement;
    const style = getComputedStyle(host);
    const [ink, quiet, line] = ['--ink', '--quiet', '--line'].map((name) =>
      resolvedColour(host, style.getPropertyValue(name).trim()),
    );
    const data = (list: readonly Bar[]) => list.map(({ value }) => Math.round(value * 10) / 10);
    this.chart = new Apex(host, {
      chart: {
        type: 'bar',
        height: 60 + bars.length * (second ? 44 : 34),
        toolbar: { show: false },
        animations: { enabled: false },
        fontFamily: style.fontFamily,
        foreColor: style.color,
      },
      series: [{ name: words, data: data(bars) }, ...(second ? [{ name: more, data: data(second) }] : [])],
      plotOptions: { bar: { horizontal: true, dataLabels: { position: 'top' } } },
      dataLabels: { enabled: true, offsetX: 26, style: { colors: [ink ?? ''] } },
      colors: [ink, quiet],
      grid: { borderColor: line ?? '' },
      xaxis: { categories: bars.map(({ name }) => name), labels: { show: false } },
      legend: { position: 'top', show: true, showForSingleSeries: true },
      tooltip: { enabled: false },
    });
    await this.chart.render();
  }
}
