import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { pathOf, type Point, type Shape, type Strip, type StripItem } from '@kerabat/core/tell/drawing';

/** Parts that hold the fluid of the clutch: they are not drawn on the strip of the brake, nor others on theirs. */
export const isOfClutch = (id: string): boolean => /^(clutch|slave|fork|gearbox)/.test(id);

/** What becomes of a part: "stays", "new", "changed" … */
export type ChangeOf = (id: string) => string;

/** A chain in silhouette: its parts and its lines, circuits as two line weights. What can be pressed lies over it. */
@Component({
  selector: 'app-strip-picture',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let s = strip();
    <svg
      [attr.viewBox]="'0 0 ' + s.width + ' ' + s.height"
      [attr.width]="s.width"
      [attr.height]="words() ? null : s.height"
      [attr.role]="words() ? 'img' : null"
      [attr.aria-label]="words() || null"
      [attr.aria-hidden]="words() ? null : true"
    >
      <line class="axis" x1="6" [attr.y1]="s.axis" [attr.x2]="s.width - 6" [attr.y2]="s.axis" />
      @for (line of s.lines; track line.from + line.to + line.parts[0]) {
        <path [attr.class]="'line c' + line.circuit" [attr.d]="path(line.points)" />
      }
      @for (item of items(); track item.id) {
        <g [attr.class]="item.change">
          @for (shape of item.shapes; track $index) {
            @if (shape.d !== undefined) {
              <path [attr.class]="shape.look" [attr.d]="shape.d" />
            } @else {
              <circle [attr.class]="shape.look" [attr.cx]="shape.at[0]" [attr.cy]="shape.at[1]" [attr.r]="shape.r" />
            }
          }
          <g class="old">
            @for (shape of item.old; track $index) {
              @if (shape.d !== undefined) {
                <path [attr.d]="shape.d" />
              } @else {
                <circle [attr.cx]="shape.at[0]" [attr.cy]="shape.at[1]" [attr.r]="shape.r" />
              }
            }
          </g>
        </g>
      }
    </svg>
  `,
  styleUrl: './strip-picture.scss',
})
export class StripPicture {
  readonly strip = input.required<Strip>();
  readonly changeOf = input<ChangeOf>(() => 'stays');
  /** What it shows, for who cannot see it; without words it is the ground of something that says it. */
  readonly words = input('');
  protected readonly items = computed(() =>
    this.strip().items.map((item) => ({
      id: item.id,
      change: this.changeOf()(item.id),
      shapes: item.shapes.map((shape) => drawn(shape, item)),
      old: item.old.map((shape) => drawn(shape, item)),
    })),
  );
  protected readonly path = (points: readonly Point[]): string =>
    points.map(([x, y], i) => `${i ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`).join('');
}

function drawn(shape: Shape, { at: [x, y], scale }: StripItem) {
  const at = ([a, b]: Point): Point => [x + a * scale, y + b * scale];
  const look = `${shape.look}${shape.unknown ? ' unknown' : ''}`;
  return shape.kind === 'circle'
    ? { look, at: at(shape.at), r: shape.r * scale, d: undefined }
    : { look, d: pathOf(shape, at, scale), at: [0, 0] as Point, r: 0 };
}
