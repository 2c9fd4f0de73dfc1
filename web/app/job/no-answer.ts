import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatMenuModule } from '@angular/material/menu';
import type { MeasurementView } from '@kerabat/contract';
import { type QuestionEnd, questionText, readQuestion } from '@kerabat/core/job';
import { attributeWords, findAttribute, mayBeNone } from '@kerabat/core/named/attribute';
import { ProblemLine } from '../parts/problem-line';
import { JobService } from './job-service';

type Asked = Pick<
  MeasurementView,
  'side' | 'slot' | 'attribute' | 'position' | 'onVehicle' | 'what' | 'line' | 'again'
>;

/** Who can be asked about a new unit. */
const SOURCES = ['supplier', 'maker'] as const;

/**
 * What is done where a figure cannot be had: there is none of it, it cannot be seen where it is, or its source was
 * asked and did not say.
 */
@Component({
  selector: 'app-no-answer',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatMenuModule, ProblemLine],
  template: `
    @if (asked().length > 0) {
      <button matButton type="button" class="small" [matMenuTriggerFor]="which">No figure to be had?</button>
      <mat-menu #which>
        @for (m of asked(); track m.side + m.attribute + (m.position ?? '')) {
          <button mat-menu-item [matMenuTriggerFor]="ends" [matMenuTriggerData]="{ m }">{{ wordsOf(m) }}</button>
        }
      </mat-menu>
      <mat-menu #ends>
        <ng-template matMenuContent let-m="m">
          @if (mayBeNone(m)) {
            <button mat-menu-item (click)="none(m)">There is none</button>
          }
          @if (m.again) {
            <button mat-menu-item (click)="end(m, 'nowhere')">Nor in another way</button>
          } @else {
            <button mat-menu-item (click)="end(m, 'cannot-be-seen')">Cannot be seen</button>
          }
          @if (m.side === 'unit' && !m.again) {
            @for (source of sources; track source) {
              <button mat-menu-item (click)="end(m, 'no-answer', source)">Asked the {{ source }}: no answer</button>
            }
          }
        </ng-template>
      </mat-menu>
    }
    <app-problem-line [text]="problem()" />
  `,
})
export class NoAnswer {
  private readonly service = inject(JobService);
  readonly measures = input.required<readonly Asked[]>();
  protected readonly sources = SOURCES;
  protected readonly problem = signal<string | undefined>(undefined);
  /** Each thing once, whatever checks lean on it. */
  protected readonly asked = computed(() => [
    ...new Map(this.measures().map((m) => [`${m.slot}/${questionOf(m)}`, m])).values(),
  ]);
  protected wordsOf = ({ what, side }: Asked): string => `${what}, ${side === 'unit' ? 'new unit' : 'vehicle'}`;
  protected mayBeNone({ attribute }: Asked): boolean {
    const row = findAttribute(attribute);
    return row !== undefined && mayBeNone(row.name);
  }

  protected async none(m: Asked): Promise<void> {
    this.problem.set(await this.service.measure(m, `${m.line}none`));
  }

  protected async end(m: Asked, end: QuestionEnd, whom?: string): Promise<void> {
    const words = this.wordsOf(m);
    const reason =
      end === 'no-answer'
        ? `asked the ${whom ?? ''} about ${words}`
        : `${words}: ${end === 'nowhere' ? 'not to be had' : 'cannot be seen'}`;
    this.problem.set(await this.service.decide(`asked:${m.slot}/${questionOf(m)}`, end, reason, whom));
  }
}

/** The question as its decision names it. */
function questionOf({ side, attribute, position }: Asked): string {
  const name = findAttribute(attribute)?.name;
  return name === undefined
    ? ''
    : questionText({ side, attribute: name, ...(position === undefined ? {} : { position }) });
}

/** Questions of a place that ended without an answer, with who said so: each can be asked again. */
@Component({
  selector: 'app-ended-questions',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, ProblemLine],
  template: `
    @for (question of ended(); track question.subject) {
      <p class="small">
        {{ question.words }} <span class="quiet">{{ question.by }}</span>
        <button
          matButton
          type="button"
          [attr.aria-label]="'Ask again: ' + question.words"
          (click)="again(question.subject)"
        >
          Ask again
        </button>
      </p>
    }
    <app-problem-line [text]="problem()" />
  `,
  styles: `
    p {
      margin: 2px 0;
    }
  `,
})
export class EndedQuestions {
  private readonly service = inject(JobService);
  readonly slot = input.required<string>();
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly ended = computed(() =>
    (this.service.workspace()?.decisions ?? []).flatMap(({ subject, value, by, again }) => {
      const prefix = `asked:${this.slot()}/`;
      const question =
        value && again === undefined && subject.startsWith(prefix) && readQuestion(subject.slice(prefix.length));
      if (!question) return [];
      const side = question.side === 'unit' ? 'new unit' : 'vehicle';
      const what = `${attributeWords(question.attribute, question.position)}, ${side}`;
      const how =
        value.choice === 'no-answer'
          ? `${value.detail ?? ''} asked, no answer`
          : value.choice === 'nowhere'
            ? 'not to be had in another way either'
            : 'cannot be seen';
      return [{ subject, words: `${what}: ${how}`, by }];
    }),
  );

  protected async again(subject: string): Promise<void> {
    this.problem.set(await this.service.undecide(subject));
  }
}
