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
  template: `
    <div class="page">
      <app-problem-line [text]="state()?.problem" />
      @if (state()?.answer; as kit) {
        <h1>{{ kit.name }}</h1>
        <p class="quiet">
          seal kit · {{ kit.maker }} · bore {{ kit.bore }}{{ kit.boreLarge ? ' and ' + kit.boreLarge : '' }}
          {{ kit.seals ? '· seals of ' + kit.seals : '' }} · {{ kit.source }}
        </p>
        <div class="two">
          <section class="sheet" aria-labelledby="contents">
            <h2 id="contents">In the bag</h2>
            <app-data-table [rows]="kit.contents" empty="Nobody listed what is in it.">
              <ng-container *appCell="'n'; let piece; of: kit.contents; figure: true">{{
                piece.quantity
              }}</ng-container>
              <ng-container *appCell="'piece'; let piece; of: kit.contents">
                {{ piece.item }} <span class="quiet small">{{ piece.note }}</span>
              </ng-container>
              <ng-container *appCell="'for a bore of'; let piece; of: kit.contents; figure: true">{{
                piece.size
              }}</ng-container>
            </app-data-table>
          </section>
          <div>
            <section class="sheet" aria-labelledby="numbers">
              <h2 id="numbers">Numbers</h2>
              <app-data-table [rows]="kit.numbers" words="Numbers" empty="It has no number of its own.">
                <ng-container *appCell="'number'; let n; of: kit.numbers"
                  ><app-part-number [number]="n.written"
                /></ng-container>
                <ng-container *appCell="'issued by'; let n; of: kit.numbers">{{ n.issuer }}</ng-container>
                <ng-container *appCell="'status'; let n; of: kit.numbers"
                  >{{ n.status }}{{ n.note ? ', ' + n.note : '' }}</ng-container
                >
              </app-data-table>
              @for (offer of kit.stock; track offer.number + offer.supplier) {
                <p class="small">
                  {{ offer.supplier }}: {{ offer.quantity ?? 'how many not told' }}
                  @if (offer.price !== undefined) {
                    at <span class="mono">{{ offer.price.toFixed(2) }}</span>
                  }
                  <span class="quiet">({{ offer.date }})</span>
                </p>
              } @empty {
                <p class="small quiet">No supplier has told of it.</p>
              }
            </section>
            <section class="sheet" aria-labelledby="units">
              <h2 id="units">Listed for</h2>
              <ul class="plain">
                @for (unit of kit.units; track unit.unitId) {
                  <li>
                    <a [routerLink]="['/units', unit.unitId]">{{ unit.maker }} {{ unit.name }}</a>
                    <span class="quiet small">{{ unit.source }}</span>
                  </li>
                } @empty {
                  <li class="quiet">No list names it for a unit.</li>
                }
              </ul>
            </section>
          </div>
        </div>
      } @else if (!state()) {
        <app-skeleton />
      }
    </div>
  `,
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
  protected readonly state = toSignal(toObservable(this.id).pipe(switchMap((id) => this.api.kit(id).pipe(outcome()))));
}
