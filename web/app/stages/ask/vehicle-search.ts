import { ChangeDetectionStrategy, Component, inject, input, output, signal, viewChild } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatAutocompleteModule, MatAutocompleteTrigger } from '@angular/material/autocomplete';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { catchError, debounceTime, filter, firstValueFrom, map, of, startWith, switchMap } from 'rxjs';
import type { Vehicle, VehicleSearch as Answer } from '@kerabat/contract';
import { Api } from '../../api/api';
import { problemOf } from '../../api/problem';
import { ProblemLine } from '../../parts/problem-line';

/** Finds a vehicle by typed words ("crew 1999 heavy"). Enter takes the row that is marked, or the only one; it never does more. */
@Component({
  selector: 'app-vehicle-search',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule, MatAutocompleteModule, MatFormFieldModule, MatInputModule, ProblemLine],
  template: `
    <mat-form-field>
      <mat-label>Vehicle: any words, a year, an option code</mat-label>
      <input
        matInput
        autocomplete="off"
        [formControl]="words"
        [matAutocomplete]="list"
        (keydown.enter)="enter($event)"
      />
      <mat-autocomplete
        #list="matAutocomplete"
        [displayWith]="written"
        autoActiveFirstOption
        (optionSelected)="take($event.option.value)"
      >
        @if (answer(); as a) {
          @for (v of a.vehicles; track v.id) {
            <mat-option [value]="v">
              <strong>{{ v.maker }} {{ v.name }}</strong>
              <span class="quiet small"
                >{{ v.builtFrom }} to {{ v.builtTo ?? 'now' }} · {{ v.weightClass }} · {{ v.gearbox }} ·
                {{ v.assistance }}</span
              >
            </mat-option>
          }
          @if (a.total > a.vehicles.length) {
            <mat-option disabled>{{ a.total - a.vehicles.length }} more: type more words</mat-option>
          }
        }
      </mat-autocomplete>
    </mat-form-field>
    <app-problem-line [text]="problem()" />
    @if (answer()?.vehicles?.length === 0) {
      <p class="quiet small">
        No vehicle has all of these words. The job can go on without one: identify the unit itself.
      </p>
    }
  `,
  styles: `
    mat-form-field {
      width: 100%;
    }
  `,
})
export class VehicleSearch {
  private readonly api = inject(Api);
  private readonly trigger = viewChild.required(MatAutocompleteTrigger);
  /** Words to begin with: those of a whole call. */
  readonly start = input('');
  readonly taken = output<Vehicle>();
  protected readonly words = new FormControl<string | Vehicle>('', { nonNullable: true });
  protected readonly problem = signal<string | undefined>(undefined);
  private readonly typed = this.words.valueChanges.pipe(
    startWith(''),
    filter((value) => typeof value === 'string'),
    map((value) => value.trim()),
  );
  protected readonly answer = toSignal<Answer | undefined>(
    this.typed.pipe(
      debounceTime(80),
      switchMap((q) => this.ask(q)),
    ),
  );

  private ask(q: string) {
    return this.api.vehicles({ q }).pipe(
      map((answer) => {
        this.problem.set(undefined);
        return answer;
      }),
      catchError((error: unknown) => {
        this.problem.set(problemOf(error).detail);
        return of(undefined);
      }),
    );
  }

  protected readonly written = (value: string | Vehicle): string =>
    typeof value === 'string' ? value : `${value.maker} ${value.name}`;

  protected take(vehicle: Vehicle): void {
    this.taken.emit(vehicle);
  }

  /** Before the search has answered it is waited for; several that match stay open to be chosen from. */
  protected enter(event: Event): void {
    event.preventDefault();
    this.waiting = this.takeOnly();
  }

  /** Ends when what Enter asked for has been answered: nothing is sent before. */
  settled = (): Promise<void> => this.waiting;
  private waiting: Promise<void> = Promise.resolve();

  private async takeOnly(): Promise<void> {
    const { value } = this.words;
    if (this.trigger().activeOption || typeof value !== 'string' || value.trim() === '') return;
    const answer = await firstValueFrom(this.ask(value.trim()));
    const [only] = answer?.vehicles ?? [];
    if (answer?.vehicles.length === 1 && only) this.take(only);
    else this.trigger().openPanel();
  }
}
