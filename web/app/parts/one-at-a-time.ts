import { NgTemplateOutlet } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  contentChild,
  Directive,
  inject,
  input,
  linkedSignal,
  TemplateRef,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { isNarrow } from './narrow';

/** How one of several is shown: `<ng-container *appOne="let look; of: looks()">`. */
@Directive({ selector: '[appOne]' })
export class One<T> {
  readonly of = input<readonly T[]>([], { alias: 'appOneOf' });
  readonly template = inject<TemplateRef<{ $implicit: T }>>(TemplateRef);

  static ngTemplateContextGuard<T>(_: One<T>, context: unknown): context is { $implicit: T } {
    return context !== undefined;
  }
}

/**
 * Questions that are answered one after the other: all below each other where there is room, one at a time on a phone,
 * the first that is open first.
 */
@Component({
  selector: 'app-one-at-a-time',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatProgressBarModule, NgTemplateOutlet],
  template: `
    @if (narrow()) {
      @if (items()[at()]; as item) {
        <p class="small quiet" aria-live="polite">{{ at() + 1 }} of {{ items().length }}</p>
        <mat-progress-bar [value]="((at() + 1) / items().length) * 100" aria-hidden="true" />
        <ng-container *ngTemplateOutlet="one()?.template ?? null; context: { $implicit: item }" />
        @if (items().length > 1) {
          <div class="turn">
            <button matButton="outlined" type="button" [disabled]="at() === 0" (click)="at.set(at() - 1)">Back</button>
            <button
              matButton="outlined"
              type="button"
              [disabled]="at() === items().length - 1"
              (click)="at.set(at() + 1)"
            >
              Next
            </button>
          </div>
        }
      }
    } @else {
      @for (item of items(); track key()(item)) {
        <ng-container *ngTemplateOutlet="one()?.template ?? null; context: { $implicit: item }" />
      }
    }
  `,
  styles: `
    .turn {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 8px;
      margin-top: 12px;
    }
    .turn button {
      height: 48px;
    }
  `,
})
export class OneAtATime<T> {
  readonly items = input.required<readonly T[]>();
  readonly key = input.required<(item: T) => unknown>();
  /** Whether one needs no answer any more. */
  readonly done = input<(item: T) => boolean>(() => false);
  protected readonly one = contentChild<One<T>>(One);
  protected readonly narrow = isNarrow();
  private readonly keys = computed(() =>
    this.items().map((item) => `${String(this.key()(item))} ${this.done()(item)}`),
  );
  /** An answer goes on to the next that is open; turning pages goes where it is asked to. */
  protected readonly at = linkedSignal<string, number>({
    source: () => this.keys().join('\n'),
    computation: (_, was) => {
      const items = this.items();
      const from = was?.value ?? 0;
      const open = items.map((item, i) => (this.done()(item) ? -1 : i)).filter((i) => i >= 0);
      return open.find((i) => i >= from) ?? open[0] ?? Math.min(from, Math.max(items.length - 1, 0));
    },
  });
}
