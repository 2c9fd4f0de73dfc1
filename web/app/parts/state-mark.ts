import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { FourState } from '@kerabat/core/base/state';

export const STATE_WORDS: Readonly<Record<FourState, string>> = {
  fits: 'fits',
  'fits-with-change': 'fits with a change',
  'does-not-fit': 'does not fit',
  'not-known': 'not known',
};

/** One of the four states, told by shape first: closed ring, ring with a notch, broken ring, dotted ring. */
@Component({
  selector: 'app-state-mark',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      viewBox="0 0 20 20"
      [attr.width]="size()"
      [attr.height]="size()"
      [class]="state()"
      role="img"
      [attr.aria-label]="words()"
    >
      @switch (state()) {
        @case ('fits') {
          <circle cx="10" cy="10" r="7" />
        }
        @case ('fits-with-change') {
          <path d="M10 3 A7 7 0 1 0 17 10 L13 10 L10 7 Z" />
        }
        @case ('does-not-fit') {
          <path d="M7 3.7 A7 7 0 0 0 7 16.3" />
          <path d="M13 3.7 A7 7 0 0 1 13 16.3" />
        }
        @case ('not-known') {
          <circle cx="10" cy="10" r="7" stroke-dasharray="1 3.4" stroke-linecap="round" />
        }
      }
    </svg>
  `,
  styles: `
    :host {
      display: inline-flex;
      vertical-align: middle;
    }
    svg {
      fill: none;
      stroke-width: 2.6;
    }
    .fits {
      stroke: var(--fits);
    }
    .fits-with-change {
      stroke: var(--change);
      stroke-width: 2.2;
      stroke-linejoin: round;
    }
    .does-not-fit {
      stroke: var(--nofit);
    }
    .not-known {
      stroke: var(--unknown);
    }
  `,
})
export class StateMark {
  readonly state = input.required<FourState>();
  readonly size = input(20);
  protected readonly words = computed(() => STATE_WORDS[this.state()]);
}
