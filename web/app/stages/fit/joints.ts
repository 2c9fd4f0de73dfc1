import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import type { CheckView, JointView, SlotWork } from '@kerabat/contract';
import { JobService } from '../../jobs/job-service';
import { TakesFocus } from '../../parts/focus';
import { ProblemLine } from '../../parts/problem-line';
import { StateMark, STATE_WORDS } from '../../parts/state-mark';
import { MeasureField } from './measure-field';
import { PutIn } from './put-in';
import { Remedies } from './remedies';

const ORIGIN: Readonly<Record<string, string>> = {
  measured: 'measured',
  'vehicle-record': 'on record',
  'old-unit': 'as the old unit',
  neighbour: 'the unit beside it',
  planned: 'by the conversion',
};

/** Every joint of the chain on the left, and the one that is looked at with its checks and its ways out. */
@Component({
  selector: 'app-joints-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TakesFocus, MatButtonModule, RouterLink, StateMark, ProblemLine, MeasureField, PutIn, Remedies],
  templateUrl: './joints.html',
  styleUrl: './joints.scss',
})
export class JointsView {
  protected readonly service = inject(JobService);
  private readonly router = inject(Router);
  /** "brake-master/lines", from the address. */
  readonly joint = input<string>();
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly reason = signal('');
  protected readonly overriding = signal('');
  protected readonly stateWords = STATE_WORDS;

  protected readonly places = computed(() =>
    (this.service.workspace()?.work ?? []).map((work) => ({ work, joints: work.joints })),
  );
  /** The joint that was asked for; else the gravest of the place in focus. */
  protected readonly here = computed(() => {
    const all = this.places().flatMap(({ work, joints }) =>
      joints.map((joint) => ({ work, joint, id: `${work.slot}/${joint.id}` })),
    );
    const focus = all.filter(({ work }) => work.slot === this.service.slot());
    const grave = (list: typeof all) =>
      ['does-not-fit', 'not-known', 'fits-with-change', 'fits']
        .map((s) => list.find(({ joint }) => joint.state === s))
        .find((j) => j);
    const kept = focus.find(({ id }) => id === this.kept());
    return all.find(({ id }) => id === this.joint()) ?? kept ?? grave(focus) ?? grave(all);
  });
  /** What was looked at stays in sight when it is settled: nobody is carried away from what they just did. */
  private readonly kept = signal('');

  constructor() {
    effect(() => {
      const id = this.here()?.id;
      if (id !== undefined) untracked(() => this.kept.set(id));
    });
  }

  protected open(id: string, slot: string): void {
    this.service.slot.set(slot);
    void this.router.navigate([], { queryParams: { joint: id }, replaceUrl: true });
  }

  /** Up and down go through the list. */
  protected onKey(event: KeyboardEvent): void {
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (step === 0) return;
    event.preventDefault();
    const buttons = [
      ...((event.currentTarget as HTMLElement).querySelectorAll<HTMLButtonElement>(
        'button.joint',
      ) as Iterable<HTMLButtonElement>),
    ];
    const next = buttons[buttons.indexOf(document.activeElement as HTMLButtonElement) + step];
    next?.focus();
    next?.click();
  }

  protected origin = (check: CheckView): string => (check.vehicleOrigin ? (ORIGIN[check.vehicleOrigin] ?? '') : '');
  protected blocks = (joint: JointView): boolean => joint.state === 'does-not-fit' || joint.state === 'not-known';
  protected openIn = (joint: JointView): number =>
    joint.checks.filter((c) => !c.tells && (c.state === 'does-not-fit' || c.state === 'not-known')).length;
  protected hopeless = (joint: JointView): boolean =>
    joint.checks.some((c) => !c.tells && c.state === 'does-not-fit' && c.remedies.length === 0);
  protected measuresOf = (check: CheckView, work: SlotWork) =>
    check.measures.map((m) => ({
      ...m,
      slot: work.slot,
      key: `${work.slot}-${check.id}-${m.side}-${m.attribute}`.replace(/[^\w-]/g, '-'),
      group: 'nothing-off' as const,
      turns: [],
    }));

  protected overrideOf(id: string) {
    return this.service.decision(`override:${id}`);
  }

  protected async override(event: Event, id: string): Promise<void> {
    event.preventDefault();
    const problem = await this.service.decide(`override:${id}`, 'overridden', this.reason());
    this.problem.set(problem);
    if (problem !== undefined) return;
    this.overriding.set('');
    this.reason.set('');
  }

  /** Confirms that another design than the one that was there is wanted. */
  protected async want(slot: string): Promise<void> {
    this.problem.set(await this.service.decide(`wanted:${slot}`, 'yes', 'another design is wanted'));
  }

  protected async takeBack(id: string): Promise<void> {
    this.problem.set(await this.service.undecide(`override:${id}`));
  }
}
