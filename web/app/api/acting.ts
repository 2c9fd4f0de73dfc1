import { inject, Injectable } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { firstValueFrom, type Observable } from 'rxjs';
import { Person } from './person';
import { problemOf } from './problem';

/** Whatever is written is written under a name: asks for it once, and answers the sentence of what went wrong. */
@Injectable({ providedIn: 'root' })
export class Acting {
  private readonly person = inject(Person);
  private readonly dialog = inject(MatDialog);

  async act(write: () => Promise<unknown>): Promise<string | undefined> {
    if (!(await this.named())) return 'Not saved yet: say who you are first.';
    try {
      await write();
      return undefined;
    } catch (error) {
      return problemOf(error).detail;
    }
  }

  /** The same for a write whose answer is wanted: it, or the sentence of what went wrong. */
  async answer<T>(write: Observable<T>): Promise<{ answer?: T; problem?: string }> {
    let answer: T | undefined;
    const problem = await this.act(async () => (answer = await firstValueFrom(write)));
    return problem === undefined ? { answer: answer as T } : { problem };
  }

  async named(): Promise<boolean> {
    if (this.person.name() !== '') return true;
    const { NameDialog } = await import('../shell/name-dialog');
    return (await firstValueFrom(this.dialog.open(NameDialog, { width: '24rem' }).afterClosed())) === true;
  }
}
