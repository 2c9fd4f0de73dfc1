import { inject, Injectable } from '@angular/core';
import { Router } from '@angular/router';

/** Something that the quick box does instead of finding it. */
export interface QuickAct {
  readonly words: string;
  /** Other words that people use for it. */
  readonly also?: string;
  readonly run: () => void;
}

/** Acts of the quick box, and those of the job that is open. */
@Injectable({ providedIn: 'root' })
export class QuickActs {
  private readonly router = inject(Router);

  /** Acts whose words all begin like those that were typed; nothing is offered for fewer than three letters. */
  matching(text: string): readonly QuickAct[] {
    const typed = text.trim().toLowerCase();
    if (typed.length < 3) return [];
    return this.all().filter(({ words, also = '' }) => {
      const own = `${words} ${also}`.toLowerCase().split(' ');
      return typed.split(/\s+/).every((word) => own.some((w) => w.startsWith(word)));
    });
  }

  private all(): QuickAct[] {
    const job = /^\/jobs\/(\d+)/.exec(this.router.url)?.[1];
    const go = (words: string, ...commands: unknown[]): QuickAct => ({
      words,
      run: () => void this.router.navigate(commands),
    });
    const paper = (words: string, name: string): QuickAct => ({
      words,
      run: () => void window.open(`/api/v1/jobs/${job}/${name}.pdf`, '_blank'),
    });
    return [
      go('New job', '/jobs', 'new'),
      go('List of jobs', '/jobs'),
      go('Tools: name a thread', '/tools/thread'),
      go('Tools: bore, rod and clearance', '/tools'),
      go('Tools: lines and hoses', '/tools/lines'),
      { ...go('Bring in a list', '/library/bring-in'), also: 'import csv catalogue' },
      go('Audit the library', '/library/audit'),
      { ...go('Workshop settings', '/settings'), also: 'options preferences' },
      ...(job === undefined
        ? []
        : [
            paper('Print parts list', 'parts-list'),
            paper('Print work card', 'work-card'),
            paper('Print measuring sheet', 'measure'),
            go('Measure before you order', '/jobs', job, 'fit', 'measure'),
            { ...go('Plan a conversion', '/jobs', job, 'fit', 'plan'), also: 'convert' },
            go('Show work card', '/jobs', job, 'fit', 'card'),
            go('For the customer', '/jobs', job, 'customer'),
          ]),
    ];
  }
}
