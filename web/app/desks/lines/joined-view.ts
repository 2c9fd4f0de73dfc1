import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { RouteAnswer } from '@kerabat/contract';
import type { Opening } from '@kerabat/core/named/fitting';
import { joinedDrawing } from '@kerabat/core/tell/drawing';
import { DrawingView } from '../../drawing/drawing';

/** A way from a port to a line in section: port, the pieces between, and the line’s end, each joint with its thread. */
@Component({
  selector: 'app-joined-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DrawingView],
  template: `
    @if (drawing(); as d) {
      <app-drawing
        [drawing]="d"
        words="the way from the port to the line, cut"
        [labels]="labels()"
        [mostHeight]="84"
        [mostScale]="4"
        [numbered]="false"
      >
        <ng-template let-label
          ><span class="small mono">{{ label.words }}</span></ng-template
        >
      </app-drawing>
    }
  `,
})
export class JoinedView {
  readonly port = input.required<Opening>();
  readonly line = input<{ readonly tube: string; readonly nut: string; readonly flare: string }>();
  readonly way = input.required<RouteAnswer['routes'][number]>();
  protected readonly drawing = computed(() => joinedDrawing(this.port(), this.way().steps, this.line()?.tube));
  protected readonly labels = computed(
    () =>
      new Map(
        this.drawing().views.flatMap(({ marks }) => marks.map(({ key }) => [key, { width: 120, height: 20 }] as const)),
      ),
  );
}
