import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { minutesWords } from '@kerabat/core/find/identify';
import { questionText } from '@kerabat/core/job';
import { findAttribute } from '@kerabat/core/named/attribute';
import type { IdentifyAnswer, NextCheckView, UnitIs } from '@kerabat/contract';
import { JobService } from '../../job/job-service';
import { Answers } from '../../parts/answers';
import { percent } from '../../parts/percent';
import { ProblemLine } from '../../parts/problem-line';

/** So many checks are told at once. */
export const SHOWN = 5;

/**
 * What to look at next: most information for the work first, where it is found, and the likely answers ready to be
 * clicked.
 */
@Component({
  selector: 'app-next-checks',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Answers, MatButtonModule, ProblemLine],
  templateUrl: './next-checks.html',
  styleUrl: './next-checks.scss',
})
export class NextChecks {
  private readonly service = inject(JobService);
  readonly identification = input.required<IdentifyAnswer>();
  readonly unitIs = input.required<UnitIs>();
  /** A bench line to begin, for what has to be measured. */
  readonly begun = output<string>();
  /** A bench line that is complete. */
  readonly told = output<string>();

  /** The check that is pointed at, as a drawing names it. */
  readonly pointed = output<string | undefined>();

  protected readonly all = signal(false);
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly percent = percent;
  protected readonly minutes = minutesWords;
  protected readonly places: readonly { id: UnitIs; words: string }[] = [
    { id: 'on-vehicle', words: 'on the vehicle' },
    { id: 'off', words: 'on the bench' },
    { id: 'lost', words: 'lost' },
  ];
  protected readonly checks = computed(() => {
    const { nextChecks, verdict } = this.identification();
    return this.all() ? nextChecks : nextChecks.slice(0, verdict === 'enough' ? 0 : SHOWN);
  });
  protected readonly more = computed(() => this.identification().nextChecks.length - this.checks().length);
  protected keyOf = ({ attribute, position }: NextCheckView): string =>
    position === undefined ? attribute : `${attribute}@${position}`;

  /** How much of the doubt a check is expected to take away. */
  protected settles(check: NextCheckView): number {
    const doubt = this.identification().entropyBits;
    return doubt > 0 ? Math.min(1, check.gainBits / doubt) : 0;
  }

  protected effort(check: NextCheckView): string {
    return [
      minutesWords(check.minutes),
      check.removal === '' ? 'nothing off' : `off first: ${check.removal}`,
      check.tool === 'eye' ? '' : check.tool.replace('-', ' '),
    ]
      .filter((p) => p !== '')
      .join(' · ');
  }

  /** A check that cannot be made on this unit is proposed no more. */
  protected async cannot({ attribute, position, words }: NextCheckView): Promise<void> {
    const name = findAttribute(attribute)?.name;
    if (name === undefined) return;
    const question = questionText({
      side: 'vehicle',
      attribute: name,
      ...(position === undefined ? {} : { position }),
    });
    const subject = `asked:${this.service.slot() ?? ''}/${question}`;
    this.problem.set(await this.service.decide(subject, 'cannot-be-seen', `${words}: cannot be seen`));
  }

  protected async put(place: string): Promise<void> {
    await this.service.decide(`at:${this.service.slot() ?? ''}`, place, '');
  }
}
