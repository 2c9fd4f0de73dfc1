import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { Router, RouterLink } from '@angular/router';
import { catchError, debounceTime, of, switchMap } from 'rxjs';
import { Api } from '../api/api';
import { problemOf } from '../api/problem';
import { Cell, DataTable } from '../parts/data-table';
import { PartNumber } from '../parts/part-number';
import { ManyNumbers } from './many-numbers';

/** Any part number, in any writing. */
@Component({
  selector: 'app-numbers-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Cell, DataTable, MatFormFieldModule, MatInputModule, RouterLink, PartNumber, ManyNumbers],
  templateUrl: './numbers-page.html',
  styles: `
    .page {
      max-width: 1000px;
    }
    mat-form-field {
      width: 24rem;
      max-width: 100%;
      margin: 8px 0;
    }
    h2 {
      margin-top: 12px;
    }
  `,
})
export class NumbersPage {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  readonly q = input<string>();
  protected readonly failed = signal<string | undefined>(undefined);
  protected readonly answer = toSignal(
    toObservable(this.q).pipe(
      debounceTime(100),
      switchMap((q) =>
        !q
          ? of(undefined)
          : this.api.call('get', '/numbers', { query: { q } }).pipe(
              catchError((error: unknown) =>
                of({
                  query: q,
                  exact: [],
                  normalised: [],
                  near: [],
                  misread: [],
                  begins: [],
                  problem: problemOf(error).detail,
                }),
              ),
            ),
      ),
    ),
  );
  protected readonly groups = computed(() => {
    const a = this.answer();
    if (!a) return [];
    return [
      { words: 'Written just so', numbers: a.exact },
      { words: 'The same number in its maker’s writing', numbers: a.normalised },
      { words: 'Near: may be another number', numbers: a.near },
      { words: 'Longer numbers that begin so', numbers: a.begins },
      { words: 'One character differs: read it again', numbers: a.misread },
    ];
  });

  protected issuers = (numbers: readonly { issuer: string }[]): number => new Set(numbers.map((n) => n.issuer)).size;

  protected search(q: string): void {
    void this.router.navigate([], { queryParams: { q: q.trim() || null }, replaceUrl: true });
  }
}
