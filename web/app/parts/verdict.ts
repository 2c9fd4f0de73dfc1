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
  templateUrl: './verdict.html',
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
