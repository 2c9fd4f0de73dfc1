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
import { type StripItem, stripOf } from '@kerabat/core/tell/drawing';
import { STATE_WORDS, StateMark } from './state-mark';
import { type ChangeOf, isOfClutch, StripPicture } from './strip-picture';

/** How high the parts are drawn, and the row of names below them, px. */
const DRAWN = 72;
const NAMES = 18;

/** The row of names is the wheel units' from so far before its right end, px. */
const WHEELS = 560;

/**
 * The vehicle's parts in silhouette from pedal to wheel, as they will be, with what is there now over them where it
 * differs; circuits as two line weights, and the state of every joint where it is. It is the way around a job.
 */
@Component({
  selector: 'app-chain-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatTooltipModule, StateMark, StripPicture],
  templateUrl: './chain-strip.html',
  styleUrl: './chain-strip.scss',
})
export class ChainStrip {
  readonly chain = input.required<Pick<ChainView, 'system' | 'links' | 'joints'> & Partial<Pick<ChainView, 'parts'>>>();
  readonly focus = input<string>('');
  /** Only the states, as a row of words. */
  readonly folded = input(false);
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
      (p) => isOfClutch(p.id) === (this.chain().system === 'clutch') && p.change !== 'goes',
    );
    return this.width() === 0 ? undefined : stripOf(parts, Math.max(this.width(), 620), DRAWN);
  });
  protected readonly items = computed(() => {
    const states = new Map((this.chain().parts ?? []).map((part) => [part.id, part]));
    return (this.strip()?.items ?? []).map((item) => ({
      ...item,
      state: states.get(item.id)?.state,
      label: labelOf(states.get(item.id), item),
    }));
  });
  protected readonly changeOf = computed((): ChangeOf => {
    const changes = new Map((this.chain().parts ?? []).map(({ id, change }) => [id, change]));
    return (id) => changes.get(id) ?? 'stays';
  });
  protected readonly marks = computed(() => {
    const strip = this.strip();
    return strip ? this.chain().joints.flatMap((joint) => markOf(joint, strip.items, strip.axis)) : [];
  });
  /** The joints by the place that they lead to, when the strip is folded. */
  protected readonly states = computed(() => {
    const words = new Map(this.chain().links.map((link) => [link.id, link.words]));
    return this.chain().joints.map((joint) => ({ ...joint, name: words.get(joint.to) ?? joint.to }));
  });
  protected readonly height = DRAWN + NAMES;
  /** Names in the row below the parts: those on the axis under themselves, the wheel units together at the right. */
  protected readonly links = computed(() => {
    const items = this.strip()?.items ?? [];
    const edge = this.strip()?.width ?? 0;
    const named = this.chain().links.flatMap((link) => {
      const own = items.filter((item) => lookup(PLACES, link.id)?.(item) ?? false);
      if (own.length === 0) return [];
      return [{ ...link, x: Math.min(...own.map(({ ink }) => ink.x)) }];
    });
    const wheels = named.filter(({ id }) => id === 'front-brake' || id === 'rear-brake');
    const half = wheels.length === 0 ? edge : Math.max(edge - WHEELS, edge / 2);
    const starts = [...named.filter((one) => !wheels.includes(one)).map(({ x }) => x), half];
    return named.map((one) => {
      const wheel = wheels.indexOf(one);
      if (wheel >= 0) {
        const width = (edge - half) / wheels.length;
        return { ...one, left: undefined, right: (wheels.length - 1 - wheel) * width + 24, width: width - 16 };
      }
      const after = Math.min(...starts.filter((x) => x > one.x));
      const width = after - one.x - 12;
      // Where there is no room for what it is, its name alone is told; the rest is one press away.
      const now = width < 110 && one.next === undefined ? '' : one.now;
      return { ...one, now, left: one.x, right: undefined, width };
    });
  });

  /** One stop for Tab: within the strip the arrows go from part to joint to part. */
  protected walk(event: KeyboardEvent): void {
    const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    if (step === 0) return;
    const buttons = [...this.scroll().nativeElement.querySelectorAll('button')].sort(
      (a, b) => a.getBoundingClientRect().left - b.getBoundingClientRect().left,
    );
    const at = buttons.findIndex((button) => button === document.activeElement);
    buttons[Math.min(Math.max(at + step, 0), buttons.length - 1)]?.focus();
    event.preventDefault();
    event.stopPropagation();
  }

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
  if (joint.to === 'lines' && master) return [{ ...common, x: master.ink.x + master.ink.width + 16, y: axis }];
  // To a lever comes no pedal that is drawn, nor a joint that anybody touched.
  const none = !from && joint.from !== 'lines' && joint.words === 'untouched';
  if (!to || none) return [];
  if (from) return [{ ...common, x: (from.ink.x + from.ink.width + to.ink.x) / 2, y: axis }];
  return [{ ...common, x: to.ink.x - 14, y: to.box.y + to.box.height / 2 }];
}
