import { CdkListboxModule } from '@angular/cdk/listbox';
import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, model, output, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { catchError, debounceTime, of, switchMap, tap } from 'rxjs';
import type { Vehicle, VehicleSearch as Answer } from '@kerabat/contract';
import { Api } from '../../api/api';
import { problemOf } from '../../api/problem';
import { ProblemLine } from '../../parts/problem-line';

type FacetName = 'maker' | 'series' | 'assistance' | 'option';
const FACETS: readonly FacetName[] = ['maker', 'series', 'assistance', 'option'];

/** Finds a vehicle by typed words ("crew 1999 heavy"); facets narrow the list and are never needed. */
@Component({
  selector: 'app-vehicle-search',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatFormFieldModule, MatInputModule, CdkListboxModule, ProblemLine],
  template: `
    <mat-form-field appearance="outline" subscriptSizing="dynamic" class="wide">
      <mat-label>Vehicle: any words, a year, an option code</mat-label>
      <input
        matInput
        autocomplete="off"
        [value]="words()"
        (input)="words.set($any($event.target).value)"
        (keydown.arrowdown)="toList($event)"
        (keydown.enter)="takeOnly($event)"
      />
    </mat-form-field>
    <app-problem-line [text]="problem()" />
    @if (answer(); as a) {
      <div class="facets" role="group" aria-label="Narrow by">
        @for (name of facetNames; track name) {
          @for (facet of a.facets[name]; track facet.value) {
            @if (picked()[name] === facet.value || (a.facets[name].length > 1 && facet.count < a.total)) {
              <button
                type="button"
                class="facet"
                [attr.aria-pressed]="picked()[name] === facet.value"
                (click)="pick(name, facet.value)"
              >
                {{ facetWords[name] }}{{ facet.value }} <span class="quiet">{{ facet.count }}</span>
              </button>
            }
          }
        }
      </div>
      <ul
        cdkListbox
        [cdkListboxValue]="selected()"
        (cdkListboxValueChange)="choose($event.value[0])"
        aria-label="Vehicles found"
        class="list"
      >
        @for (v of a.vehicles; track v.id) {
          <li [cdkOption]="v.id">
            <strong>{{ v.maker }} {{ v.name }}</strong>
            <span class="quiet"
              >{{ v.builtFrom }} to {{ v.builtTo ?? 'now' }} · {{ v.weightClass }} · {{ v.gearbox }} ·
              {{ v.assistance }}</span
            >
          </li>
        }
      </ul>
      @if (a.vehicles.length === 0 && !problem()) {
        <p class="quiet">No vehicle has all of these words. The job can go on without one: identify the unit itself.</p>
      }
    }
  `,
  styles: `
    .wide {
      width: 100%;
    }
    .facets {
      display: flex;
      flex-wrap: wrap;
      gap: 4px;
      margin: 6px 0;
    }
    .facet {
      font: inherit;
      font-size: 13px;
      border: 1px solid var(--line);
      background: var(--raised);
      color: var(--ink);
      border-radius: 4px;
      padding: 1px 8px;
      cursor: pointer;
    }
    .facet[aria-pressed='true'] {
      background: var(--ink);
      color: var(--sheet);
    }
    .facet[aria-pressed='true'] .quiet {
      color: inherit;
    }
    .list {
      list-style: none;
      margin: 0;
      padding: 0;
      max-height: 232px;
      overflow: auto;
      border: 1px solid var(--line);
      background: var(--raised);
    }
    li {
      padding: 5px 10px;
      cursor: pointer;
      border-bottom: 1px solid var(--line);
    }
    li .quiet {
      margin-left: 8px;
      font-size: 13px;
    }
    li[aria-selected='true'] {
      box-shadow: inset 4px 0 0 var(--ink);
      background: var(--sheet);
    }
    li:focus-visible,
    li:hover {
      background: var(--sheet);
    }
  `,
})
export class VehicleSearch {
  private readonly api = inject(Api);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly chosen = model<string | null>(null);
  readonly vehicle = output<Vehicle | undefined>();
  protected readonly facetNames = FACETS;
  protected readonly facetWords: Record<FacetName, string> = {
    maker: '',
    series: '',
    assistance: 'assistance ',
    option: 'option ',
  };
  protected readonly words = signal('');
  protected readonly picked = signal<Partial<Record<FacetName, string>>>({});
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly answer = toSignal<Answer | undefined>(
    toObservable(computed(() => ({ q: this.words(), ...this.picked() }))).pipe(
      debounceTime(100),
      switchMap((query) =>
        this.api.vehicles(query as Record<string, string>).pipe(
          tap((answer) => {
            this.problem.set(undefined);
            const known = answer.vehicles.find((v) => v.id === this.chosen());
            if (known) this.vehicle.emit(known);
          }),
          catchError((error: unknown) => {
            this.problem.set(problemOf(error).detail);
            return of(undefined);
          }),
        ),
      ),
    ),
  );

  /** The chosen vehicle, while it is in the list: a listbox may only select what it holds. */
  protected readonly selected = computed(() =>
    (this.answer()?.vehicles ?? []).map((v) => v.id).filter((id) => id === this.chosen()),
  );

  protected pick(name: FacetName, value: string): void {
    this.picked.update((picked) => (picked[name] === value ? without(picked, name) : { ...picked, [name]: value }));
  }

  protected choose(id: string | undefined): void {
    this.chosen.set(id ?? null);
    this.vehicle.emit(this.answer()?.vehicles.find((v) => v.id === id));
  }

  protected toList(event: Event): void {
    event.preventDefault();
    this.host.nativeElement.querySelector<HTMLElement>('[role=option]')?.focus();
  }

  /** Enter takes the only vehicle that is left. */
  protected takeOnly(event: Event): void {
    const vehicles = this.answer()?.vehicles ?? [];
    if (vehicles.length !== 1) return;
    event.preventDefault();
    this.choose(vehicles[0]?.id);
  }
}

function without(picked: Partial<Record<FacetName, string>>, name: FacetName): Partial<Record<FacetName, string>> {
  const { [name]: _gone, ...rest } = picked;
  return rest;
}
