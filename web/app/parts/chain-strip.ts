import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatTooltipModule } from '@angular/material/tooltip';
import type { ChainView } from '@kerabat/contract';
import { lookup } from '@kerabat/core/base/lookup';
import type { FourState } from '@kerabat/core/base/state';
import { pathOf, type Point, type Shape, type StripItem, stripOf } from '@kerabat/core/tell/drawing';
import { STATE_WORDS, StateMark } from './state-mark';

/** What a name takes at least, px. */
const NAME = 190;

/** Kinds that hold the fluid of the other system: they are not drawn on this one's strip. */
const CLUTCH = /^(clutch|slave|fork|gearbox)/;

/**
 * The vehicle's parts in silhouette from pedal to wheel, as they will be, with what is there now over them where it
 * differs; circuits as two line weights, and the state of every joint where it is. It is the way around a job.
 */
@Component({
  selector: 'app-chain-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatTooltipModule, StateMark],
  templateUrl: './chain-strip.html',
  styleUrl: './chain-strip.scss',
})
export class ChainStrip {
  readonly chain = input.required<Pick<ChainView, 'system' | 'links' | 'joints'> & Partial<Pick<ChainView, 'parts'>>>();
  readonly focus = input<string>('');
  /** A joint was pressed: the place that it leads to. */
  readonly opened = output<string>();
  /** A part was pressed. */
  readonly part = output<string>();

  private readonly frame = viewChild.required<ElementRef<HTMLElement>>('frame');
  private readonly scroll = viewChild.required<ElementRef<HTMLElement>>('scroll');
  private readonly width = signal(0);

  constructor() {
    effect((onEnd) => {
      const watch = new ResizeObserver(([entry]) => this.width.set(Math.floor(entry?.contentRect.width ?? 0)));
      watch.observe(this.frame().nativeElement);
      onEnd(() => watch.disconnect());
    });
    // Where the strip is wider than its window, what is worked on is in sight.
    effect(() => {
      const worked = (this.strip()?.items ?? []).filter((item) => lookup(PLACES, this.focus())?.(item) ?? false);
      const window = this.scroll().nativeElement;
      if (worked.length === 0 || window.scrollWidth <= window.clientWidth) return;
      const middle = worked.reduce((sum, { box }) => sum + box.x + box.width / 2, 0) / worked.length;
      window.scrollLeft = middle - window.clientWidth / 2;
    });
  }

  protected readonly strip = computed(() => {
    const parts = (this.chain().parts ?? []).filter(
      (p) => CLUTCH.test(p.id) === (this.chain().system === 'clutch') && p.change !== 'goes',
    );
    return this.width() === 0 ? undefined : stripOf(parts, Math.max(this.width(), 620));
  });
  protected readonly items = computed(() => {
    const states = new Map((this.chain().parts ?? []).map((part) => [part.id, part]));
    return (this.strip()?.items ?? []).map((item) => ({
      ...item,
      shapes: item.shapes.map((shape) => drawn(shape, item)),
      old: item.old.map((shape) => drawn(shape, item)),
      state: states.get(item.id)?.state,
      change: states.get(item.id)?.change ?? 'stays',
      label: labelOf(states.get(item.id), item),
    }));
  });
  protected readonly marks = computed(() => {
    const strip = this.strip();
    return strip ? this.chain().joints.flatMap((joint) => markOf(joint, strip.items, strip.axis)) : [];
  });
  protected readonly links = computed(() => {
    const items = this.strip()?.items ?? [];
    const edge = this.strip()?.width ?? 0;
    const named = this.chain().links.flatMap((link) => {
      const own = items.filter((item) => lookup(PLACES, link.id)?.(item) ?? false);
      if (own.length === 0) return [];
      const x = Math.min(...own.map(({ box }) => box.x)) - 6;
      const end = link.id === 'front-brake' || link.id === 'rear-brake';
      const low = Math.max(...own.map(({ box }) => box.y + box.height));
      const middle = (Math.min(...own.map(({ box }) => box.y)) + low) / 2;
      // Wheel units are named at their left, below their line; the others below themselves.
      const place = end
        ? { right: this.width() - x + 24, top: middle + 5 }
        : { left: Math.min(x, edge - NAME), top: (this.strip()?.height ?? 0) + 2 };
      return [{ ...link, ...place }];
    });
    // A name has the room up to the next one, and the last up to the edge.
    return named.map((one) => {
      const after = named
        .filter(({ left = 0 }) => one.left !== undefined && left > one.left)
        .map(({ left = edge }) => left);
      return { ...one, width: one.left === undefined ? 200 : Math.min(...after, edge) - one.left - 8 };
    });
  });
  protected readonly path = (points: readonly Point[]): string =>
    points.map(([x, y], i) => `${i ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`).join('');
  protected readonly stateWords = STATE_WORDS;
}

const PLACES: Readonly<Record<string, (item: StripItem) => boolean>> = {
  pedal: ({ kind }) => kind === 'pedal',
  booster: ({ kind }) => kind === 'booster',
  'brake-master': ({ kind }) => kind === 'brake-master',
  'clutch-master': ({ kind }) => kind === 'clutch-master',
  'front-brake': ({ id, kind }) => id.startsWith('front') && (kind === 'caliper' || kind === 'wheel-cylinder'),
  'rear-brake': ({ id, kind }) => id.startsWith('rear') && (kind === 'caliper' || kind === 'wheel-cylinder'),
  slave: ({ kind }) => kind === 'slave',
};

function drawn(shape: Shape, { at: [x, y], scale }: StripItem) {
  const at = ([a, b]: Point): Point => [x + a * scale, y + b * scale];
  const look = `${shape.look}${shape.unknown ? ' unknown' : ''}`;
  return shape.kind === 'circle'
    ? { look, at: at(shape.at), r: shape.r * scale, d: undefined }
    : { look, d: pathOf(shape, at, scale), at: [0, 0] as Point, r: 0 };
}

const labelOf = (part: NonNullable<ChainView['parts']>[number] | undefined, item: StripItem): string =>
  [item.words, part?.next ?? part?.now ?? '', part && part.change !== 'stays' ? `(${part.change})` : '']
    .filter(Boolean)
    .join(' ');

interface Mark {
  readonly x: number;
  readonly y: number;
  readonly to: string;
  readonly state: FourState;
  readonly words: string;
  readonly name: string;
}

/**
 * Where the mark of a joint lies: between two parts on the axis, at the start of the lines, or before the wheel units.
 */
function markOf(joint: ChainView['joints'][number], items: readonly StripItem[], axis: number): Mark[] {
  const find = (place: string): StripItem | undefined => items.find((item) => lookup(PLACES, place)?.(item));
  const to = find(joint.to);
  const from = find(joint.from);
  const masters = items.filter(({ kind }) => kind === 'brake-master' || kind === 'clutch-master');
  const master = masters[masters.length - 1];
  const common = { to: joint.to, state: joint.state, words: joint.words, name: `Joint ${joint.from} to ${joint.to}` };
  if (joint.to === 'lines' && master) return [{ ...common, x: master.box.x + master.box.width + 20, y: axis }];
  if (!to) return [];
  if (from) return [{ ...common, x: (from.box.x + from.box.width + to.box.x) / 2, y: axis }];
  return [{ ...common, x: to.box.x - 18, y: to.box.y + to.box.height / 2 }];
}
