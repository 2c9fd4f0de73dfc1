import { inject, Injectable, signal } from '@angular/core';
import { Router } from '@angular/router';
import { focusSoon } from './focus';
import { FIT_VIEWS, STAGES } from './stages';

export interface Shortcut {
  readonly keys: string;
  readonly words: string;
  /** Only where the address begins so. */
  readonly on?: RegExp;
}

const JOB = /^\/jobs\/\d+/;
const FIT = /^\/jobs\/\d+\/fit/;

/** Every key; the sheet lists those of the screen that is open, the ones of this screen first. */
export const SHORTCUTS: readonly Shortcut[] = [
  { keys: 'Enter', words: 'the next thing to do, when nothing else has the focus', on: JOB },
  { keys: `1 … ${STAGES.length}`, words: STAGES.map(({ words }) => words).join(', '), on: JOB },
  { keys: 'v', words: 'next view of Fit', on: FIT },
  { keys: '← →', words: 'the next joint, from the row of joints', on: FIT },
  { keys: 'b', words: 'the bench line of Identify', on: JOB },
  { keys: 'p', words: 'print the parts list', on: JOB },
  { keys: 'F8', words: 'in a field for a measurement: take what the caliper shows' },
  { keys: 'Ctrl + Enter', words: 'in a field: open or save the job', on: /^\/jobs\/(new|\d+\/ask)/ },
  { keys: 'Escape', words: 'leave a field' },
  { keys: '/', words: 'quick box: a number, vehicle, thread, job, an act, or a whole call' },
  { keys: 'n', words: 'new job' },
  { keys: 'j', words: 'list of jobs' },
  { keys: '?', words: 'this sheet' },
];

const KEY = 'kerabat.single-keys';

/** Single keys that act anywhere but in a field. They can be switched off, for people who dictate. */
@Injectable({ providedIn: 'root' })
export class Shortcuts {
  private readonly router = inject(Router);
  readonly on = signal(localStorage.getItem(KEY) !== 'off');
  /** Set by the quick box: puts the cursor into it. */
  focusQuickBox: () => void = () => undefined;
  /** Set by the shell: opens the sheet that lists the keys. */
  openSheet: () => void = () => undefined;
  /** Set by the job that is open: does the next thing. */
  goOn: () => void = () => undefined;

  toggle(on: boolean): void {
    localStorage.setItem(KEY, on ? 'on' : 'off');
    this.on.set(on);
  }

  /** The keys of the screen that is open. */
  here = (): readonly Shortcut[] => SHORTCUTS.filter(({ on }) => on === undefined || on.test(this.router.url));

  /** Handles a key pressed anywhere in the page. */
  handle(event: KeyboardEvent): void {
    // A key that is held down acts once.
    if (event.key === 'Enter' && event.repeat) event.preventDefault();
    if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented || !this.on()) return;
    if (document.querySelector('mat-dialog-container')) return;
    const target = event.target;
    if (event.key === 'Escape' && target instanceof HTMLElement && isText(target)) return target.blur();
    if (inField(target)) return;
    if (event.key === 'Enter' && target !== document.body) return;
    const act = this.actionFor(event.key);
    if (!act) return;
    event.preventDefault();
    act();
  }

  private actionFor(key: string): (() => void) | undefined {
    const { url } = this.router;
    const job = /^\/jobs\/(\d+)/.exec(url)?.[1];
    const go =
      (...commands: unknown[]) =>
      () =>
        void this.router.navigate(commands);
    if (key === '/') return () => this.focusQuickBox();
    if (key === '?') return () => this.openSheet();
    if (key === 'n') return go('/jobs', 'new');
    if (key === 'j') return go('/jobs');
    if (job === undefined) return undefined;
    if (key === 'Enter') return () => this.goOn();
    const stage = STAGES[Number(key) - 1];
    if (stage) return go('/jobs', job, stage.path);
    if (key === 'v' && FIT.test(url)) {
      const now = FIT_VIEWS.findIndex(({ path }) => url.includes(`/fit/${path}`));
      return go('/jobs', job, 'fit', FIT_VIEWS[(now + 1) % FIT_VIEWS.length]?.path);
    }
    if (key === 'b')
      return () => void this.router.navigate(['/jobs', job, 'identify']).then(() => focusSoon('bench-line'));
    if (key === 'p') return () => window.open(`/api/v1/jobs/${job}/parts-list.pdf`, '_blank');
    return undefined;
  }
}

const isText = (target: HTMLElement): boolean =>
  target.isContentEditable || ['INPUT', 'TEXTAREA'].includes(target.tagName);

/** Whether a key belongs to what has the focus: a field, a list, a closed select. */
function inField(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (isText(target) || target.closest('[role=listbox], [role=combobox], [role=menu], mat-select') !== null)
  );
}
