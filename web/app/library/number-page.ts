import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { switchMap } from 'rxjs';
import { Api } from '../api/api';
import { outcome } from '../api/problem';
import { InterchangeView } from '../desks/interchange/interchange-view';
import { ProblemLine } from '../parts/problem-line';

/** A number of which no unit is recorded: everything that would do instead, all the same. */
@Component({
  selector: 'app-number-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [InterchangeView, ProblemLine, RouterLink],
  template: `
    <div class="page">
      <app-problem-line [text]="state()?.problem" />
      @if (state()?.answer; as k) {
        <h1>{{ k.name }}</h1>
        <p class="quiet">
          What this number is called for is not on record: no dimensions, no joints. What is said about it is its
          interchange.
        </p>
        <h2>Interchange</h2>
        <app-interchange-view [interchange]="k" [name]="k.name ?? ''" (changed)="times.set(times() + 1)" />
      }
      <p><a routerLink="/numbers">To the numbers</a></p>
    </div>
  `,
})
export class NumberPage {
  private readonly api = inject(Api);
  /** "n:40" */
  readonly node = input.required<string>();
  protected readonly times = signal(0);
  protected readonly state = toSignal(
    toObservable(computed(() => ({ node: this.node(), times: this.times() }))).pipe(
      switchMap(({ node }) =>
        this.api.call('get', '/units/{id}/interchange', { at: { id: node }, query: { geometry: 0 } }).pipe(outcome()),
      ),
    ),
  );
}
