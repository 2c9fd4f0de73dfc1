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
/** What is meant is waited for so long, before what would do is taken. */
const MEANT_MS = 400;

let coming = 0;
/** Whether something is waited for that takes the focus: nothing else is to take it meanwhile. */
export const isFocusComing = (): boolean => coming > 0;

/** Focuses the first thing that a selector finds, if it can be. */
function focused(selector: string): boolean {
  const element = document.querySelector<HTMLElement>(selector);
  element?.focus();
  return element !== null && document.activeElement === element;
}

/**
 * Puts the focus on what the first selector finds, now or as soon as it is there; when it does not come soon, on what
 * the next ones find. Gives up after a while, and when somebody has gone elsewhere meanwhile.
 */
export function focusWhenThere(...selectors: readonly string[]): void {
  const [meant = ''] = selectors;
  if (focused(meant)) return;
  coming++;
  const from = document.activeElement;
  let wanted = [meant];
  const find = (): void => {
    const left = document.activeElement !== from && document.activeElement !== document.body;
    if (left || wanted.some(focused)) end.abort();
  };
  const end = new AbortController();
  const watch = new MutationObserver(find);
  watch.observe(document.body, { childList: true, subtree: true, attributes: true });
  const soon = setTimeout(() => {
    wanted = [...selectors];
    find();
  }, MEANT_MS);
  const late = setTimeout(() => end.abort(), PATIENCE_MS);
  end.signal.addEventListener('abort', () => {
    coming--;
    watch.disconnect();
    clearTimeout(soon);
    clearTimeout(late);
  });
}

/** Gives the focus to what has this id, now or as soon as the view has it. */
export const focusSoon = (id: string): void => focusWhenThere(`#${CSS.escape(id)}`);
