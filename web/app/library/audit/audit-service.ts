import { inject, Injectable, signal } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import type { AuditAnswer, HistoryAct, Settlement, UndoAnswer } from '@kerabat/contract';
import { Acting } from '../../api/acting';
import { Api } from '../../api/api';
import { problemOf } from '../../api/problem';

/** How long to wait before asking again how far an audit is, in ms. */
const AGAIN = 700;

/** What the audit found, and who changed what. Looked at again after everything that is settled. */
@Injectable()
export class Audit {
  private readonly api = inject(Api);
  private readonly acting = inject(Acting);
  readonly answer = signal<AuditAnswer | undefined>(undefined);
  readonly acts = signal<readonly HistoryAct[]>([]);
  readonly problem = signal<string | undefined>(undefined);
  private gone = false;

  async look(): Promise<void> {
    try {
      const answer = await firstValueFrom(this.api.audit());
      this.answer.set(answer);
      this.problem.set(answer.problem);
      this.acts.set((await firstValueFrom(this.api.history())).acts);
      if (answer.state === 'running' && !this.gone) setTimeout(() => void this.look(), AGAIN);
    } catch (error) {
      this.problem.set(problemOf(error).detail);
    }
  }

  /** Answers the sentence of what went wrong; undefined when it is settled. */
  settle = (settlement: Settlement): Promise<string | undefined> =>
    this.changed(() => firstValueFrom(this.api.settle(settlement)));
  withdraw = (id: number): Promise<string | undefined> =>
    this.changed(() => firstValueFrom(this.api.withdrawAcceptance(id)));
  /** Answers what stays although it was added, or the sentence of what went wrong. */
  async undo(id: number): Promise<{ answer?: UndoAnswer; problem?: string }> {
    const done = await this.acting.answer(this.api.undoAct(id));
    await this.look();
    return done;
  }

  leave(): void {
    this.gone = true;
  }

  private async changed(write: () => Promise<unknown>): Promise<string | undefined> {
    const problem = await this.acting.act(write);
    await this.look();
    return problem;
  }
}
