import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatSelectModule } from '@angular/material/select';
import { MatInputModule } from '@angular/material/input';
import { MatFormFieldModule } from '@angular/material/form-field';
import { NonNullableFormBuilder, FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { forkJoin, Subject, switchMap } from 'rxjs';
import type { SlotWork, UnitSummary } from '@kerabat/contract';
import { KIND_WORDS, type UnitKind } from '@kerabat/core/named/unit';
import { findSlot } from '@kerabat/core/vehicle/place';
import { Api } from '../../api/api';
import { outcome } from '../../api/problem';
import { JobService } from '../../job/job-service';
import { TakesFocus } from '../../parts/focus';
import { ProblemLine } from '../../parts/problem-line';

/** Puts a unit into a place of the chain: one from the catalogue, or one that is in no catalogue, by its dimensions. */
@Component({
  selector: 'app-put-in',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    MatSelectModule,
    MatInputModule,
    MatFormFieldModule,
    ReactiveFormsModule,
    TakesFocus,
    MatButtonModule,
    RouterLink,
    ProblemLine,
  ],
  template: `
    <button matButton="outlined" type="button" [attr.aria-expanded]="open()" (click)="open.set(!open())">
      {{ work().chosen ? 'Another unit…' : 'Add unit…' }}
    </button>
    @if (open()) {
      <div class="panel">
        <form (submit)="$event.preventDefault(); searched.next()">
          <mat-form-field>
            <mat-label>From the catalogue</mat-label>
            <input matInput appTakesFocus autocomplete="off" placeholder="name, maker, number" [formControl]="q" />
          </mat-form-field>
          <button matButton="outlined" type="submit">Search</button>
        </form>
        @if (found(); as units) {
          <ul class="plain">
            @for (unit of units; track unit.id) {
              <li>
                <button
                  matButton="outlined"
                  type="button"
                  (click)="put(unit.id)"
                  [attr.aria-label]="'Add ' + unit.maker + ' ' + unit.name"
                >
                  Add
                </button>
                {{ unit.maker }} {{ unit.name }} <span class="mono small">{{ unit.bore }}</span>
              </li>
            } @empty {
              <li>No {{ kindWords() }} like this.</li>
            }
          </ul>
        }
        <form [formGroup]="byHand" (ngSubmit)="own()">
          <mat-form-field>
            <mat-label>By its dimensions, called</mat-label>
            <input matInput maxlength="80" placeholder="universal, second-hand…" formControlName="name" />
          </mat-form-field>
          @if (kinds().length > 1) {
            <mat-form-field>
              <mat-label>It is a</mat-label>
              <mat-select formControlName="kind">
                @for (k of kinds(); track k) {
                  <mat-option [value]="k">{{ words[k] }}</mat-option>
                }
              </mat-select>
            </mat-form-field>
          }
          <button matButton="outlined" type="submit">Add unit by dimensions</button>
        </form>
        <a routerLink="../../interchange" class="small">From its interchange list</a>
        <app-problem-line [text]="problem()" />
      </div>
    }
  `,
  styles: `
    .panel {
      background: var(--raised);
      border: 1px solid var(--line);
      border-radius: 4px;
      padding: 8px;
      margin: 4px 0;
      display: grid;
      gap: 8px;
      min-width: 260px;
      position: relative;
      z-index: 1;
    }
    form {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
      align-items: end;
    }
  `,
})
export class PutIn {
  private readonly service = inject(JobService);
  private readonly api = inject(Api);
  readonly work = input.required<SlotWork>();
  protected readonly open = signal(false);
  protected readonly q = new FormControl('', { nonNullable: true });
  protected readonly byHand = inject(NonNullableFormBuilder).group({ name: '', kind: '' as UnitKind | '' });
  protected readonly found = signal<readonly UnitSummary[] | undefined>(undefined);
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly words = KIND_WORDS;
  protected readonly kinds = computed(() => findSlot(this.work().slot)?.kinds ?? []);
  protected readonly kindWords = computed(() =>
    this.kinds()
      .map((k) => KIND_WORDS[k])
      .join(' or '),
  );

  protected readonly searched = new Subject<void>();

  constructor() {
    this.searched
      .pipe(
        switchMap(() =>
          forkJoin(
            this.kinds().map((kind) =>
              this.api.call('get', '/units', { query: { kind, q: this.q.value.trim(), limit: 12 } }),
            ),
          ).pipe(outcome()),
        ),
        takeUntilDestroyed(),
      )
      .subscribe(({ answer, problem }) => {
        this.problem.set(problem);
        if (answer) this.found.set(answer.flatMap((list) => list.units).slice(0, 12));
      });
  }

  protected async put(choice: string): Promise<void> {
    await this.decide(choice, 'put in by hand');
  }

  protected async own(): Promise<void> {
    const { kind, name } = this.byHand.getRawValue();
    await this.decide(
      `own:${kind || (this.kinds()[0] ?? '')}`,
      'by its dimensions',
      name.trim() || 'unit by its dimensions',
    );
  }

  private async decide(choice: string, reason: string, detail?: string): Promise<void> {
    const problem = await this.service.decide(`unit:${this.work().slot}`, choice, reason, detail);
    this.problem.set(problem);
    if (problem === undefined) this.open.set(false);
  }
}
