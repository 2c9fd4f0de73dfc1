import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** A problem in its own words, at the place where it arose. */
@Component({
  selector: 'app-problem-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (text(); as words) {
      <p class="problem" role="alert">{{ words }}</p>
    }
  `,
  styles: `
    p {
      margin: 4px 0;
    }
  `,
})
export class ProblemLine {
  readonly text = input<string | undefined>();
}
