import { Directive, ElementRef, inject, InjectionToken, type OnDestroy } from '@angular/core';
import type ApexCharts from 'apexcharts';
import type { ApexOptions } from 'apexcharts';

/** Where the chart library comes from: loaded when the first chart is shown. */
export const CHARTS = new InjectionToken('charts', { factory: () => () => import('apexcharts') });

/** What a chart takes from the page that it stands in: its letters, and its colours as the browser resolves them. */
export interface ChartLook {
  readonly text: string;
  readonly font: string;
  readonly ink: string;
  readonly quiet: string;
  readonly line: string;
}

/** What every chart has: it is drawn when its library is there, anew when its figures change, and ends with it. */
@Directive()
export abstract class ChartHost implements OnDestroy {
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly library = inject(CHARTS);
  private chart: ApexCharts | undefined;
  /** Counts the drawings asked for; one that was overtaken, or whose view is gone, is not made. */
  private asked = 0;

  ngOnDestroy(): void {
    this.asked++;
    this.chart?.destroy();
  }

  protected async show(options: (look: ChartLook) => ApexOptions): Promise<void> {
    const mine = ++this.asked;
    const { default: Apex } = await this.library();
    if (mine !== this.asked) return;
    this.chart?.destroy();
    const style = getComputedStyle(this.host.nativeElement);
    const of = (name: string): string => resolved(this.host.nativeElement, style.getPropertyValue(name).trim());
    const look = {
      text: style.color,
      font: style.fontFamily,
      ink: of('--ink'),
      quiet: of('--quiet'),
      line: of('--line'),
    };
    const own = options(look);
    this.chart = new Apex(this.host.nativeElement, {
      grid: { borderColor: look.line },
      tooltip: { enabled: false },
      ...own,
      chart: {
        toolbar: { show: false },
        animations: { enabled: false },
        zoom: { enabled: false },
        fontFamily: look.font,
        foreColor: look.text,
        ...own.chart,
      } as ApexOptions['chart'] & object,
    });
    await this.chart.render();
  }
}

/** A colour as the browser resolves it (light-dark() included), for a library that parses colours itself. */
function resolved(host: HTMLElement, colour: string): string {
  const before = host.style.color;
  host.style.color = colour;
  const value = getComputedStyle(host).color;
  host.style.color = before;
  return value;
}
