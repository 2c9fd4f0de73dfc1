import { Injectable, signal } from '@angular/core';

/** A list of numbers that was pasted into the quick box, on its way to the page that reads it. */
@Injectable({ providedIn: 'root' })
export class Pasted {
  readonly text = signal('');
}

/** The numbers of a pasted text, one for each line, cell or comma; as people wrote them. */
export const numbersIn = (text: string): string[] =>
  text
    .split(/[\r\n\t;,]+/)
    .map((part) => part.trim())
    .filter((part) => part !== '');
