import { Injectable } from '@angular/core';

/** What somebody has typed and not sent yet, kept in the browser: a reload or a server that is away loses nothing. */
@Injectable({ providedIn: 'root' })
export class Drafts {
  read<T extends object>(name: string): Partial<T> | undefined {
    const text = localStorage.getItem(KEY + name);
    if (text === null) return undefined;
    try {
      const draft: unknown = JSON.parse(text);
      return typeof draft === 'object' && draft !== null ? (draft as Partial<T>) : undefined;
    } catch {
      // Half-written or of another version: there is nothing in it that could be shown.
      this.drop(name);
      return undefined;
    }
  }

  keep(name: string, draft: object): void {
    localStorage.setItem(KEY + name, JSON.stringify(draft));
  }

  drop(name: string): void {
    localStorage.removeItem(KEY + name);
  }
}

const KEY = 'kerabat.draft.';
