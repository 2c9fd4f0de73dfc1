import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  input,
  model,
  signal,
  viewChildren,
} from '@angular/core';
import type { InterchangeAnswer, InterchangeEntry } from '@kerabat/contract';

/** One point of the map: something that would do, or would not. */
interface Point {
  readonly key: string;
  readonly words: string;
  readonly label: string;
  readonly ring: number;
  readonly x: number;
  readonly y: number;
  readonly r: number;
  readonly kind: InterchangeEntry['grade'] | 'geometry';
}

const RINGS: readonly { readonly kind: Point['kind']; readonly words: string }[] = [
  { kind: 'same', words: 'same unit' },
  { kind: 'drop-in', words: 'drop-in' },
  { kind: 'with-changes', words: 'with changes' },
  { kind: 'geometry', words: 'by geometry, unproven' },
  { kind: 'does-not-fit', words: 'does not fit' },
];
/** More names than this on one ring cannot be read. */
const MOST_LABELS = 14;
const STEP = 58;

/**
 * The interchange around the wanted unit: the nearer, the less has to be changed; the larger, the more it is trusted.
 * It says nothing that the table does not, and is read from the keyboard: arrows go round and between the rings, Enter
 * opens the path.
 */
@Component({
  selector: 'app-ring-map',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      [attr.viewBox]="view()"
      role="group"
      aria-label="Interchange as rings around the wanted unit"
      (wheel)="zoom($event)"
      (pointerdown)="grab($event)"
      (pointermove)="drag($event)"
      (pointerup)="drop()"
      (pointerleave)="drop()"
    >
      @for (ring of rings(); track ring.words) {
        <circle [attr.r]="ring.r" class="ring" />
        <text [attr.y]="-ring.r - 4" class="name" text-anchor="middle">{{ ring.words }} {{ ring.count }}</text>
      }
      <circle r="14" class="wanted" />
      <text y="28" class="label" text-anchor="middle">{{ name() }}</text>
      @for (p of points(); track p.key; let i = $index) {
        <g
          #spot
          role="button"
          [attr.tabindex]="i === at() ? 0 : -1"
          [attr.aria-label]="p.words"
          [attr.aria-pressed]="open() === p.key"
          [attr.transform]="'translate(' + p.x + ' ' + p.y + ')'"
          [class]="'point ' + p.kind"
          (click)="open.set(p.key)"
          (keydown)="key($event, i)"
          (focus)="at.set(i)"
        >
          <title>{{ p.words }}</title>
          <circle [attr.r]="p.r + 5" class="halo" />
          <circle [attr.r]="p.r" />
          @if (p.label) {
            <text
              [attr.x]="p.x < 0 ? -p.r - 4 : p.r + 4"
              dominant-baseline="central"
              class="label"
              [attr.text-anchor]="p.x < 0 ? 'end' : 'start'"
            >
              {{ p.label }}
            </text>
          }
        </g>
      }
    </svg>
    <p class="small quiet">
      Nearer: less to change. Larger: more trusted. Drag to move, wheel to enlarge; arrow keys go from one to the next.
    </p>
  `,
  styleUrl: './ring-map.scss',
})
export class RingMap {
  readonly interchange = input.required<Pick<InterchangeAnswer, 'entries' | 'byGeometry' | 'unitId'>>();
  readonly name = input('');
  /** The entry that is open beside the map. */
  readonly open = model('');
  protected readonly at = signal(0);
  private readonly spots = viewChildren<ElementRef<SVGGElement>>('spot');
  private readonly eye = signal({ x: 0, y: 0, scale: 1 });
  private grip: { readonly x: number; readonly y: number } | undefined;

  private readonly byRing = computed(() => {
    const { entries, byGeometry } = this.interchange();
    const point = (e: InterchangeEntry) => ({
      key: e.node,
      kind: e.grade as Point['kind'],
      trust: e.trust,
      label: e.numbers[0]?.written ?? e.name,
      words: wordsOf(e),
    });
    const geometric = byGeometry.map((u) => ({
      key: u.unitId,
      kind: 'geometry' as const,
      trust: 0.4,
      label: u.numbers[0] ?? u.name,
      words: `${u.maker} ${u.name}, by geometry, unproven, ${u.differences.length} differences`,
    }));
    const all = [...entries.map(point), ...geometric];
    return RINGS.map(({ kind, words }) => ({ words, points: all.filter((p) => p.kind === kind) })).filter(
      (ring) => ring.points.length > 0,
    );
  });
  private readonly radii = computed(() => {
    // A full ring needs room: the next one begins outside of it.
    let r = 20;
    return this.byRing().map(({ points }) => (r = Math.max(r + STEP, (points.length * 15) / (2 * Math.PI))));
  });
  protected readonly rings = computed(() =>
    this.byRing().map(({ words, points }, i) => ({ words, count: points.length, r: this.radii()[i] ?? 0 })),
  );
  protected readonly points = computed<readonly Point[]>(() =>
    this.byRing().flatMap(({ points }, ring) =>
      points.map(({ key, kind, trust, label, words }, i) => {
        // Nothing stands at the top, where the ring's name is; every other ring is turned a little, so that names do
        // not meet.
        const angle = ((i + 0.5 + (ring % 2) * 0.12) / points.length) * 2 * Math.PI - Math.PI / 2;
        const r = this.radii()[ring] ?? 0;
        return {
          key,
          kind,
          words: words.includes(label) ? words : `${label}: ${words}`,
          ring,
          r: 4 + 6 * trust,
          label: points.length > MOST_LABELS ? '' : label,
          x: r * Math.cos(angle),
          y: r * Math.sin(angle),
        };
      }),
    ),
  );
  private readonly reach = computed(() => Math.max(160, ...this.radii()) + 46);
  protected readonly view = computed(() => {
    const { x, y, scale } = this.eye();
    const half = this.reach() / scale;
    // Wider than high: names stand beside their points.
    return `${x - half * 1.7} ${y - half} ${half * 3.4} ${half * 2}`;
  });

  protected zoom(event: WheelEvent): void {
    event.preventDefault();
    this.eye.update((eye) => ({
      ...eye,
      scale: Math.min(8, Math.max(0.5, eye.scale * (event.deltaY < 0 ? 1.15 : 1 / 1.15))),
    }));
  }

  protected grab(event: PointerEvent): void {
    this.grip = { x: event.clientX, y: event.clientY };
  }

  protected drag(event: PointerEvent): void {
    if (!this.grip) return;
    const width = (event.currentTarget as SVGSVGElement).clientWidth || 1;
    const perPixel = (this.reach() * 3.4) / this.eye().scale / width;
    const [dx, dy] = [event.clientX - this.grip.x, event.clientY - this.grip.y];
    this.grip = { x: event.clientX, y: event.clientY };
    this.eye.update((eye) => ({ ...eye, x: eye.x - dx * perPixel, y: eye.y - dy * perPixel }));
  }

  protected drop(): void {
    this.grip = undefined;
  }

  protected key(event: KeyboardEvent, i: number): void {
    const points = this.points();
    if (event.key === 'Enter' || event.key === ' ') this.open.set(points[i]?.key ?? '');
    else if (event.key === 'ArrowRight') this.go((i + 1) % points.length);
    else if (event.key === 'ArrowLeft') this.go((i + points.length - 1) % points.length);
    else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      const ring = (points[i]?.ring ?? 0) + (event.key === 'ArrowDown' ? 1 : -1);
      const next = points.findIndex((p) => p.ring === ring);
      if (next >= 0) this.go(next);
    } else return;
    event.preventDefault();
  }

  private go(i: number): void {
    this.at.set(i);
    this.spots()[i]?.nativeElement.focus();
  }
}

const wordsOf = (e: InterchangeEntry): string =>
  `${e.name}, ${e.grade.replace(/-/g, ' ')}, trust ` +
  `${e.trust.toFixed(2)}${e.conditions.length > 0 ? `, ${e.conditions.length} conditions` : ''}` +
  `${e.disputed ? ', disputed' : ''}`;
