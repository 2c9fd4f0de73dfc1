import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { outlineOf, type Shape, type View } from '@kerabat/core/outline';
import type { Spot } from '@kerabat/core/attribute';
import type { Fact } from '@kerabat/core/unit';

export interface DrawingMark {
  readonly spot: Spot;
  readonly label: string;
}

/** Space between the two views, in mm. */
const GAP = 18;

/**
 * A unit to scale from its facts: the bore in section and the face that it is bolted on with, at one scale. What was
 * found is drawn over what is recorded; what is not recorded is dotted. The same is said in words for whoever cannot see it.
 */
@Component({
  selector: 'app-unit-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.viewBox]="box()" role="img" [attr.aria-label]="label() + ', drawn to scale: ' + words()">
      @for (layer of layers(); track layer.name) {
        <g [attr.transform]="layer.at" [class]="layer.name">
          @for (shape of layer.shapes; track $index) {
            @switch (shape.kind) {
              @case ('circle') {
                <circle [attr.cx]="shape.x" [attr.cy]="shape.y" [attr.r]="shape.r" [class]="look(shape)">
                  <title>{{ shape.words }}</title>
                </circle>
              }
              @case ('box') {
                <rect
                  [attr.x]="shape.x"
                  [attr.y]="shape.y"
                  [attr.width]="shape.width"
                  [attr.height]="shape.height"
                  [class]="look(shape)"
                >
                  <title>{{ shape.words }}</title>
                </rect>
              }
              @case ('line') {
                <polyline [attr.points]="points(shape.points)" [class]="look(shape)">
                  <title>{{ shape.words }}</title>
                </polyline>
              }
            }
          }
        </g>
      }
      @for (mark of placed(); track mark.label) {
        <g [class.active]="mark.spot === active()" class="mark">
          <circle [attr.cx]="mark.x" [attr.cy]="mark.y" [attr.r]="size() * 2.1" />
          <text
            [attr.x]="mark.x"
            [attr.y]="mark.y"
            [attr.font-size]="size() * 2.6"
            dominant-baseline="central"
            text-anchor="middle"
          >
            {{ mark.label }}
          </text>
        </g>
      }
      <g class="bar">
        <line [attr.x1]="bar().x" [attr.x2]="bar().x + 20" [attr.y1]="bar().y" [attr.y2]="bar().y" />
        <text [attr.x]="bar().x + 22" [attr.y]="bar().y" [attr.font-size]="size() * 2.4" dominant-baseline="central">
          20 mm
        </text>
      </g>
    </svg>
  `,
  styleUrl: './unit-drawing.scss',
})
export class UnitDrawing {
  readonly label = input.required<string>();
  readonly facts = input.required<readonly Fact[]>();
  /** What was seen and measured, drawn over the record. */
  readonly found = input<readonly Fact[]>([]);
  readonly marks = input<readonly DrawingMark[]>([]);
  readonly active = input<string>();

  private readonly outline = computed(() => outlineOf(this.facts()));
  private readonly overlay = computed(() => outlineOf(this.found(), { only: true, ports: this.facts() }));
  protected readonly words = computed(() => {
    const { facts, missing } = this.outline();
    const found = this.overlay().facts;
    return [
      facts.join('; '),
      found.length > 0 ? `found: ${found.join('; ')}` : '',
      missing.length > 0 ? `not known: ${missing.join(', ')}` : '',
    ]
      .filter((part) => part !== '')
      .join('. ');
  });
  /** Both views beside each other with their axes on one line: the section's axis is the face's centre. */
  private readonly frame = computed(() => {
    const { section, face } = this.outline();
    const over = this.overlay();
    const [s, f] = [union(section.box, over.section), union(face.box, over.face)];
    const top = Math.min(s[1], f[1]);
    const bottom = Math.max(s[1] + s[3], f[1] + f[3]);
    return { s, f, top, height: bottom - top, shift: s[0] + s[2] + GAP - f[0], width: s[2] + GAP + f[2] };
  });
  protected readonly box = computed(() => {
    const { s, top, width, height } = this.frame();
    return [s[0], top, width, height + 12].map((n) => n.toFixed(1)).join(' ');
  });
  protected readonly layers = computed(() => {
    const shift = `translate(${this.frame().shift} 0)`;
    const [known, over] = [this.outline(), this.overlay()];
    return [
      { name: 'expected', at: '', shapes: known.section.shapes },
      { name: 'expected face', at: shift, shapes: known.face.shapes },
      { name: 'found', at: '', shapes: over.section.shapes },
      { name: 'found face', at: shift, shapes: over.face.shapes },
    ];
  });
  protected readonly placed = computed(() => {
    const { section, face } = this.outline();
    const shift = this.frame().shift;
    const taken = new Map<string, number>();
    return this.marks().flatMap((mark) => {
      const onFace = mark.spot === 'flange' ? face.spots.flange : undefined;
      const at = onFace ? ([onFace[0] + shift, onFace[1]] as const) : section.spots[mark.spot];
      if (!at) return [];
      const before = taken.get(mark.spot) ?? 0;
      taken.set(mark.spot, before + 1);
      return [{ ...mark, x: at[0] + before * this.size() * 4.4, y: at[1] }];
    });
  });
  /** One text unit in mm, so that letters are as large in a small drawing as in a large one. */
  protected readonly size = computed(() => Math.max(this.frame().width / 90, this.frame().height / 45));
  protected readonly bar = computed(() => {
    const { s, top, height } = this.frame();
    return { x: s[0] + 4, y: top + height + 6 };
  });

  protected look(shape: Shape): string {
    return `${shape.role}${shape.known ? '' : ' unknown'}${shape.behind ? ' behind' : ''}`;
  }

  protected points(points: readonly (readonly [number, number])[]): string {
    return points.map(([x, y]) => `${x},${y}`).join(' ');
  }
}

/** A box that holds a view and what lies over it. */
function union(box: View['box'], over: View): View['box'] {
  if (over.shapes.length === 0) return box;
  const [left, top] = [Math.min(box[0], over.box[0]), Math.min(box[1], over.box[1])];
  return [
    left,
    top,
    Math.max(box[0] + box[2], over.box[0] + over.box[2]) - left,
    Math.max(box[1] + box[3], over.box[1] + over.box[3]) - top,
  ];
}
