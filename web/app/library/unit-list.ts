import { CdkVirtualScrollViewport, ScrollingModule } from '@angular/cdk/scrolling';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, viewChild } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatSelectModule } from '@angular/material/select';
import { MatSortModule, type Sort } from '@angular/material/sort';
import { MatTableModule } from '@angular/material/table';
import { RouterLink } from '@angular/router';
import { catchError, debounceTime, EMPTY, filter, map, mergeMap, of, startWith, Subject, switchMap, tap } from 'rxjs';
import { UNIT_ORDERS, type UnitList } from '@kerabat/contract';
import { lookup } from '@kerabat/core/base/lookup';
import { KIND_WORDS, UNIT_KINDS } from '@kerabat/core/named/unit';
import { Api } from '../api/api';
import { problemOf } from '../api/problem';
import { inAddress } from '../parts/in-address';
import { PartNumber } from '../parts/part-number';
import { ProblemLine } from '../parts/problem-line';

/** Rows that are fetched at once. */
const PAGE = 100;
type Row = UnitList['units'][number];

/**
 * Every unit of the catalogue in one list; the rows that are looked at are fetched, as the server sorts them.
 */
@Component({
  selector: 'app-unit-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ReactiveFormsModule,
    RouterLink,
    MatFormFieldModule,
    MatInputModule,
    ScrollingModule,
    MatSelectModule,
    MatSortModule,
    MatTableModule,
    PartNumber,
    ProblemLine,
  ],
  templateUrl: './unit-list.html',
  styles: `
    p {
      margin: 0 0 4px;
    }
    cdk-virtual-scroll-viewport {
      height: 60vh;
      min-height: 240px;
    }
    :host ::ng-deep .cdk-virtual-scroll-content-wrapper {
      width: 100%;
    }
    table {
      width: 100%;
    }
    .mat-column-name {
      width: 33%;
    }
    .mat-column-maker {
      width: 13%;
    }
    .mat-column-kind {
      width: 17%;
    }
    .mat-column-bore {
      width: 20%;
    }
    .mat-column-number {
      width: 17%;
    }
    .mat-mdc-header-cell,
    td.mat-mdc-cell {
      height: 32px;
      padding: 0 6px;
      white-space: nowrap;
      overflow: hidden;
      text-overflow: ellipsis;
    }
  `,
})
export class UnitListPart {
  private readonly api = inject(Api);
  /** Grows when the catalogue is no longer what it was. */
  readonly again = input(0);
  private readonly words$ = inAddress('q');
  protected readonly q = new FormControl(this.words$(), { nonNullable: true });
  protected readonly kind = inAddress('kind');
  private readonly sort = signal<Sort>({ active: 'kind', direction: 'asc' });
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly kinds = UNIT_KINDS;
  protected readonly words: Readonly<Record<string, string>> = KIND_WORDS;
  protected readonly columns = ['name', 'maker', 'kind', 'bore', 'number'];
  /** Height of a row, px: the list must know it to say where a row stands. */
  protected readonly rowHeight = 33;
  /** Every unit in its place; one that was not looked at yet is not there. */
  protected readonly list = signal<readonly (Row | undefined)[]>([]);
  private readonly view = viewChild.required(CdkVirtualScrollViewport);
  /** Pages that are looked at. */
  private readonly looked = new Subject<number>();
  private fetched = new Set<number>();

  private readonly asked = computed(() => ({
    q: this.words$(),
    kind: this.kind(),
    limit: PAGE,
    sort: UNIT_ORDERS.find((order) => order === this.sort().active) ?? ('kind' as const),
    descending: this.sort().direction === 'desc',
    again: this.again(),
  }));

  constructor() {
    this.q.valueChanges.pipe(takeUntilDestroyed()).subscribe((q) => this.words$.set(q.trim()));
    toObservable(this.asked)
      .pipe(
        debounceTime(60),
        tap(() => (this.fetched = new Set())),
        switchMap((asked) =>
          this.looked.pipe(
            startWith(0),
            filter((page) => !this.fetched.has(page)),
            tap((page) => this.fetched.add(page)),
            mergeMap((page) => this.page(asked, page)),
          ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe(({ page, units, total }) => {
        if (page === 0 && this.list().length > 0) this.view().scrollToIndex(0);
        this.list.update((list) => {
          const rows = page === 0 ? new Array<Row | undefined>(total).fill(undefined) : [...list];
          units.forEach((unit, i) => (rows[page * PAGE + i] = unit));
          return rows;
        });
      });
    effect((onCleanup) => {
      const looking = this.view().renderedRangeStream.subscribe(({ start, end }) => {
        for (let page = Math.floor(start / PAGE); page * PAGE < end; page++) this.looked.next(page);
      });
      onCleanup(() => looking.unsubscribe());
    });
  }

  /** One page; a page that fails is fetched again when it is looked at again. */
  private page({ again: _, descending, ...asked }: ReturnType<typeof this.asked>, page: number) {
    return this.api
      .call('get', '/units', { query: { ...asked, descending: descending ? 'true' : 'false', offset: page * PAGE } })
      .pipe(
        tap(() => this.problem.set(undefined)),
        map((list) => ({ ...list, page })),
        catchError((error: unknown) => {
          this.fetched.delete(page);
          this.problem.set(problemOf(error).detail);
          return page === 0 ? of({ units: [], total: 0, page }) : EMPTY;
        }),
      );
  }

  protected wordsOf = (kind: string): string => lookup(this.words, kind) ?? kind;

  protected sortBy(sort: Sort): void {
    this.sort.set(sort);
  }
}
