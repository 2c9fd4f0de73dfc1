import { NgTemplateOutlet } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  contentChild,
  contentChildren,
  Directive,
  inject,
  input,
  TemplateRef,
} from '@angular/core';
import { MatTableModule } from '@angular/material/table';

let made = 0;

/**
 * One column of a table: its heading, with the unit of its figures, and how a row is shown in it.
 * `<ng-container *appCell="'price, EUR'; let row; of: rows(); figure: true">`
 */
@Directive({ selector: '[appCell]' })
export class Cell<T> {
  readonly heading = input.required<string>({ alias: 'appCell' });
  /** The rows of the table: from them the template knows what a row is. */
  readonly of = input<readonly T[]>([], { alias: 'appCellOf' });
  /** Figures stand under each other by their last place. */
  readonly figure = input(false, { alias: 'appCellFigure' });
  /** The heading is there for those who hear the table alone: acts, marks. */
  readonly unseen = input(false, { alias: 'appCellUnseen' });
  /** What the row is of: the row's own heading. */
  readonly head = input(false, { alias: 'appCellHead' });
  /** "20%": tables whose columns say it stand under each other column by column. */
  readonly width = input<string>('', { alias: 'appCellWidth' });
  readonly template = inject<TemplateRef<{ $implicit: T }>>(TemplateRef);
  /** Under it the table keeps the column, whatever comes and goes beside it. */
  readonly name = `column-${(made += 1)}`;

  static ngTemplateContextGuard<T>(_: Cell<T>, context: unknown): context is { $implicit: T } {
    return context !== undefined;
  }
}

/** What a row shows below itself while it is open: `<ng-container *appBelow="let row; of: rows()">`. */
@Directive({ selector: '[appBelow]' })
export class Below<T> {
  readonly of = input<readonly T[]>([], { alias: 'appBelowOf' });
  readonly template = inject<TemplateRef<{ $implicit: T }>>(TemplateRef);

  static ngTemplateContextGuard<T>(_: Below<T>, context: unknown): context is { $implicit: T } {
    return context !== undefined;
  }
}

interface Line<T> {
  readonly row: T;
  readonly below: boolean;
}

/** Rows under named columns; on a phone each row stands by itself, its values under each other. */
@Component({
  selector: 'app-data-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatTableModule, NgTemplateOutlet],
  template: `
    <table
      mat-table
      [dataSource]="lines()"
      [trackBy]="trackLine"
      [attr.aria-label]="words() || null"
      [class.fixed]="fixed()"
    >
      @for (cell of cells(); track cell) {
        <ng-container [matColumnDef]="cell.name">
          <th
            mat-header-cell
            *matHeaderCellDef
            scope="col"
            [class.right]="cell.figure()"
            [style.width]="cell.width() || null"
          >
            <span [class.hidden-text]="cell.unseen()">{{ cell.heading() }}</span>
          </th>
          @if (cell.head()) {
            <th *matCellDef="let line" class="mat-mdc-cell mdc-data-table__cell" scope="row">
              <ng-container *ngTemplateOutlet="cell.template; context: { $implicit: line.row }" />
            </th>
          } @else {
            <td
              mat-cell
              *matCellDef="let line"
              [class.figure]="cell.figure()"
              [attr.data-heading]="cell.unseen() ? null : cell.heading()"
            >
              <ng-container *ngTemplateOutlet="cell.template; context: { $implicit: line.row }" />
            </td>
          }
        </ng-container>
      }
      <ng-container matColumnDef="below">
        <td mat-cell *matCellDef="let line" [attr.colspan]="names().length" class="below">
          <ng-container *ngTemplateOutlet="below()?.template ?? null; context: { $implicit: line.row }" />
        </td>
      </ng-container>
      <tr mat-header-row *matHeaderRowDef="names()" [class.hidden-text]="bare()"></tr>
      <tr mat-row *matRowDef="let line; columns: names()" [class]="look()(line.row)"></tr>
      <tr mat-row *matRowDef="let line; columns: ['below']; when: isBelow"></tr>
      <tr *matNoDataRow>
        <td [attr.colspan]="names().length" class="quiet nothing">{{ empty() }}</td>
      </tr>
    </table>
  `,
  styleUrl: './data-table.scss',
})
export class DataTable<T> {
  readonly rows = input.required<readonly T[]>();
  /** What the table is of, where no heading above it says so. */
  readonly words = input('');
  /** What stands there when it has no row. */
  readonly empty = input('');
  /** Whether its headings are only heard: a list whose columns explain themselves. */
  readonly bare = input(false);
  /** Classes of a row. */
  readonly look = input<(row: T) => string>(() => '');
  /** By what a row is known again; its place where nothing else is said. */
  readonly track = input<(index: number, row: T) => unknown>((index) => index);
  /** Whether a row shows what is below it. */
  readonly open = input<(row: T) => boolean>(() => false);

  protected readonly cells = contentChildren<Cell<T>>(Cell);
  protected readonly below = contentChild<Below<T>>(Below);
  protected readonly names = computed(() => this.cells().map(({ name }) => name));
  /** Columns that say how wide they are keep it whatever stands in them. */
  protected readonly fixed = computed(() => this.cells().some((cell) => cell.width() !== ''));
  protected readonly lines = computed(() =>
    this.rows().flatMap((row): Line<T>[] => [
      { row, below: false },
      ...(this.open()(row) ? [{ row, below: true }] : []),
    ]),
  );

  protected isBelow = (_: number, line: Line<T>): boolean => line.below;
  protected trackLine = (index: number, { row, below }: Line<T>): unknown =>
    below ? `below ${String(this.track()(index, row))}` : this.track()(index, row);
}
