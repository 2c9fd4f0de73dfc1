import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { LookView } from '@kerabat/contract';
import { JobService } from '../../job/job-service';
import { Answers } from '../../parts/answers';
import { One, OneAtATime } from '../../parts/one-at-a-time';
import { ProblemLine } from '../../parts/problem-line';

/**
 * What stays on the vehicle and is looked at while it is open: each answer brings its line or takes its "perhaps" off.
 */
@Component({
  selector: 'app-look',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Answers, MatButtonModule, One, OneAtATime, ProblemLine],
  template: `
    <app-problem-line [text]="problem()" />
    <h2>Look at what stays</h2>
    @if (looks().length === 0) {
      <p>Nothing that stays is opened. The list appears when a unit is chosen.</p>
    } @else {
      <p class="small quiet">{{ open() }} of {{ looks().length }} not looked at yet, about {{ minutes() }} minutes.</p>
    }
    <app-one-at-a-time [items]="looks()" [key]="subjectOf" [done]="isAnswered">
      <ng-container *appOne="let look of looks()">
        <section>
          <h3 [id]="look.subject">{{ look.words }}{{ look.count > 1 ? ', ' + look.count : '' }}</h3>
          <p class="small quiet">{{ look.how }}.</p>
          <app-answers
            [class.open]="!look.answer"
            [label]="look.words"
            [answers]="look.answers"
            [given]="look.answer"
            (told)="answer(look, $event)"
          />
          @if (look.answer) {
            <button matButton type="button" (click)="forget(look)" [attr.aria-label]="'Not looked at: ' + look.words">
              Not looked at
            </button>
          }
          @if (look.finding) {
            <p class="finding">{{ look.finding }}</p>
          }
        </section>
      </ng-container>
    </app-one-at-a-time>
  `,
  styles: `
    section {
      padding: 8px 0 10px;
      border-bottom: 1px solid var(--line);
    }
    h3 {
      margin: 0;
      font-size: var(--size-text);
    }
    p {
      margin: 2px 0 6px;
    }
    @media (max-width: 700px) {
      app-answers {
        display: grid;
      }
      app-answers ::ng-deep button {
        height: 52px;
      }
    }
    .finding {
      font-weight: 600;
      max-width: 60rem;
    }
  `,
})
export class LookStage {
  private readonly service = inject(JobService);
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly looks = computed(() => this.service.workspace()?.looks ?? []);
  private readonly left = computed(() => this.looks().filter((look) => look.answer === undefined));
  protected readonly open = computed(() => this.left().length);
  protected readonly minutes = computed(() => this.left().reduce((sum, look) => sum + look.minutes, 0));

  protected subjectOf = (look: LookView): string => look.subject;
  protected isAnswered = (look: LookView): boolean => look.answer !== undefined;

  protected async answer(look: LookView, choice: string): Promise<void> {
    this.problem.set(await this.service.decide(look.subject, choice, 'looked at'));
  }

  protected async forget(look: LookView): Promise<void> {
    this.problem.set(await this.service.undecide(look.subject));
  }
}
