import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { switchMap } from 'rxjs';
import { Api } from '../api/api';
import { outcome } from '../api/problem';
import { Cell, DataTable } from '../parts/data-table';
import { PartNumber } from '../parts/part-number';
import { ProblemLine } from '../parts/problem-line';
import { Skeleton } from '../parts/skeleton';

/** One seal kit: what lies in it, its numbers and who has it, and the units that a list names it for. */
@Component({
  selector: 'app-kit-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Cell, DataTable, PartNumber, ProblemLine, RouterLink, Skeleton],
  templateUrl: './kit-page.html',
  styles: `
    .two {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(min(24rem, 100%), 1fr));
      gap: 16px;
      align-items: start;
    }
    .two > div {
      display: grid;
      gap: 16px;
    }
    h2 {
      margin-bottom: 8px;
    }
  `,
})
export class KitPage {
  private readonly api = inject(Api);
  readonly id = input.required<string>();
  protected readonly state = toSignal(
    toObservable(this.id).pipe(switchMap((id) => this.api.call('get', '/kits/{id}', { at: { id } }).pipe(outcome()))),
  );
}
