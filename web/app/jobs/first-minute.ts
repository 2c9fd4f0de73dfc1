import { ChangeDetectionStrategy, Component, inject, output, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { exhaustMap, Subject, tap } from 'rxjs';
import { Api } from '../api/api';
import { Acting } from '../parts/acting';
import { ProblemLine } from '../parts/problem-line';
import { FirstLook } from './first-look';

const TOUR: readonly { readonly title: string; readonly words: string }[] = [
  {
    title: 'The chain on top',
    words:
      'Every job shows the vehicle’s parts from pedal to wheel. A mark on a joint says whether it ' +
      'fits; press it to see why.',
  },
  {
    title: 'The stage in the middle',
    words: 'Ask, identify, find what else will do, check that it fits. Type on the drawing where you measure.',
  },
  {
    title: 'The parts list at the right',
    words: 'What to order, what stays, what comes in the box. Its first sentence says whether it is OK to order.',
  },
  {
    title: 'One box for everything',
    words:
      'Press / anywhere: a number, a vehicle, a thread, a job, or a whole call such as “Q4 tug clutch slave leaking”.',
  },
];

/** What an empty workshop sees: three ways to begin, and a tour that can be left at once. */
@Component({
  selector: 'app-first-minute',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, ProblemLine, RouterLink],
  template: `
    <h2>Nothing is here yet. Three ways to begin:</h2>
    <ul class="plain">
      <li>
        <a matButton="filled" routerLink="/jobs/new">Start with what is on the bench</a>
        <span>Say who asks and what is wrong; the unit is identified by what is on it.</span>
      </li>
      <li>
        <a matButton="outlined" routerLink="/library/bring-in">Bring in a list</a>
        <span>A maker’s list, a wholesaler’s cross-references, a stock list.</span>
      </li>
      <li>
        <button matButton="outlined" type="button" [disabled]="loading()" (click)="look.endTour(); demo.next()">
          {{ loading() ? 'The demo is coming in …' : 'Look at the demo' }}
        </button>
        <span
          >A made-up quay, its vehicles and six jobs to try things on. The library removes it again in one act.</span
        >
      </li>
    </ul>
    <app-problem-line [text]="problem()" />
    @if (look.tour()) {
      <section aria-label="Tour">
        <h3>{{ TOUR[step()]?.title }}</h3>
        <p>{{ TOUR[step()]?.words }}</p>
        <p class="row">
          @if (step() + 1 < TOUR.length) {
            <button matButton="outlined" type="button" (click)="step.set(step() + 1)">
              Next, {{ step() + 2 }} of {{ TOUR.length }}
            </button>
          }
          <button matButton type="button" (click)="look.endTour()">
            {{ step() + 1 < TOUR.length ? 'Leave the tour' : 'Done' }}
          </button>
        </p>
      </section>
    } @else {
      <button matButton type="button" (click)="step.set(0); look.startTour()">Show the tour</button>
    }
  `,
  styles: `
    li {
      display: grid;
      grid-template-columns: 16rem minmax(0, 1fr);
      gap: 12px;
      align-items: center;
    }
    section {
      background: var(--raised);
      border: 1px solid var(--line);
      border-radius: 4px;
      padding: 10px 14px;
      max-width: 40rem;
      margin-top: 12px;
    }
    @media (max-width: 700px) {
      li {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class FirstMinute {
  private readonly api = inject(Api);
  private readonly acting = inject(Acting);
  /** Something is here now. */
  readonly changed = output();
  protected readonly look = inject(FirstLook);
  protected readonly TOUR = TOUR;
  protected readonly step = signal(0);
  protected readonly demo = new Subject<void>();
  protected readonly loading = signal(false);
  protected readonly problem = signal<string | undefined>(undefined);

  constructor() {
    this.demo
      .pipe(
        tap(() => this.loading.set(true)),
        exhaustMap(() => this.acting.act(this.api.call('post', '/demo'))),
        takeUntilDestroyed(),
      )
      .subscribe(({ problem }) => {
        this.loading.set(false);
        this.problem.set(problem);
        if (problem === undefined) this.changed.emit();
      });
  }
}
