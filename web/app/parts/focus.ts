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
const PATIENCE_MS = 6000;
/** What is meant is waited for so long, before what would do is taken. */
const MEANT_MS = 1500;

const coming = new Set<AbortController>();
/** Whether something is waited for that takes the focus: nothing else is to take it meanwhile. */
export const isFocusComing = (): boolean => coming.size > 0;
/** Somebody acted: what was to take the focus before has come too late. */
export const stopFocusing = (): void => coming.forEach((one) => one.abort());

/** For so long the focus follows a field that is made anew. */
const FOLLOWED_MS = 400;

/** Focuses the first thing that a selector finds, if it can be. */
function focused(selector: string): boolean {
  const element = document.querySelector<HTMLElement>(selector);
  element?.focus();
  return element !== null && document.activeElement === element;
}

/**
 * Puts the focus on what the first selector finds, now or as soon as it is there; when it does not come soon, on what
 * the next ones find. A drawing that is laid out again brings new fields: for a moment the focus follows. Gives up
 * after a while, and when somebody has gone elsewhere meanwhile.
 */
export function focusWhenThere(...selectors: readonly string[]): void {
  const from = document.activeElement;
  const end = new AbortController();
  coming.add(end);
  let wanted = selectors.slice(0, 1);
  let taken: Element | null = null;
  const find = (): void => {
    const now = document.activeElement;
    if (taken?.isConnected || (now !== (taken ?? from) && now !== document.body)) return;
    if (!wanted.some(focused)) return;
    taken = document.activeElement;
    setTimeout(() => end.abort(), FOLLOWED_MS);
  };
  const watch = new MutationObserver(find);
  watch.observe(document.body, { childList: true, subtree: true, attributes: true });
  const soon = setTimeout(() => {
    wanted = [...selectors];
    find();
  }, MEANT_MS);
  const late = setTimeout(() => end.abort(), PATIENCE_MS);
  end.signal.addEventListener('abort', () => {
    coming.delete(end);
    watch.disconnect();
    clearTimeout(soon);
    clearTimeout(late);
  });
  find();
}

/** Gives the focus to what has this id, now or as soon as the view has it. */
export const focusSoon = (id: string): void => focusWhenThere(`#${CSS.escape(id)}`);
