import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { catchError, forkJoin, map, type Observable, of, switchMap } from 'rxjs';
import type { NewJob } from '@kerabat/contract';
import type { UnitDesign } from '@kerabat/core/named/unit';
import { silhouetteOf } from '@kerabat/core/tell/drawing';
import { SLOTS } from '@kerabat/core/vehicle/place';
import { Api } from '../../api/api';
import { Designs } from '../../api/designs';
import { StripPicture } from '../../parts/strip-picture';

type Slot = NonNullable<NewJob['slot']>;
const WIDE = 104;
const HIGH = 64;

/**
 * The units of a vehicle as pictures: those that are recorded for it, drawn from their facts, or of each kind what is
 * usual, dotted. Pressing one says which it is about; for the keyboard the list above does the same.
 */
@Component({
  selector: 'app-unit-pictures',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, StripPicture],
  template: `
    <div role="group" aria-label="Unit this is about, as pictures">
      @for (picture of pictures(); track picture.slot) {
        <button
          matButton
          type="button"
          tabindex="-1"
          [attr.aria-pressed]="picture.slot === chosen()"
          (click)="picked.emit(picture.slot)"
        >
          <app-strip-picture [strip]="picture.strip" />
          <span class="small">{{ picture.words }}</span>
          <span class="small quiet name">{{ picture.name }}</span>
        </button>
      }
    </div>
  `,
  styles: `
    div {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(128px, 1fr));
      gap: 8px;
    }
    button {
      --mat-button-text-container-height: auto;
      --mat-button-text-label-text-color: var(--ink);
      --mat-button-text-container-shape: 8px;
      background: var(--sheet);
      border: 1px solid var(--line);
      padding: 8px;
    }
    button[aria-pressed='true'] {
      border-color: var(--link);
      background: var(--raised);
    }
    button ::ng-deep .mdc-button__label {
      display: grid;
      justify-items: center;
      gap: 4px;
      min-width: 0;
    }
    .name {
      font-weight: 400;
    }
  `,
})
export class UnitPictures {
  private readonly api = inject(Api);
  private readonly designs = inject(Designs);
  readonly vehicleId = input<string>();
  readonly chosen = input<Slot | null>(null);
  readonly picked = output<Slot>();

  /** The unit that is recorded at each place of the vehicle: the first, where a production change parts them. */
  private readonly recorded = toSignal(
    toObservable(this.vehicleId).pipe(
      switchMap((id) => (id === undefined ? of(new Map<string, UnitDesign>()) : this.unitsOf(id))),
    ),
    { initialValue: new Map<string, UnitDesign>() },
  );

  protected readonly pictures = computed(() => {
    const recorded = this.recorded();
    return SLOTS.filter(({ slot }) => recorded.size === 0 || recorded.has(slot)).map(({ slot, words, kinds }) => {
      const unit = recorded.get(slot);
      const kind = unit?.kind ?? kinds[0] ?? 'brake-master';
      const strip = silhouetteOf({ id: slot, kind, words, facts: unit?.facts ?? [], meets: [] }, WIDE, HIGH);
      return { slot, words, name: unit?.name ?? '', strip };
    });
  });

  private unitsOf(vehicle: string): Observable<Map<string, UnitDesign>> {
    return this.api.call('get', '/vehicles/{id}', { at: { id: vehicle } }).pipe(
      switchMap(({ chain }) => {
        const first = SLOTS.flatMap(({ slot }) => chain.find((entry) => entry.slot === slot) ?? []);
        if (first.length === 0) return of([]);
        return forkJoin(
          first.map(({ slot, unitId }) => this.designs.get(unitId).pipe(map((unit) => ({ slot, unit })))),
        );
      }),
      map((all) => new Map(all.flatMap(({ slot, unit }) => (unit ? [[slot, unit] as const] : [])))),
      // The list above still says it.
      catchError(() => of(new Map<string, UnitDesign>())),
    );
  }
}
