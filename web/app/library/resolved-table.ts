import { ChangeDetectionStrategy, Component, computed, effect, input, viewChild } from '@angular/core';
import { MatPaginator, MatPaginatorModule } from '@angular/material/paginator';
import { MatSort, MatSortModule } from '@angular/material/sort';
import { MatTableDataSource, MatTableModule } from '@angular/material/table';
import { RouterLink } from '@angular/router';
import type { Resolved } from '@kerabat/contract';
import { PartNumber } from '../parts/part-number';

/** A number that was found as it was written, or in its maker’s writing. */
export const isSettled = (row: Resolved): boolean => row.how === 'exact' || row.how === 'normalised';

interface Row extends Resolved {
  /** Where it stood in what was pasted. */
  readonly place: number;
  /** How many are wanted, where that was pasted too. */
  readonly wanted: number | undefined;
}

/** What each of many numbers is, in the order in which they were asked; never more rows than a page shows. */
@Component({
  selector: 'app-resolved-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatPaginatorModule, MatSortModule, MatTableModule, RouterLink, PartNumber],
  template: `
    <table mat-table [dataSource]="source" matSort matSortActive="place" matSortDirection="asc" matSortDisableClear>
      <ng-container matColumnDef="place">
        <th mat-header-cell *matHeaderCellDef mat-sort-header>n</th>
        <td mat-cell *matCellDef="let row" class="mono quiet">{{ row.place }}</td>
      </ng-container>
      <ng-container matColumnDef="query">
        <th mat-header-cell *matHeaderCellDef mat-sort-header>asked</th>
        <td mat-cell *matCellDef="let row" class="mono">{{ row.query }}</td>
      </ng-container>
      <ng-container matColumnDef="wanted">
        <th mat-header-cell *matHeaderCellDef class="figure">wanted</th>
        <td mat-cell *matCellDef="let row" class="figure">{{ row.wanted ?? '' }}</td>
      </ng-container>
      <ng-container matColumnDef="number">
        <th mat-header-cell *matHeaderCellDef>number</th>
        <td mat-cell *matCellDef="let row">
          @if (row.number; as n) {
            <app-part-number [number]="n.written" />
            <span class="quiet small">{{ n.issuer }}{{ n.supersededBy ? ', order now ' + n.supersededBy : '' }}</span>
          }
        </td>
      </ng-container>
      <ng-container matColumnDef="is">
        <th mat-header-cell *matHeaderCellDef>is</th>
        <td mat-cell *matCellDef="let row">
          @if (row.number?.leadsTo; as to) {
            @if (to.kind === 'unit') {
              <a [routerLink]="['/units', to.id]">{{ to.words }}</a>
            } @else if (to.kind === 'kit') {
              <a [routerLink]="['/kits', to.id]">{{ to.words }}</a>
            } @else {
              {{ to.words }}
            }
          }
        </td>
      </ng-container>
      <ng-container matColumnDef="how">
        <th mat-header-cell *matHeaderCellDef mat-sort-header>how it was found</th>
        <td mat-cell *matCellDef="let row" [class.needs-you]="!settled(row)">
          {{ row.sentence }}
          @if (row.how === 'several') {
            <a routerLink="." [queryParams]="{ q: row.query }">look</a>
          }
        </td>
      </ng-container>
      <tr mat-header-row *matHeaderRowDef="columns(); sticky: true"></tr>
      <tr mat-row *matRowDef="let row; columns: columns()"></tr>
    </table>
    @if (rows().length > 25) {
      <mat-paginator [pageSize]="25" [pageSizeOptions]="[25, 100]" aria-label="Pages of numbers" />
    }
  `,
})
export class ResolvedTable {
  readonly rows = input.required<readonly Resolved[]>();
  readonly wanted = input<readonly (number | undefined)[]>([]);
  protected readonly columns = computed(() => [
    'place',
    'query',
    ...(this.wanted().some((n) => n !== undefined) ? ['wanted'] : []),
    'number',
    'is',
    'how',
  ]);
  protected readonly source = new MatTableDataSource<Row>();
  protected readonly settled = isSettled;
  private readonly sorting = viewChild(MatSort);
  private readonly paging = viewChild(MatPaginator);

  constructor() {
    effect(() => {
      this.source.data = this.rows().map((row, i) => ({ ...row, place: i + 1, wanted: this.wanted()[i] }));
    });
    effect(() => {
      this.source.sort = this.sorting() ?? null;
      this.source.paginator = this.paging() ?? null;
    });
  }
}
