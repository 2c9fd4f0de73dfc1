import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { ThreadBench } from './thread-bench';

/** Threads on their own. */
@Component({
  selector: 'app-thread-tool',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ThreadBench],
  template: `
    <div class="page">
      <h1>Threads</h1>
      <app-thread-bench [thread]="thread()" />
    </div>
  `,
})
export class ThreadTool {
  /** A thread that the quick box was asked for. */
  readonly thread = input<string>();
}
