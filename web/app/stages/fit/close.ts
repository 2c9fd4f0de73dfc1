import { ChangeDetectionStrategy, Component, computed, inject, signal, type OnDestroy } from '@angular/core';
import { MatSelectModule } from '@angular/material/select';
import { MatInputModule } from '@angular/material/input';
import { MatFormFieldModule } from '@angular/material/form-field';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import type { Subscription } from 'rxjs';
import type { SolveAnswer, SolveLimits, WayView } from '@kerabat/contract';
import { findSlot } from '@kerabat/core/vehicle/place';
import { Api } from '../../api/api';
import { problemOf } from '../../api/problem';
import { JobService } from '../../job/job-service';
import { ProblemLine } from '../../parts/problem-line';

const SKILLS: readonly { readonly id: NonNullable<SolveLimits['skill']>; readonly words: string }[] = [
  { id: 'engineer’s approval', words: 'whatever it takes, up to an engineer’s approval' },
  { id: 'licensed welder', words: 'up to a licensed welder' },
  { id: 'machinist', words: 'up to a machinist' },
  { id: 'ordinary', words: 'what this workshop does itself' },
];

/** The fixes that close the chain with the least work, and the next two solutions. */
@Component({
  selector: 'app-close-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    MatSelectModule,
    MatInputModule,
    MatFormFieldModule,
    ReactiveFormsModule,
    MatButtonModule,
    MatProgressBarModule,
    ProblemLine,
  ],
  template: `
    <form class="limits" [formGroup]="form" (ngSubmit)="look()">
      <mat-form-field class="skill">
        <mat-label>Help from outside</mat-label>
        <mat-select formControlName="skill">
          @for (s of skills; track s.id) {
            <mat-option [value]="s.id">{{ s.words }}</mat-option>
          }
        </mat-select>
      </mat-form-field>
      <mat-form-field>
        <mat-label>Own work, minutes at most</mat-label>
        <input
          matInput
          class="mono"
          formControlName="minutes"
          inputmode="numeric"
          autocomplete="off"
          placeholder="no limit"
        />
        @if (form.controls.minutes.invalid) {
          <mat-error>A whole number of minutes, or empty</mat-error>
        }
      </mat-form-field>
      @if (running()) {
        <button matButton="outlined" type="button" (click)="cancel()">Cancel</button>
      } @else {
        <button matButton="outlined" type="submit">Look for solutions</button>
      }
    </form>
    @if (running()) {
      <mat-progress-bar mode="indeterminate" aria-label="Looking for solutions" />
      <p class="small" role="status">{{ progress() }}</p>
    }
    <app-problem-line [text]="problem()" />
    @if (answer(); as a) {
      <div aria-live="polite">
        @if (a.because) {
          <p class="needs-you">{{ a.because }}</p>
        } @else if (a.ways.length === 0) {
          <p class="needs-you">No solution within these limits.</p>
        } @else if (a.ways[0]?.fixes?.length === 0) {
          <p>No joint is broken: there is nothing to close.</p>
        }
        @if (a.truncated) {
          <p class="needs-you small">The search was cut short: a cheaper way may have been missed.</p>
        }
        @if (a.notKnown.length > 0) {
          <p class="small">
            Unknown values must be measured: {{ a.notKnown.length }}
            {{ a.notKnown.length === 1 ? 'check has' : 'checks have' }} to be measured.
          </p>
        }
      </div>
      <div class="ways">
        @for (way of shown(); track way.keys.join()) {
          <section [attr.aria-label]="'Solution ' + ($index + 1)">
            <h2>{{ $index === 0 ? 'Least work' : 'Or' }}</h2>
            <p class="mono small">{{ way.working }}</p>
            <ol>
              @for (r of way.fixes; track r.key) {
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
              [attr.aria-label]="'Apply these fixes, solution ' + ($index + 1)"
            >
              Apply these fixes
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
    .skill {
      width: 24rem;
      max-width: 100%;
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
      font-size: var(--size-text);
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
  protected readonly form = inject(NonNullableFormBuilder).group({
    skill: SKILLS[0]?.id ?? ('ordinary' as const),
    minutes: ['', Validators.pattern(/^\s*\d{0,5}\s*$/)],
  });
  protected readonly running = signal(false);
  protected readonly progress = signal('');
  protected readonly answer = signal<SolveAnswer | undefined>(undefined);
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly shown = computed(() => (this.answer()?.ways ?? []).filter((way) => way.fixes.length > 0));

  protected look(): void {
    const { skill, minutes } = this.form.getRawValue();
    if (this.form.invalid) return;
    this.problem.set(undefined);
    this.answer.set(undefined);
    this.progress.set('');
    this.running.set(true);
    const limits: SolveLimits = {
      skill,
      ...(minutes.trim() === '' ? {} : { minutes: Number(minutes) }),
    };
    this.search = this.api.solveJob(this.service.workspace()?.job.id ?? 0, limits).subscribe({
      next: (line) => {
        if ('progress' in line)
          this.progress.set(
            `${line.progress.looked} chains looked at, ${line.progress.open} mismatches in the best one`,
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
    const open = way.keys.filter((key) => !this.service.decision(`fix:${key}`));
    if (open.length === 0) return;
    const reason = 'part of the way that was chosen';
    this.problem.set(
      await this.service.decideAll(open.map((key) => ({ subject: `fix:${key}`, choice: 'accepted', reason }))),
    );
  }

  protected place = (key: string): string => findSlot(key.split('/')[0] ?? '')?.words ?? key;

  ngOnDestroy(): void {
    this.search?.unsubscribe();
  }
}
