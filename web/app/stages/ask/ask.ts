import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { RouterLink } from '@angular/router';
import type { NewJob, Workspace } from '@kerabat/contract';
import { KIND_WORDS } from '@kerabat/core/named/unit';
import { SLOTS } from '@kerabat/core/vehicle/place';
import { JobService } from '../../job/job-service';
import { Answers } from '../../parts/answers';
import { Cell, DataTable } from '../../parts/data-table';
import { Folded } from '../../parts/folded';
import { ProblemLine } from '../../parts/problem-line';
import { AskForm, BLANK } from './ask-form';

type RuledOut = NonNullable<Workspace['reading']>['ruleOutFirst'][number];

/** What the complaints point at, and what to rule out before a unit is ordered. */
@Component({
  selector: 'app-ask-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    Cell,
    DataTable,
    Folded,
    AskForm,
    ProblemLine,
    MatButtonModule,
    Answers,
    MatFormFieldModule,
    MatInputModule,
    RouterLink,
  ],
  template: `
    @if (service.workspace(); as w) {
      @if (w.reading; as reading) {
        @for (sentence of reading.sentences; track sentence) {
          <h2>{{ sentence }}</h2>
        }
        @if (reading.suspects.length > 0) {
          <p>
            Points at: <strong>{{ words(reading.suspects) }}</strong>.
            @if (!w.job.slot && suggested(); as slot) {
              <button matButton="outlined" (click)="take(slot.slot)">Work on the {{ slot.words }}</button>
            }
          </p>
        }
        @if (reading.ruleOutFirst.length > 0) {
          <h3>Rule out first</h3>
          <app-data-table [rows]="reading.ruleOutFirst" words="Ruled out first" [look]="look" [track]="bySubject">
            <ng-container *appCell="'looks the same'; let l; of: reading.ruleOutFirst; head: true">{{
              l.cause
            }}</ng-container>
            <ng-container *appCell="'how to tell'; let l; of: reading.ruleOutFirst">{{ l.check }}</ng-container>
            <ng-container *appCell="'min'; let l; of: reading.ruleOutFirst; figure: true">{{ l.minutes }}</ng-container>
            <ng-container *appCell="'if so'; let l; of: reading.ruleOutFirst">
              {{ l.then }}
              @if (l.turned && l.found === 'yes') {
                <mat-form-field class="turned">
                  <mat-label>Turned by</mat-label>
                  <input
                    matInput
                    class="mono"
                    placeholder="4 turns M8x1.25"
                    maxlength="80"
                    [value]="l.detail ?? ''"
                    (change)="turned(l, $any($event.target).value)"
                  />
                </mat-form-field>
              }
            </ng-container>
            <ng-container *appCell="'found'; let l; of: reading.ruleOutFirst">
              <app-answers [label]="'Was it: ' + l.cause" [answers]="found" [given]="l.found" (told)="say(l, $event)" />
              @if (l.found) {
                <button matButton type="button" (click)="forget(l)" [attr.aria-label]="'Not looked at: ' + l.cause">
                  Not looked at
                </button>
              }
            </ng-container>
          </app-data-table>
        }
        @if (w.safety.nothing; as words) {
          <p class="nothing">{{ words }}</p>
        } @else {
          <p><a routerLink="../identify">On to Identify</a></p>
        }
      }
      <app-problem-line [text]="problem()" />
      <app-folded [open]="!w.reading || !w.vehicle">
        <span slot="title">What was asked</span>
        <app-ask-form [start]="start()" saveWords="Save what was asked" (saved)="save($event)" />
      </app-folded>
    }
  `,
  styles: `
    h3 {
      margin: 10px 0 2px;
    }
    .out td {
      color: var(--quiet);
    }
    .turned {
      width: 13rem;
      margin-top: 4px;
    }
    .nothing {
      font-weight: 600;
      max-width: 60rem;
    }
    @media (max-width: 700px) {
      thead {
        display: none;
      }
      tr {
        display: grid;
        grid-template-columns: minmax(0, 1fr) auto;
        padding: 6px 0;
        border-bottom: 1px solid var(--line);
      }
      tr td {
        grid-column: 1 / -1;
        border: 0;
        padding: 2px 8px;
      }
      tr td:first-child {
        grid-column: 1;
        font-weight: 600;
      }
      td.minutes {
        grid-area: 1 / 2;
      }
      td.minutes::after {
        content: ' min';
      }
    }
  `,
})
export class AskStage {
  protected look = ({ found }: { readonly found?: string | null }): string => (found === 'no' ? 'out' : '');
  protected bySubject = (_: number, { subject }: { readonly subject: string }): string => subject;
  protected readonly found = [
    { id: 'yes', words: 'it was this' },
    { id: 'no', words: 'ruled out' },
  ];
  protected readonly service = inject(JobService);
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly start = computed<NewJob>(() => {
    const job = this.service.workspace()?.job;
    if (!job) return BLANK;
    const { asker, request, complaints, words, vehicleId, built, options, slot } = job;
    return { asker, request, complaints, words, vehicleId, built, options, slot };
  });
  protected readonly suggested = computed(() => {
    const kind = this.service.workspace()?.reading?.suspects[0];
    return SLOTS.find((s) => kind !== undefined && s.kinds.includes(kind));
  });

  protected words(kinds: readonly (keyof typeof KIND_WORDS)[]): string {
    return kinds.map((kind) => KIND_WORDS[kind]).join(', then ');
  }

  protected async say(look: RuledOut, choice: string): Promise<void> {
    this.problem.set(await this.service.decide(look.subject, choice, 'looked at'));
  }

  /** How far it was turned is said with the finding; what cannot be read is asked back. */
  protected async turned(look: RuledOut, detail: string): Promise<void> {
    this.problem.set(await this.service.decide(look.subject, 'yes', 'looked at', detail.trim()));
  }

  protected async forget(look: RuledOut): Promise<void> {
    this.problem.set(await this.service.undecide(look.subject));
  }

  protected async save(fields: NewJob): Promise<void> {
    this.problem.set(await this.service.change(fields));
  }

  protected async take(slot: string): Promise<void> {
    this.problem.set(await this.service.change({ slot }));
  }
}
