import { ChangeDetectionStrategy, Component, ElementRef, inject, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';

/** Keys that go from one answer to the next. */
const STEPS = new Map([
  ['ArrowRight', 1],
  ['ArrowDown', 1],
  ['ArrowLeft', -1],
  ['ArrowUp', -1],
]);

/**
 * A few answers to one question, of which one can be given. Each is a button of its own: the arrows only go from one to
 * the next, and nothing is recorded until one is pressed.
 */
@Component({
  selector: 'app-answers',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  host: { role: 'group', tabindex: '-1', '[attr.aria-label]': 'label()', '(keydown)': 'walk($event)' },
  template: `
    @for (answer of answers(); track answer.id) {
      <button
        [matButton]="answer.id === given() ? 'tonal' : 'outlined'"
        type="button"
        [attr.aria-pressed]="answer.id === given()"
        (click)="answer.id !== given() && told.emit(answer.id)"
      >
        {{ answer.words }}
      </button>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
  `,
})
export class Answers {
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly label = input.required<string>();
  readonly answers = input.required<readonly { readonly id: string; readonly words: string }[]>();
  readonly given = input<string>();
  readonly told = output<string>();

  protected walk(event: KeyboardEvent): void {
    const step = STEPS.get(event.key);
    if (step === undefined) return;
    const buttons = [...this.host.nativeElement.querySelectorAll('button')];
    const at = buttons.findIndex((button) => button === document.activeElement);
    buttons[at + step]?.focus();
    event.preventDefault();
  }
}
