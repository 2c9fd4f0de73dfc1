import { inject, Injectable, signal } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { Router } from '@angular/router';

export interface Shortcut {
  readonly keys: string;
  readonly words: string;
}

/** What the shortcut sheet lists. */
export const SHORTCUTS: readonly Shortcut[] = [
  { keys: '/', words: 'quick box: a number, vehicle, thread or job' },
  { keys: '?', words: 'this sheet' },
  { keys: 'n', words: 'new job' },
  { keys: 'j', words: 'list of jobs' },
  { keys: '1 … 7', words: 'in a job: Ask, Identify, Kin, Fit, Feel, Lines, Kit' },
  { keys: 'b', words: 'in a job: the bench line of Identify' },
  { keys: 'p', words: 'in a job: print the slip' },
  { keys: 'F8', words: 'in a field for a measurement: take what the caliper shows' },
];

export const STAGES = ['ask', 'identify', 'kin', 'fit', 'feel', 'lines', 'kit'] as const;

const KEY = 'kerabat.single-keys';

/** Single keys that act anywhere but in a field. They can be switched off, for people who dictate. */
@Injectable({ providedIn: 'root' })
export class Shortcuts {
  private readonly router = inject(Router);
  private readonly dialog = inject(MatDialog);
  readonly on = signal(localStorage.getItem(KEY) !== 'off');
  /** Set by the quick box: puts the cursor into it. */
  focusQuickBox: () => void = () => undefined;
  /** Set by the shell: opens the sheet that lists the keys. */
  openSheet: () => void = () => undefined;

  toggle(on: boolean): void {
    localStorage.setItem(KEY, on ? 'on' : 'off');
    this.on.set(on);
  }

  /** Handles a key pressed anywhere in the page. */
  handle(event: KeyboardEvent): void {
    if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented || !this.on()) return;
    if (inField(event.target) || this.dialog.openDialogs.length > 0) return;
    const act = this.actionFor(event.key);
    if (!act) return;
    event.preventDefault();
    act();
  }

  private actionFor(key: string): (() => void) | undefined {
    const job = /^\/jobs\/(\d+)/.exec(this.router.url)?.[1];
    const go =
      (...commands: unknown[]) =>
      () =>
        void this.router.navigate(commands);
    if (key === '/') return () => this.focusQuickBox();
    if (key === '?') return () => this.openSheet();
    if (key === 'n') return go('/jobs', 'new');
    if (key === 'j') return go('/jobs');
    if (job === undefined) return undefined;
    const stage = STAGES[Number(key) - 1];
    if (stage) return go('/jobs', job, stage);
    if (key === 'b')
      return () =>
        void this.router
          .navigate(['/jobs', job, 'identify'])
          .then(() => setTimeout(() => document.getElementById('bench-line')?.focus(), 50));
    if (key === 'p') return () => window.open(`/api/v1/jobs/${job}/slip.pdf`, '_blank');
    return undefined;
  }
}

function inField(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable ||
      ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName) ||
      target.closest('[role=listbox]') !== null)
  );
}
