import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { ChainView } from '@kerabat/contract';
import { StateMark } from './state-mark';

/** The vehicle's hydraulic chain as one line from pedal to wheel, with the state of every joint on it. */
@Component({
  selector: 'app-chain-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [StateMark],
  template: `
    <ol [attr.aria-label]="'Chain, ' + chain().system" tabindex="0">
      @for (link of chain().links; track link.id) {
        @if (jointBefore().get(link.id); as joint) {
          <li class="joint">
            <button
              type="button"
              (click)="opened.emit(joint.to)"
              [attr.aria-label]="'Joint ' + joint.from + ' to ' + joint.to + ': ' + joint.words"
            >
              @if (joint.words === 'untouched') {
                <span class="untouched"></span>
              } @else {
                <app-state-mark [state]="joint.state" [size]="22" />
              }
              <span>{{ joint.words }}</span>
            </button>
          </li>
        }
        <li class="link" [class.worked]="link.next || link.id === focus()">
          <span class="name">{{ link.words }}</span>
          @if (link.next) {
            @if (link.now) {
              <s class="now">{{ link.now }}</s>
            }
            <span class="next mono">{{ link.next }}</span>
          } @else {
            <span class="now">{{ link.now ?? 'not known' }}</span>
          }
          @if (link.side; as side) {
            <span class="side"><app-state-mark [state]="side" [size]="14" /> mount, reservoir, fluid</span>
          }
        </li>
      }
    </ol>
  `,
  styles: `
    ol {
      display: flex;
      align-items: stretch;
      list-style: none;
      margin: 0;
      padding: 8px 16px 10px;
      overflow-x: auto;
      background: var(--sheet);
      border-bottom: 1px solid var(--line);
    }
    li {
      flex: none;
    }
    .link {
      min-width: 92px;
      max-width: 176px;
      display: grid;
      align-content: start;
      border-top: 3px solid var(--strong-line);
      padding-top: 6px;
      font-size: 13.5px;
      line-height: 1.25;
    }
    .link.worked {
      border-top-color: var(--ink);
    }
    .name {
      font-weight: 600;
    }
    .now {
      color: var(--quiet);
    }
    .side {
      font-size: 12px;
      color: var(--quiet);
      display: flex;
      gap: 4px;
      align-items: center;
    }
    .joint {
      width: 84px;
      position: relative;
    }
    .untouched {
      width: 3px;
      height: 14px;
      margin: 4px 0;
      background: var(--strong-line);
    }
    .joint::before {
      content: '';
      position: absolute;
      top: 0;
      left: 0;
      right: 0;
      border-top: 3px solid var(--strong-line);
    }
    .joint button {
      position: relative;
      width: 100%;
      display: grid;
      justify-items: center;
      gap: 1px;
      border: 0;
      padding: 0;
      background: none;
      color: var(--quiet);
      font: inherit;
      font-size: 12px;
      cursor: pointer;
      margin-top: -9px;
    }
    .joint app-state-mark {
      background: var(--sheet);
      border-radius: 50%;
      padding: 0 4px;
    }
    @media (max-width: 700px) {
      .link .now,
      .side {
        display: none;
      }
    }
  `,
})
export class ChainStrip {
  readonly chain = input.required<ChainView>();
  readonly focus = input<string>('');
  readonly opened = output<string>();
  protected readonly jointBefore = computed(() => new Map(this.chain().joints.map((joint) => [joint.to, joint])));
}
