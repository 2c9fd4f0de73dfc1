import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatChipsModule } from '@angular/material/chips';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { Router, RouterLink } from '@angular/router';
import type { DrawnFaces, JointView } from '@kerabat/contract';
import { Disputes } from '../../job/disputes';
import { EndedQuestions } from '../../job/no-answer';
import { JobService } from '../../job/job-service';
import { TakesFocus } from '../../parts/focus';
import { ProblemLine } from '../../parts/problem-line';
import { STATE_WORDS, StateMark } from '../../parts/state-mark';
import { Fixes } from './fixes';
import { JointSheet } from './joint-sheet';
import { PutIn } from './put-in';

/** The joints of what is worked on, and the one that is looked at: drawn, with its checks and its fixes. */
@Component({
  selector: 'app-joints-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ReactiveFormsModule,
    TakesFocus,
    MatButtonModule,
    MatChipsModule,
    MatFormFieldModule,
    MatInputModule,
    RouterLink,
    StateMark,
    ProblemLine,
    JointSheet,
    PutIn,
    Disputes,
    EndedQuestions,
    Fixes,
  ],
  templateUrl: './joints.html',
  styleUrl: './joints.scss',
})
export class JointsView {
  protected readonly service = inject(JobService);
  private readonly router = inject(Router);
  /** "brake-master/lines", from the address. */
  readonly joint = input<string>();
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly reason = new FormControl('', { nonNullable: true });
  /** A fix that is pointed at, as the joint would be with it. */
  protected readonly tried = signal<DrawnFaces | undefined>(undefined);
  protected readonly overriding = signal('');
  protected readonly stateWords = STATE_WORDS;

  protected readonly places = computed(() =>
    (this.service.workspace()?.work ?? []).map((work) => ({ work, joints: work.joints })),
  );
  /** What does not count any more, and what stands on record beside the verdict. */
  protected readonly notes = computed(() => this.service.workspace()?.safety.notes ?? []);
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
    this.tried.set(undefined);
    void this.router.navigate([], { queryParams: { joint: id }, replaceUrl: true });
  }

  protected blocks = (joint: JointView): boolean => joint.state === 'does-not-fit' || joint.state === 'not-known';
  protected openIn = (joint: JointView): number =>
    joint.checks.filter((c) => !c.tells && (c.state === 'does-not-fit' || c.state === 'not-known')).length;
  protected hopeless = (joint: JointView): boolean =>
    joint.checks.some((c) => !c.tells && c.state === 'does-not-fit' && c.fixes.length === 0);
  protected overrideOf(id: string) {
    return this.service.decision(`override:${id}`);
  }

  protected async override(id: string): Promise<void> {
    const problem = await this.service.decide(`override:${id}`, 'overridden', this.reason.value);
    this.problem.set(problem);
    if (problem !== undefined) return;
    this.overriding.set('');
    this.reason.setValue('');
  }

  protected async unoverride(id: string): Promise<void> {
    this.problem.set(await this.service.undecide(`override:${id}`));
  }
}
