import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { percent } from './percent';

/** A candidate with its share as a bar and in words. What is said of it stands below. */
@Component({
  selector: 'app-share-bar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="mono">{{ name() }}</span>
    <span class="track"><span [style.width.%]="share() * 100"></span></span>
    <span class="mono">{{ words(share()) }}</span>
    <span class="said quiet small"><ng-content /></span>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: 11rem 1fr 4rem;
      gap: 2px 8px;
      align-items: center;
      margin-top: 4px;
    }
    .track {
      height: 10px;
      background: var(--line);
    }
    .track span {
      display: block;
      height: 10px;
      background: var(--ink);
    }
    .said {
      grid-column: 1 / -1;
      margin: 0;
    }
    .said:empty {
      display: none;
    }
  `,
})
export class ShareBar {
  readonly name = input.required<string>();
  /** 0 to 1. */
  readonly share = input.required<number>();
  protected readonly words = percent;
}
