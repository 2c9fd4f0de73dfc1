import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { effortFor, filledArea, pushed, strokeFor } from '@kerabat/core/work/feel';
import { FeelDesk } from './feel-desk';

const WIDTH = 520;
const ROW = 34;
const PARTS = ['free', 'cut-off', 'fill', 'give'] as const;

/**
 * The stroke of each master at an everyday stop as a bar: free, cut-off, fill, give, and what is left. To one scale.
 */
@Component({
  selector: 'app-stroke-bar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (bars().length > 0) {
      <svg
        [attr.viewBox]="'0 0 ' + (width + 130) + ' ' + (bars().length * row + 4)"
        role="img"
        [attr.aria-label]="words()"
      >
        @for (bar of bars(); track bar.name; let i = $index) {
          <text class="name" x="0" [attr.y]="i * row + 19">{{ bar.name }}</text>
          @for (part of bar.parts; track part.kind) {
            <rect
              [attr.class]="part.kind"
              [attr.x]="70 + part.from * scale()"
              [attr.y]="i * row + 5"
              [attr.width]="part.length * scale()"
              height="20"
            />
          }
          @if (bar.available; as available) {
            <line
              [attr.x1]="70 + available * scale()"
              [attr.x2]="70 + available * scale()"
              [attr.y1]="i * row + 2"
              [attr.y2]="i * row + 28"
            />
          }
          <text class="total" [attr.x]="76 + bar.used * scale()" [attr.y]="i * row + 19">
            {{ bar.used.toFixed(1) }} mm
          </text>
        }
      </svg>
      <p class="small quiet">{{ words() }}</p>
    } @else {
      <p class="small quiet">The stroke cannot be drawn: how far each piston moves to its lining is not known.</p>
    }
  `,
  styles: `
    svg {
      width: 100%;
      max-width: 650px;
      display: block;
    }
    rect {
      stroke: var(--ink);
      stroke-width: 0.8;
      fill: var(--raised);
    }
    .cut-off {
      fill: var(--line);
    }
    .fill {
      fill: var(--hatch);
    }
    .give {
      fill: var(--fluid-wash);
    }
    line {
      stroke: var(--nofit);
      stroke-width: 2;
    }
    text {
      font-size: var(--size-small);
      fill: var(--ink);
    }
  `,
})
export class StrokeBar {
  private readonly desk = inject(FeelDesk);
  protected readonly width = WIDTH;
  protected readonly row = ROW;

  protected readonly bars = computed(() => {
    const limits = this.desk.limits();
    return this.desk.worked().flatMap(({ column, vehicle, setUp }) => {
      const { front, rear, master, gap = 0, cutOff = 0 } = setUp;
      const effort = effortFor(limits.everyday, vehicle, setUp, {}, limits) ?? 100;
      const used = pushed(effort, vehicle, setUp, {}, limits).stroke;
      if (used === undefined || front.lift === undefined || rear.lift === undefined) return [];
      const contact = filledArea(front) * front.lift + filledArea(rear) * rear.lift;
      const fill = strokeFor(contact, contact, master);
      const lengths = { free: gap, 'cut-off': cutOff, fill, give: Math.max(0, used - gap - cutOff - fill) };
      let from = 0;
      const parts = PARTS.map((kind) => ({
        kind,
        from: (from += lengths[kind]) - lengths[kind],
        length: lengths[kind],
      }));
      return [{ name: column.name, parts, used, available: master.stroke }];
    });
  });
  protected readonly scale = computed(() => {
    const most = Math.max(...this.bars().map((bar) => Math.max(bar.used, bar.available ?? 0)));
    return (WIDTH - 90) / (most || 1);
  });
  protected readonly words = computed(() =>
    this.bars()
      .map(({ name, parts, used, available }) => {
        const each = parts.map(({ kind, length }) => `${kind} ${length.toFixed(1)}`).join(', ');
        return (
          `${name}: ${each}; ${used.toFixed(1)} ` +
          `mm${available === undefined ? '' : ` of ${available.toFixed(1)}`} at an everyday stop`
        );
      })
      .join('. '),
  );
}
