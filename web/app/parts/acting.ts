import { inject, Injectable } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { defer, from, map, of, switchMap, type Observable } from 'rxjs';
import { Person } from '../api/person';
import { outcome, type Outcome } from '../api/problem';

const UNNAMED = 'Not saved yet: say who you are first.';

/** Whatever is written is written under a name: asks for it once. */
@Injectable({ providedIn: 'root' })
export class Acting {
  private readonly person = inject(Person);
  private readonly dialog = inject(MatDialog);

  /** Writes when it is subscribed to, and answers once; it never fails. */
  act<T>(write: Observable<T>): Observable<Outcome<T>> {
    return this.named(write.pipe(outcome())).pipe(map(({ answer, problem }) => answer ?? { problem }));
  }

  /** The same for one who looks at what went wrong himself: an error of the write is thrown on. */
  named<T>(write: Observable<T>): Observable<Outcome<T>> {
    return defer(() => (this.person.name() === '' ? this.ask() : of(true))).pipe(
      switchMap((known) => (known ? write.pipe(map((answer) => ({ answer }))) : of({ problem: UNNAMED }))),
    );
  }

  private ask(): Observable<boolean> {
    return from(import('./name-dialog')).pipe(
      switchMap(({ NameDialog }) => this.dialog.open(NameDialog, { width: '24rem' }).afterClosed()),
      map((said) => said === true),
    );
  }
}
