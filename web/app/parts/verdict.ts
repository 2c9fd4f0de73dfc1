import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { judgedWords } from '@kerabat/core/tell/words';
import type { Workspace } from '@kerabat/contract';
import { Folded } from './folded';

/**
 * How sure an order is: the grade in one sentence, each reason with where it stands, what rests on a listing, what is
 * looked at later.
 */
@Component({
  selector: 'app-verdict',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Folded, RouterLink],
  template: `
    <p class="sentence" [class]="safety().nothing ? 'nothing' : safety().grade" aria-live="polite">
      {{ safety().sentence }}
    </p>
    @if (safety().blockers.length > 0) {
      <app-folded>
        <span slot="title"
          >{{ safety().blockers.length }} {{ safety().blockers.length === 1 ? 'reason' : 'reasons' }}</span
        >
        <ul>
          @for (reason of safety().blockers; track $index) {
            <li>
              @if (reason.joint; as joint) {
                <a [routerLink]="['/jobs', job(), 'fit', 'joints']" [queryParams]="{ joint }">{{ reason.words }}</a>
              } @else {
                {{ reason.words }}
              }
              @if (reason.sentence) {
                <div class="quiet small">{{ reason.sentence }}</div>
              }
            </li>
          }
        </ul>
      </app-folded>
    }
    @if (safety().onListing.length > 0) {
      <app-folded>
        <span slot="title">{{ safety().onListing.length }} on a listing, not measured</span>
        <ul>
          @for (reason of safety().onListing; track $index) {
            <li>
              <a [routerLink]="['/jobs', job(), 'fit', 'joints']" [queryParams]="{ joint: reason.joint }">{{
                reason.words
              }}</a>
              <div class="quiet small">{{ reason.sentence }} Listed by {{ SOURCE[reason.by] }}.</div>
            </li>
          }
        </ul>
      </app-folded>
    }
    @if (safety().receive.length > 0) {
      <app-folded>
        <span slot="title">{{ safety().receive.length }} to look at when the part is there</span>
        <ul>
          @for (reason of safety().receive; track $index) {
            <li>
              {{ reason.words }}
              <div class="quiet small">{{ reason.sentence }}</div>
            </li>
          }
        </ul>
      </app-folded>
    }
    @if (compared(); as words) {
      <p class="small">New against old, before anything comes off: {{ words }}.</p>
    }
    @for (o of safety().overridden; track o.joint) {
      <p class="small needs-you">Overridden by {{ o.person }}: {{ o.reason }}</p>
    }
    @if (judged(); as words) {
      <p class="small quiet">{{ words }}</p>
    }
    @for (note of safety().notes; track note) {
      <p class="small quiet">{{ note }}</p>
    }
  `,
  styles: `
    .sentence {
      margin: 6px 0 8px;
      font-weight: 600;
      line-height: 1.3;
    }
    .safe,
    .on-listing {
      border-left: 4px solid var(--fits);
      padding: 6px 10px;
      background: var(--raised);
    }
    .nothing {
      border-left: 4px solid var(--line);
      padding: 6px 10px;
      background: var(--raised);
    }
    .on-listing {
      border-left-color: var(--change);
    }
    .not-safe {
      color: var(--change);
    }
    details {
      margin: 0 0 6px;
    }
    summary {
      cursor: pointer;
      font-size: var(--size-small);
      padding: 4px 0;
    }
    ul {
      list-style: none;
      padding: 0;
      margin: 0;
    }
    li {
      padding: 3px 0;
      border-bottom: 1px solid var(--line);
    }
  `,
})
export class Verdict {
  readonly safety = input.required<Workspace['safety']>();
  readonly job = input.required<number>();
  protected readonly judged = computed(() => judgedWords(this.safety().judged));
  /** Each in words once: several lines are told alike. */
  protected readonly compared = computed(() =>
    [...new Set(this.safety().compare.map(({ words }) => words))].join('; '),
  );

  protected readonly SOURCE: Readonly<Record<Workspace['safety']['onListing'][number]['by'], string>> = {
    'maker-bulletin': 'the vehicle’s maker',
    'unit-maker': 'the unit’s maker',
    'aftermarket-list': 'an aftermarket list',
    measured: 'somebody who measured it',
    unsourced: 'a list without a source',
  };
}
