import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { AttributeName } from '@kerabat/core/attribute';
import { arrowAt, sketchOf, SKETCH_HEIGHT, SKETCH_WIDTH } from '@kerabat/core/sketch';

const points = (list: readonly (readonly [number, number])[]): string => list.map((p) => p.join(',')).join(' ');

/** A small drawing of how a dimension is taken. */
@Component({
  selector: 'app-sketch',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.viewBox]="box" role="img" [attr.aria-label]="sketch().words">
      @for (stroke of sketch().strokes; track $index) {
        @switch (stroke.kind) {
          @case ('circle') {
            <circle [attr.cx]="stroke.x" [attr.cy]="stroke.y" [attr.r]="stroke.r" [class]="stroke.look" />
          }
          @case ('line') {
            <polyline [attr.points]="points(stroke.points)" [class]="stroke.look" />
          }
          @case ('words') {
            <text [attr.x]="stroke.x" [attr.y]="stroke.y">{{ stroke.words }}</text>
          }
          @case ('dimension') {
            <g class="dimension">
              <polyline [attr.points]="points([stroke.from, stroke.to])" />
              <polygon [attr.points]="points(arrowAt(stroke.from, stroke.to))" />
              <polygon [attr.points]="points(arrowAt(stroke.to, stroke.from))" />
            </g>
          }
        }
      }
    </svg>
  `,
  styles: `
    svg {
      width: 100%;
      display: block;
    }
    circle,
    polyline {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.6;
    }
    .hidden {
      stroke: var(--quiet);
      stroke-width: 1;
      stroke-dasharray: 3 2;
    }
    .axis {
      stroke: var(--quiet);
      stroke-width: 0.8;
      stroke-dasharray: 8 2 2 2;
    }
    .dimension polyline {
      stroke: var(--link);
      stroke-width: 1.2;
    }
    polygon {
      fill: var(--link);
    }
    text {
      font-size: 8px;
      fill: var(--quiet);
    }
  `,
})
export class SketchDrawing {
  readonly attribute = input.required<string>();
  protected readonly sketch = computed(() => sketchOf(this.attribute() as AttributeName));
  protected readonly box = `0 0 ${SKETCH_WIDTH} ${SKETCH_HEIGHT}`;
  protected readonly points = points;
  protected readonly arrowAt = arrowAt;
}
