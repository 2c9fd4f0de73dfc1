import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { mdiFitToScreenOutline, mdiMagnifyMinusOutline, mdiMagnifyPlusOutline } from '@mdi/js';
import { select } from 'd3-selection';
import { zoom, zoomIdentity, type ZoomTransform } from 'd3-zoom';
import { Icon } from '../parts/icon';

const STEP = 1.6;
const MOST = 8;

/**
 * A window on a drawing that can be looked at closer: by its buttons, by two fingers, by the wheel with Ctrl. At its
 * own size the page scrolls as ever; closer, the drawing is dragged. Fields on the drawing go with it and stay usable.
 */
@Component({
  selector: 'app-zoomable',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, Icon],
  template: `
    <div class="port" #port [class.closer]="by() > 1" (focusin)="follow($event)">
      <div class="stage" [style.transform]="transform()"><ng-content /></div>
    </div>
    <div class="buttons" role="group" aria-label="Look closer at the drawing">
      <button
        matIconButton
        type="button"
        aria-label="Closer"
        disabledInteractive
        [disabled]="by() >= most"
        (click)="closer(step)"
      >
        <app-icon [path]="icons.closer" />
      </button>
      <button
        matIconButton
        type="button"
        aria-label="Farther"
        disabledInteractive
        [disabled]="by() <= 1"
        (click)="closer(1 / step)"
      >
        <app-icon [path]="icons.farther" />
      </button>
      @if (by() > 1) {
        <button matIconButton type="button" aria-label="The whole drawing" (click)="whole()">
          <app-icon [path]="icons.whole" />
        </button>
      }
    </div>
  `,
  styleUrl: './zoomable.scss',
})
export class Zoomable {
  private readonly port = viewChild.required<ElementRef<HTMLElement>>('port');
  private readonly at = signal<ZoomTransform>(zoomIdentity);
  protected readonly by = (): number => this.at().k;
  protected readonly transform = (): string | null => {
    const { x, y, k } = this.at();
    return k === 1 ? null : `translate(${x}px, ${y}px) scale(${k})`;
  };
  protected readonly step = STEP;
  protected readonly most = MOST;
  protected readonly icons = {
    closer: mdiMagnifyPlusOutline,
    farther: mdiMagnifyMinusOutline,
    whole: mdiFitToScreenOutline,
  };

  private readonly zoom = zoom<HTMLElement, unknown>()
    .scaleExtent([1, MOST])
    .filter((event: Event) => this.isOurs(event))
    .on('zoom', ({ transform }: { transform: ZoomTransform }) => this.at.set(transform));

  constructor() {
    const ends = inject(DestroyRef);
    afterNextRender(() => {
      const port = this.port().nativeElement;
      // The drawing never leaves its window.
      this.zoom.extent(() => [
        [0, 0],
        [port.clientWidth, port.clientHeight],
      ]);
      this.zoom.constrain(({ k, x, y }, [, [width, height]]) =>
        zoomIdentity.translate(held(x, width * (1 - k)), held(y, height * (1 - k))).scale(k),
      );
      select(port).call(this.zoom).on('dblclick.zoom', null);
      ends.onDestroy(() => select(port).on('.zoom', null));
    });
  }

  private isOurs(event: Event): boolean {
    if (event instanceof WheelEvent) return event.ctrlKey;
    if (event.target instanceof Element && event.target.closest('input, button, a, mat-select')) return false;
    const fingers = 'touches' in event ? (event.touches as TouchList).length : 0;
    return fingers > 1 || this.by() > 1;
  }

  protected closer(by: number): void {
    this.zoom.scaleBy(select(this.port().nativeElement), by);
  }

  /** A field that has the focus is in the window. */
  protected follow({ target }: FocusEvent): void {
    if (this.by() === 1 || !(target instanceof Element)) return;
    const port = this.port().nativeElement;
    const [window, field] = [port.getBoundingClientRect(), target.getBoundingClientRect()];
    const out = (from: number, to: number, least: number, most: number): number =>
      from < least ? least - from : Math.min(0, most - to);
    const x = out(field.left, field.right, window.left, window.right);
    const y = out(field.top, field.bottom, window.top, window.bottom);
    if (x !== 0 || y !== 0) this.zoom.translateBy(select(port), x / this.by(), y / this.by());
  }

  protected whole(): void {
    this.zoom.transform(select(this.port().nativeElement), zoomIdentity);
  }
}

/** Between how far it may go and where it begins. */
const held = (value: number, least: number): number => Math.min(0, Math.max(least, value));
