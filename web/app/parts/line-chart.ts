import {
  ChangeDetectionStrategy,
  Component,
  effect,
  ElementRef,
  inject,
  InjectionToken,
  input,
  type OnDestroy,
} from '@angular/core';
import type ApexCharts from 'apexcharts';
import { resolvedColour } from './chart-colours';

/** Where the chart library comes from: loaded when the first chart is shown. */
export const CHARTS = new InjectionToken('charts', { factory: () => () => import('apexcharts') });

export interface Curve {
  readonly name: string;
  readonly points: readonly (readonly [number, number])[];
}

/** How the curves are told apart where no colour is seen. */
const STROKES = ['dashed', 'full', 'short dashes', 'dots'];

/** Curves over one another. The same facts stand beside it as text, so it is hidden from readers. */
@Component({
  selector: 'app-line-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: ``,
  host: { 'aria-hidden': 'true' },
  styles: `
    :host {
      display: block;
      min-height: 250px;
      min-width: 0;
      overflow: hidden;
    }
  `,
})
export class LineChart implements OnDestroy {
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly curves = input.required<readonly Curve[]>();
  readonly xWords = input.required<string>();
  readonly yWords = input.required<string>();
  /** Digits behind the point along x. */
  readonly decimals = input(0);
  private readonly library = inject(CHARTS);
  private chart: ApexCharts | undefined;
  /** Counts the drawings asked for; one that was overtaken, or whose view is gone, is not made. */
  private asked = 0;

  constructor() {
    effect(() => void this.draw(this.curves(), this.xWords(), this.yWords(), this.decimals()));
  }

  ngOnDestroy(): void {
    this.asked++;
    this.chart?.destroy();
  }

  private async draw(curves: readonly Curve[], x: string, y: string, decimals: number): Promise<void> {
    const mine = ++this.asked;
    const { default: Apex } = await this.library();
    if (mine !== this.asked) return;
    this.chart?.destroy();
    const style = getComputedStyle(this.host.nativeElement);
    const [ink, quiet, line] = ['--ink', '--quiet', '--line'].map((name) => style.getPropertyValue(name).trim());
    const text = { colors: style.color, fontFamily: style.fontFamily };
    this.chart = new Apex(this.host.nativeElement, {
      chart: {
        type: 'line',
        height: 250,
        toolbar: { show: false },
        animations: { enabled: false },
        zoom: { enabled: false },
        fontFamily: style.fontFamily,
        foreColor: style.color,
      },
      series: curves.map((c, i) => ({
        name: `${c.name}, ${STROKES[i % STROKES.length] ?? ''}`,
        data: c.points.map(([px, py]) => ({ x: px, y: py })),
      })),
      // Told by their strokes, not by colour: the first is what is there now.
      stroke: { width: [2, 3, 2, 2], dashArray: [5, 0, 2, 9], curve: 'straight' },
      colors: [quiet, ink, ink, quiet].map((colour) => resolvedColour(this.host.nativeElement, colour ?? '')),
      grid: { borderColor: resolvedColour(this.host.nativeElement, line ?? '') },
      xaxis: { type: 'numeric', title: { text: x, style: text }, tickAmount: 5, decimalsInFloat: decimals },
      yaxis: { title: { text: y, style: text }, decimalsInFloat: 1, min: 0 },
      legend: { position: 'top' },
      tooltip: { enabled: false },
    });
    await this.chart.render();
  }
}
