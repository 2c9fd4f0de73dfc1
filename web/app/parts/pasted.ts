import { Injectable, signal } from '@angular/core';

/** A list of numbers that was pasted into the quick box, on its way to the page that reads it. */
@Injectable({ providedIn: 'root' })
export class Pasted {
  readonly text = signal('');
}

/** A number of a pasted list, and how many of it are wanted where a cell beside it says so. */
export interface PastedNumber {
  readonly number: string;
  readonly quantity?: number;
}

/** How many somebody wants is a whole number of at most three digits in a cell of its own. */
const HOW_MANY = /^[1-9]\d{0,2}$/;

/** The numbers of a pasted text with how many are wanted: from a spreadsheet, a row is a number and its quantity. */
export function pastedNumbers(text: string): PastedNumber[] {
  return text.split(/[\r\n]+/).flatMap((row) => {
    const cells = numbersIn(row);
    const counts = cells.filter((cell) => HOW_MANY.test(cell));
    const numbers = cells.filter((cell) => !HOW_MANY.test(cell));
    const [many] = counts;
    return numbers.length === 1 && counts.length === 1 && many !== undefined
      ? [{ number: numbers[0] ?? '', quantity: Number(many) }]
      : cells.map((number) => ({ number }));
  });
}

/** The numbers of a pasted text, one for each line, cell or comma; as people wrote them. */
export const numbersIn = (text: string): string[] =>
  text
    .split(/[\r\n\t;,]+/)
    .map((part) => part.trim())
    .filter((part) => part !== '');
