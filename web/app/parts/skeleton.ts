import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

/** What stands in the place of a view that is on its way; it is seen when that takes longer than a blink. */
@Component({
  selector: 'app-skeleton',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { role: 'status' },
  template: `
    <span class="hidden-text">On its way</span>
    @for (wide of bars(); track $index) {
      <span class="skeleton" [style.width.%]="wide"></span>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 16px;
      padding: 16px 0;
    }
  `,
})
export class Skeleton {
  readonly lines = input(5);
  protected readonly bars = computed(() => Array.from({ length: this.lines() }, (_, i) => [38, 92, 74, 84, 66][i % 5]));
}
