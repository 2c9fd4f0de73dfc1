import { NgTemplateOutlet } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  contentChild,
  effect,
  ElementRef,
  inject,
  input,
  output,
  signal,
  TemplateRef,
  untracked,
  viewChild,
} from '@angular/core';
import type { FourState } from '@kerabat/core/base/state';
import {
  arrowAt,
  type Drawing,
  type LaidLabel,
  layOut,
  pathOf,
  type Point,
  type Shape,
} from '@kerabat/core/tell/drawing';

/** What a label takes in px; a drawing tells only what has one. */
export interface LabelSize {
  readonly width: number;
  readonly height: number;
}

/** Below this width views lie under each other and labels become numbers. */
export const NARROW = 370;

/**
 * A drawing to scale from its shapes, with a template for what stands at each label. A second drawing lies over it
 * where the two differ: the old unit, what was found. Everything that it shows is told in words too.
 */
@Component({
  selector: 'app-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [NgTemplateOutlet],
  templateUrl: './drawing.html',
  styleUrl: './drawing.scss',
})
export class DrawingView {
  readonly drawing = input.required<Drawing>();
  /** Drawn over it in the second colour, where its shapes differ. */
  readonly over = input<Drawing>();
  /** What it shows, for whoever cannot see it. */
  readonly words = input.required<string>();
  readonly labels = input<ReadonlyMap<string, LabelSize>>(new Map());
  readonly states = input<ReadonlyMap<string, FourState>>(new Map());
  readonly active = input<string>();
  readonly mostHeight = input(240);
  readonly mostScale = input(6);
  readonly numbered = input<boolean>();
  /** Without titles and without the bar of the scale: a picture. */
  readonly bare = input(false);
  readonly pointed = output<string | undefined>();
  /** How wide it came to be, for whoever decides between fields on the drawing and a list below it. */
  readonly wide = output<number>();

  protected readonly labelTemplate = contentChild<TemplateRef<{ $implicit: LaidLabel; n: number }>>(TemplateRef);
  private readonly frame = viewChild.required<ElementRef<HTMLElement>>('frame');
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly width = signal(0);
  protected readonly hatch = `cut-${++drawings}`;

  constructor() {
    const watch = new ResizeObserver(([entry]) => this.width.set(Math.floor(entry?.contentRect.width ?? 0)));
    effect((onEnd) => {
      const element = this.frame().nativeElement;
      watch.observe(element);
      onEnd(() => watch.disconnect());
    });
    effect(() => {
      const width = this.width();
      // Before it is laid out nobody knows how wide it is: no list of fields comes and goes.
      if (width > 0) untracked(() => this.wide.emit(width));
    });
  }

  protected readonly small = computed(() => this.numbered() ?? this.width() < NARROW);
  protected readonly laid = computed(() => {
    const width = this.width();
    if (width === 0) return undefined;
    const [labels, small] = [this.labels(), this.small()];
    return layOut(this.drawing(), {
      width,
      mostHeight: this.mostHeight(),
      mostScale: this.mostScale(),
      stacked: width < NARROW && this.drawing().views.length > 1,
      label: ({ key }) => (!labels.has(key) ? undefined : small ? { width: 26, height: 26 } : labels.get(key)),
    });
  });
  protected readonly views = computed(() => {
    const laid = this.laid();
    const second = this.over();
    return (laid?.views ?? []).map((placed) => {
      const shapes = this.drawing().views.find(({ id }) => id === placed.id)?.shapes ?? [];
      const over = second?.views.find(({ id }) => id === placed.id)?.shapes ?? [];
      const at = ([x, y]: Point): Point => [
        placed.at[0] + x * (laid?.scale ?? 1),
        placed.at[1] + y * (laid?.scale ?? 1),
      ];
      const drawn = (list: readonly Shape[]) => list.map((shape) => this.drawn(shape, at, laid?.scale ?? 1));
      return { ...placed, shapes: drawn(shapes), over: drawn(differing(over, shapes)) };
    });
  });
  protected readonly order = computed(() => {
    const keys = [...this.labels().keys()];
    const all = [...(this.laid()?.labels ?? [])].sort((a, b) => keys.indexOf(a.key) - keys.indexOf(b.key));
    return all.map((label, i) => ({ label, n: i + 1 }));
  });
  protected readonly arrow = (from: Point, to: Point): string =>
    arrowAt(from, to)
      .map((p) => p.map((n) => n.toFixed(1)).join(','))
      .join(' ');

  private drawn(shape: Shape, at: (p: Point) => Point, scale: number) {
    const state = shape.key === undefined ? undefined : this.states().get(shape.key);
    const look =
      `${shape.look}${shape.unknown ? ' unknown' : ''}` + `${shape.other ? ' other' : ''}${state ? ` ${state}` : ''}`;
    const fill = shape.look === 'cut' && !shape.unknown ? `url(#${this.hatch})` : null;
    return shape.kind === 'circle'
      ? { key: shape.key, look, fill, at: at(shape.at), r: shape.r * scale, d: undefined }
      : { key: shape.key, look, fill, d: pathOf(shape, at, scale), at: undefined, r: 0 };
  }

  protected stateOf = (key: string): string => this.states().get(key) ?? '';
  /** Puts the focus on the field or button at a label. */
  focusOn(key: string): void {
    const label = this.host.nativeElement.querySelector<HTMLElement>(`[data-key="${CSS.escape(key)}"]`);
    label?.querySelector<HTMLElement>('input, mat-select, button')?.focus();
  }
}

let drawings = 0;

/** Shapes of a second drawing that are not in the first as they are. */
function differing(over: readonly Shape[], under: readonly Shape[]): Shape[] {
  const same = new Set(under.map((shape) => JSON.stringify(shape)));
  return over.filter(
    (shape) => shape.key !== undefined && !shape.unknown && shape.look !== 'axis' && !same.has(JSON.stringify(shape)),
  );
}
