import { ChangeDetectionStrategy, Component, effect, input } from '@angular/core';
import { ChartHost } from './chart-host';

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
export class LineChart extends ChartHost {
  readonly curves = input.required<readonly Curve[]>();
  readonly xWords = input.required<string>();
  readonly yWords = input.required<string>();
  /** Digits behind the point along x. */
  readonly decimals = input(0);

  constructor() {
    super();
    effect(() => void this.draw(this.curves(), this.xWords(), this.yWords(), this.decimals()));
  }

  private draw(curves: readonly Curve[], x: string, y: string, decimals: number): Promise<void> {
    return this.show(({ ink, quiet, text: color, font }) => {
      const text = { colors: color, fontFamily: font };
      return {
        chart: { type: 'line', height: 250 },
        series: curves.map((c, i) => ({
          name: `${c.name}, ${STROKES[i % STROKES.length] ?? ''}`,
          data: c.points.map(([px, py]) => ({ x: px, y: py })),
        })),
        // Told by their strokes, not by colour: the first is what is there now.
        stroke: { width: [2, 3, 2, 2], dashArray: [5, 0, 2, 9], curve: 'straight' },
        colors: [quiet, ink, ink, quiet],
        xaxis: { type: 'numeric', title: { text: x, style: text }, tickAmount: 5, decimalsInFloat: decimals },
        yaxis: { title: { text: y, style: text }, decimalsInFloat: 1, min: 0 },
        legend: { position: 'top' },
      };
    });
  }
}
