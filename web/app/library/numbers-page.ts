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
  template: `
    <div class="page">
      <h1>Numbers</h1>
      <mat-form-field>
        <mat-label>Part number, in any writing</mat-label>
        <input
          matInput
          class="mono"
          autocomplete="off"
          maxlength="80"
          #box
          [value]="q() ?? ''"
          (input)="search(box.value)"
        />
      </mat-form-field>
      <app-many-numbers />
      @if (answer(); as a) {
        <div aria-live="polite">
          @if (a.problem) {
            <p class="problem">{{ a.problem }}</p>
          }
          @for (group of groups(); track group.words) {
            @if (group.numbers.length > 0) {
              <h2>{{ group.words }}</h2>
              @if (group.numbers.length > 1 && issuers(group.numbers) > 1) {
                <p class="needs-you small">Several makers use this number; make sure whose is meant.</p>
              }
              <app-data-table [rows]="group.numbers" [words]="group.words">
                <ng-container *appCell="'issued by'; let n; of: group.numbers">{{ n.issuer }}</ng-container>
                <ng-container *appCell="'number'; let n; of: group.numbers"
                  ><app-part-number [number]="n.written"
                /></ng-container>
                <ng-container *appCell="'status'; let n; of: group.numbers">
                  {{ n.kind === 'order' ? n.status : n.kind + ' mark' }}
                  @if (n.supersededBy) {
                    <div class="small">
                      order now: <span class="mono">{{ n.supersededBy }}</span>
                    </div>
                  }
                </ng-container>
                <ng-container *appCell="'leads to'; let n; of: group.numbers">
                  @if (n.leadsTo.kind === 'unit') {
                    <a [routerLink]="['/units', n.leadsTo.id]">{{ n.leadsTo.words }}</a>
                  } @else if (n.leadsTo.kind === 'kit') {
                    <a [routerLink]="['/kits', n.leadsTo.id]">{{ n.leadsTo.words }}</a>
                  } @else {
                    {{ n.leadsTo.words }}
                    @if (n.leadsTo.kind === 'nothing') {
                      <a
                        class="small"
                        [routerLink]="['/numbers', 'n:' + n.id]"
                        [attr.aria-label]="'its interchange: ' + n.written"
                        >its interchange</a
                      >
                    }
                  }
                  @if (n.note) {
                    <div class="small quiet">{{ n.note }}</div>
                  }
                </ng-container>
                <ng-container *appCell="'from'; let n; of: group.numbers"
                  ><span class="small quiet">{{ n.source }}</span></ng-container
                >
              </app-data-table>
            }
          }
          @if (
            !a.problem &&
            a.exact.length + a.normalised.length + a.near.length + a.misread.length + a.begins.length === 0
          ) {
            <p>No number like this is in the catalogue, none that begins so, and none that differs by one character.</p>
          }
        </div>
      } @else {
        <p class="quiet">
          Spaces, dots, dashes and capitals do not matter to most makers; where they do, the near ones are shown apart.
        </p>
      }
    </div>
  `,
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
          : this.api.numbers(q).pipe(
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
