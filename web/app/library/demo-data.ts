import { ChangeDetectionStrategy, Component, inject, output, signal } from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatDialog } from '@angular/material/dialog';
import { MatSnackBar } from '@angular/material/snack-bar';
import { catchError, exhaustMap, filter, map, of, startWith, Subject, switchMap, type Observable } from 'rxjs';
import type { DemoSeen } from '@kerabat/contract';
import { Api } from '../api/api';
import { Acting } from '../parts/acting';
import { ProblemLine } from '../parts/problem-line';
import { DemoDialog } from './demo-dialog';

/** Says that made-up data lie beside what is somebody's, and removes them. Shown only where there are any. */
@Component({
  selector: 'app-demo-data',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, ProblemLine],
  template: `
    @if (seen(); as demo) {
      <p class="row">
        <span
          >The catalogue holds the made-up demo: {{ demo.units }} units, {{ demo.numbers }} numbers,
          {{ demo.jobs }} jobs.</span
        >
        <button matButton="outlined" type="button" (click)="asked.next(demo)">Remove demo data…</button>
      </p>
    }
    <app-problem-line [text]="problem()" />
  `,
  styles: `
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 16px;
      align-items: center;
      margin: 4px 0 8px;
    }
  `,
})
export class DemoData {
  private readonly api = inject(Api);
  private readonly acting = inject(Acting);
  private readonly dialog = inject(MatDialog);
  private readonly snack = inject(MatSnackBar);
  /** The catalogue is no longer what it was. */
  readonly changed = output();
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly asked = new Subject<DemoSeen>();
  private readonly again = new Subject<void>();
  protected readonly seen = toSignal(
    this.again.pipe(
      startWith(undefined),
      switchMap(() => this.api.call('get', '/demo').pipe(catchError(() => of(undefined)))),
      map((demo) => (demo && demo.units + demo.vehicles + demo.numbers + demo.jobs > 0 ? demo : undefined)),
    ),
  );

  constructor() {
    this.asked
      .pipe(
        exhaustMap((seen) =>
          this.dialog.open<DemoDialog, DemoSeen, boolean>(DemoDialog, { data: seen, width: '30rem' }).afterClosed(),
        ),
        filter((yes) => yes === true),
        exhaustMap(() => this.acted(this.api.call('delete', '/demo'))),
        filter((id) => id !== undefined),
        switchMap((id) =>
          this.snack
            .open('Demo data removed', 'Undo', { duration: 10_000 })
            .onAction()
            .pipe(map(() => id)),
        ),
        exhaustMap((id) => this.acted(this.api.call('post', '/history/{id}/undo', { at: { id } }))),
        takeUntilDestroyed(),
      )
      .subscribe();
  }

  /** Does it under a name; answers the act's number, or undefined when it was not done. */
  private acted(write: Observable<{ id: number | null }>): Observable<number | undefined> {
    return this.acting.act(write).pipe(
      map(({ answer, problem }) => {
        this.problem.set(problem);
        this.again.next();
        this.changed.emit();
        return answer?.id ?? undefined;
      }),
    );
  }
}
