import { afterNextRender, Directive, ElementRef, inject } from '@angular/core';

/** Takes the focus when it appears: the first field of a form that somebody just opened. */
@Directive({ selector: '[appTakesFocus]' })
export class TakesFocus {
  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    afterNextRender(() => host.focus());
  }
}

/** Nobody waits longer for something to appear, ms. */
const PATIENCE_MS = 3000;

/**
 * Puts the focus on the first thing that a selector finds, now or as soon as it is there; gives up when it does not
 * come.
 */
export function focusWhenThere(selector: string): void {
  const find = (): boolean => {
    const element = document.querySelector<HTMLElement>(selector);
    element?.focus();
    return element !== null && document.activeElement === element;
  };
  if (find()) return;
  const watch = new MutationObserver(() => find() && watch.disconnect());
  watch.observe(document.body, { childList: true, subtree: true, attributes: true });
  AbortSignal.timeout(PATIENCE_MS).addEventListener('abort', () => watch.disconnect());
}

/** Gives the focus to what has this id, now or as soon as the view has it. */
export const focusSoon = (id: string): void => focusWhenThere(`#${CSS.escape(id)}`);
