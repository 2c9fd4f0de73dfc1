import { Injectable, signal } from '@angular/core';

const TOUR = 'kerabat.tour';
const USED = 'kerabat.used';

/** What somebody has seen already in this browser: the tour, and each stage that was used. */
@Injectable({ providedIn: 'root' })
export class FirstLook {
  readonly tour = signal(localStorage.getItem(TOUR) === null);
  private readonly stages = signal<ReadonlySet<string>>(new Set((localStorage.getItem(USED) ?? '').split(' ')));

  startTour(): void {
    localStorage.removeItem(TOUR);
    this.tour.set(true);
  }

  endTour(): void {
    localStorage.setItem(TOUR, 'seen');
    this.tour.set(false);
  }

  used = (stage: string): boolean => this.stages().has(stage);

  /** Something was done on a stage: what it is for needs not be said again. */
  use(stage: string): void {
    if (this.used(stage)) return;
    this.stages.update((stages) => new Set([...stages, stage]));
    localStorage.setItem(USED, [...this.stages()].join(' '));
  }
}
