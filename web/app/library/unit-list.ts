import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable, toSignal } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatPaginatorModule, type PageEvent } from '@angular/material/paginator';
import { MatSelectModule } from '@angular/material/select';
import { MatSortModule, type Sort } from '@angular/material/sort';
import { MatTableModule } from '@angular/material/table';
import { RouterLink } from '@angular/router';
import { catchError, debounceTime, map, of, switchMap } from 'rxjs';
import { UNIT_ORDERS, type UnitList } from '@kerabat/contract';
import { lookup } from '@kerabat/core/base/lookup';
import { KIND_WORDS, UNIT_KINDS } from '@kerabat/core/named/unit';
import { Api } from '../api/api';
import { problemOf } from '../api/problem';
import { PartNumber } from '../parts/part-number';
import { ProblemLine } from '../parts/problem-line';

const NONE: UnitList = { units: [], total: 0 };
const PAGE = 25;

/** Every unit of the catalogue, a page at a time as the server sorts and counts them. */
@Component({
  selector: 'app-unit-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ReactiveFormsModule,
    RouterLink,
    MatFormFieldModule,
    MatInputModule,
    MatPaginatorModule,
    MatSelectModule,
    MatSortModule,
    MatTableModule,
    PartNumber,
    ProblemLine,
  ],
  template: `
    <div class="row">
      <mat-form-field>
        <mat-label>Name, maker or number</mat-label>
        <input matInput autocomplete="off" [formControl]="q" />
      </mat-form-field>
      <mat-form-field>
        <mat-label>Kind</mat-label>
        <mat-select [value]="kind()" (valueChange)="kind.set($event); page.set(0)">
          <mat-option value="">all kinds</mat-option>
          @for (k of kinds; track k) {
            <mat-option [value]="k">{{ words[k] }}</mat-option>
          }
        </mat-select>
      </mat-form-field>
    </div>
    <app-problem-line [text]="problem()" />
    <div class="scroll" tabindex="0" role="region" aria-label="List of units">
      <table mat-table [dataSource]="list().units" matSort (matSortChange)="sortBy($event)">
        <ng-container matColumnDef="name">
          <th mat-header-cell *matHeaderCellDef mat-sort-header>unit</th>
          <td mat-cell *matCellDef="let u">
            <a [routerLink]="['/units', u.id]">{{ u.name }}</a>
          </td>
        </ng-container>
        <ng-container matColumnDef="maker">
          <th mat-header-cell *matHeaderCellDef mat-sort-header>maker</th>
          <td mat-cell *matCellDef="let u">{{ u.maker }}</td>
        </ng-container>
        <ng-container matColumnDef="kind">
          <th mat-header-cell *matHeaderCellDef mat-sort-header>kind</th>
          <td mat-cell *matCellDef="let u">{{ wordsOf(u.kind) }}</td>
        </ng-container>
        <ng-container matColumnDef="bore">
          <th mat-header-cell *matHeaderCellDef>bore</th>
          <td mat-cell *matCellDef="let u" class="mono">{{ u.bore }}</td>
        </ng-container>
        <ng-container matColumnDef="number">
          <th mat-header-cell *matHeaderCellDef>number</th>
          <td mat-cell *matCellDef="let u">
            @if (u.numbers[0]; as n) {
              <app-part-number [number]="n" />
            }
          </td>
        </ng-container>
        <tr mat-header-row *matHeaderRowDef="columns; sticky: true"></tr>
        <tr mat-row *matRowDef="let u; columns: columns"></tr>
        <tr *matNoDataRow>
          <td [attr.colspan]="columns.length" class="quiet">No unit like this is in the catalogue.</td>
        </tr>
      </table>
    </div>
    <mat-paginator
      [length]="list().total"
      [pageIndex]="page()"
      [pageSize]="pageSize()"
      [pageSizeOptions]="[25, 50, 100]"
      (page)="turn($event)"
      aria-label="Pages of units"
    />
  `,
  styles: `
    .scroll {
      max-height: 60vh;
      overflow: auto;
    }
    mat-paginator {
      background: none;
    }
  `,
})
export class UnitListPart {
  private readonly api = inject(Api);
  /** Grows when the catalogue is no longer what it was. */
  readonly again = input(0);
  protected readonly q = new FormControl('', { nonNullable: true });
  private readonly words$ = toSignal(this.q.valueChanges.pipe(map((q) => q.trim())), { initialValue: '' });
  protected readonly kind = signal('');
  protected readonly page = signal(0);
  protected readonly pageSize = signal(PAGE);
  private readonly sort = signal<Sort>({ active: 'kind', direction: 'asc' });
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly kinds = UNIT_KINDS;
  protected readonly words: Readonly<Record<string, string>> = KIND_WORDS;
  protected readonly columns = ['name', 'maker', 'kind', 'bore', 'number'];

  private readonly asked = computed(() => ({
    q: this.words$(),
    kind: this.kind(),
    limit: this.pageSize(),
    offset: this.page() * this.pageSize(),
    sort: UNIT_ORDERS.find((order) => order === this.sort().active) ?? ('kind' as const),
    descending: this.sort().direction === 'desc',
    again: this.again(),
  }));
  protected readonly list = toSignal(
    toObservable(this.asked).pipe(
      debounceTime(60),
      switchMap(({ again: _, ...asked }) =>
        this.api.units(asked).pipe(
          map((list) => {
            this.problem.set(undefined);
            return list;
          }),
          catchError((error: unknown) => {
            this.problem.set(problemOf(error).detail);
            return of(NONE);
          }),
        ),
      ),
    ),
    { initialValue: NONE },
  );

  constructor() {
    this.q.valueChanges.pipe(takeUntilDestroyed()).subscribe(() => this.page.set(0));
  }

  protected wordsOf = (kind: string): string => lookup(this.words, kind) ?? kind;

  protected sortBy(sort: Sort): void {
    this.sort.set(sort);
    this.page.set(0);
  }

  protected turn({ pageIndex, pageSize }: PageEvent): void {
    this.page.set(pageIndex);
    this.pageSize.set(pageSize);
  }
}
