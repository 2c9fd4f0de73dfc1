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
  templateUrl: './close.html',
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
    this.search = this.api
      .lines('post', '/jobs/{id}/solve', { at: { id: this.service.workspace()?.job.id ?? 0 }, body: limits })
      .subscribe({
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
