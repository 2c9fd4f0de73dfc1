import { Directive, ElementRef, inject } from '@angular/core';
import { MatSelect } from '@angular/material/select';

/** Keys that do what they always do on a list that is closed. */
const OWN: readonly string[] = ['Enter', ' ', 'Tab', 'Escape', 'Shift', 'Control', 'Alt', 'Meta'];

/**
 * A list whose choice is recorded at once: while it is closed no arrow and no letter chooses, they open it. What is
 * chosen in it is chosen with Enter.
 */
@Directive({ selector: 'mat-select[appOpensFirst]' })
export class OpensFirst {
  constructor() {
    const select = inject(MatSelect);
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    host.addEventListener(
      'keydown',
      (event) => {
        if (select.panelOpen || OWN.includes(event.key)) return;
        event.preventDefault();
        event.stopImmediatePropagation();
        select.open();
      },
      { capture: true },
    );
  }
}
