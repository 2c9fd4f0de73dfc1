import { ChangeDetectionStrategy, Component, computed, inject, signal, type OnDestroy } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import type { Subscription } from 'rxjs';
import type { SolveAnswer, SolveLimits, WayView } from '@kerabat/contract';
import { findSlot } from '@kerabat/core/strip';
import { Api } from '../../api/api';
import { problemOf } from '../../api/problem';
import { JobService } from '../../jobs/job-service';
import { ProblemLine } from '../../parts/problem-line';

const SKILLS: readonly { readonly id: NonNullable<SolveLimits['skill']>; readonly words: string }[] = [
  { id: 'engineer’s approval', words: 'whatever it takes, up to an engineer’s approval' },
  { id: 'licensed welder', words: 'up to a licensed welder' },
  { id: 'machinist', words: 'up to a machinist' },
  { id: 'ordinary', words: 'what this workshop does itself' },
];

/** The cheapest set of ways out that closes the chain, and the next two. */
@Component({
  selector: 'app-close-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatProgressBarModule, ProblemLine],
  template: `
    <form class="limits" (submit)="look($event)">
      <label>
        Help from outside
        <select class="field" name="skill">
          @for (s of skills; track s.id) {
            <option [value]="s.id">{{ s.words }}</option>
          }
        </select>
      </label>
      <label
        >Own work, minutes at most
        <input class="field mono" name="minutes" inputmode="numeric" autocomplete="off" placeholder="no limit"
      /></label>
      @if (running()) {
        <button matButton="outlined" type="button" (click)="cancel()">Cancel</button>
      } @else {
        <button matButton="outlined" type="submit">Look for ways</button>
      }
    </form>
    @if (running()) {
      <mat-progress-bar mode="indeterminate" aria-label="Looking for ways" />
      <p class="small" role="status">{{ progress() }}</p>
    }
    <app-problem-line [text]="problem()" />
    @if (answer(); as a) {
      <div aria-live="polite">
        @if (a.because) {
          <p class="needs-you">{{ a.because }}</p>
        } @else if (a.ways.length === 0) {
          <p class="needs-you">No way keeps to these limits.</p>
        } @else if (a.ways[0]?.remedies?.length === 0) {
          <p>No joint is broken: there is nothing to close.</p>
        }
        @if (a.truncated) {
          <p class="needs-you small">The search was cut short: a cheaper way may have been missed.</p>
        }
        @if (a.notKnown.length > 0) {
          <p class="small">
            No way out settles what is not known: {{ a.notKnown.length }}
            {{ a.notKnown.length === 1 ? 'check has' : 'checks have' }} to be measured.
          </p>
        }
      </div>
      <div class="ways">
        @for (way of shown(); track way.keys.join()) {
          <section [attr.aria-label]="'Way ' + ($index + 1)">
            <h2>{{ $index === 0 ? 'The cheapest way' : 'Instead' }}</h2>
            <p class="mono small">{{ way.working }}</p>
            <ol>
              @for (r of way.remedies; track r.key) {
                <li>
                  {{ r.words }}
                  <span class="quiet small"
                    >{{ place(r.key) }}, {{ r.minutes }} min{{ r.skill === 'ordinary' ? '' : ', ' + r.skill }}</span
                  >
                  <div class="quiet small">{{ r.risk }}</div>
                </li>
              }
            </ol>
            <button
              matButton="outlined"
              type="button"
              (click)="take(way)"
              [attr.aria-label]="'Take this way, number ' + ($index + 1)"
            >
              Take this way
            </button>
          </section>
        }
      </div>
    }
  `,
  styles: `
    .limits {
      display: flex;
      gap: 12px;
      flex-wrap: wrap;
      align-items: end;
      margin-bottom: 8px;
    }
    label {
      display: grid;
      font-size: 13px;
    }
    .ways {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(240px, 1fr));
      gap: 16px;
    }
    .ways section {
      border-top: 3px solid var(--strong-line);
      padding-top: 6px;
    }
    h2 {
      font-size: 14px;
    }
    ol {
      padding-left: 18px;
      margin: 4px 0 8px;
    }
  `,
})
export class CloseView implements OnDestroy {
  private readonly service = inject(JobService);
  private readonly api = inject(Api);
  private search: Subscription | undefined;
  protected readonly skills = SKILLS;
  protected readonly running = signal(false);
  protected readonly progress = signal('');
  protected readonly answer = signal<SolveAnswer | undefined>(undefined);
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly shown = computed(() => (this.answer()?.ways ?? []).filter((way) => way.remedies.length > 0));

  protected look(event: Event): void {
    event.preventDefault();
    const form = new FormData(event.target as HTMLFormElement);
    const minutes = String(form.get('minutes') ?? '').trim();
    if (minutes !== '' && !/^\d{1,5}$/.test(minutes)) {
      this.problem.set(`"${minutes.slice(0, 20)}" is not a number of minutes.`);
      return;
    }
    this.problem.set(undefined);
    this.answer.set(undefined);
    this.progress.set('');
    this.running.set(true);
    const limits: SolveLimits = {
      skill: form.get('skill') as NonNullable<SolveLimits['skill']>,
      ...(minutes === '' ? {} : { minutes: Number(minutes) }),
    };
    this.search = this.api.solveJob(this.service.workspace()?.job.id ?? 0, limits).subscribe({
      next: (line) => {
        if ('progress' in line)
          this.progress.set(
            `${this.place(line.progress.slot)}: ${line.progress.looked} states looked at, ${line.progress.open} mismatches in the best one`,
          );
        else if ('answer' in line) this.answer.set(line.answer);
        else this.problem.set(line.problem);
      },
      error: (error: unknown) => {
        this.problem.set(problemOf(error).detail);
        this.running.set(false);
      },
      complete: () => this.running.set(false),
    });
  }

  protected cancel(): void {
    this.search?.unsubscribe();
    this.running.set(false);
    this.problem.set('Cancelled: nothing was changed.');
  }

  /** Takes every fix of a way that is not taken yet, as one act. */
  protected async take(way: WayView): Promise<void> {
    const open = way.keys.filter((key) => !this.service.decision(`remedy:${key}`));
    if (open.length === 0) return;
    const reason = 'part of the way that was chosen';
    this.problem.set(
      await this.service.decideAll(open.map((key) => ({ subject: `remedy:${key}`, choice: 'accepted', reason }))),
    );
  }

  protected place = (key: string): string => findSlot(key.split('/')[0] ?? '')?.words ?? key;

  ngOnDestroy(): void {
    this.search?.unsubscribe();
  }
}
