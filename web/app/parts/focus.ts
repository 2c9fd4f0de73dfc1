import { afterNextRender, Directive, ElementRef, inject } from '@angular/core';

/** Takes the focus when it appears: the first field of a form that somebody just opened. */
@Directive({ selector: '[appTakesFocus]' })
export class TakesFocus {
  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    afterNextRender(() => host.focus());
  }
}

/** Gives the focus back to where a form was opened from, once the view has settled. */
export const focusSoon = (id: string): void => void setTimeout(() => document.getElementById(id)?.focus());
