import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatAutocompleteModule, MatAutocompleteTrigger } from '@angular/material/autocomplete';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import {
  BehaviorSubject,
  catchError,
  debounceTime,
  filter,
  finalize,
  first,
  fromEvent,
  map,
  Observable,
  of,
  startWith,
  Subject,
  switchMap,
} from 'rxjs';
import type { Vehicle, VehicleSearch as Answer } from '@kerabat/contract';
import { Api } from '../../api/api';
import { problemOf } from '../../api/problem';
import { ProblemLine } from '../../parts/problem-line';

/**
 * Finds a vehicle by typed words ("crew 1999 heavy"). Enter takes the row that is marked, or the only one; it never
 * does more.
 */
@Component({
  selector: 'app-vehicle-search',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule, MatAutocompleteModule, MatFormFieldModule, MatInputModule, ProblemLine],
  template: `
    <mat-form-field>
      <mat-label>Vehicle: any words, a year, an option code</mat-label>
      <input matInput autocomplete="off" [formControl]="words" [matAutocomplete]="list" />
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
  /** What was found, and for which words. */
  private readonly found = toSignal(
    this.typed.pipe(
      debounceTime(80),
      switchMap((q) => this.ask(q).pipe(map((answer) => ({ q, answer })))),
    ),
  );
  protected readonly answer = computed(() => this.found()?.answer);
  private readonly entered = new Subject<string>();
  private readonly waiting = new BehaviorSubject(false);

  constructor() {
    // Before the list of options hears of it: its marked row may be an answer to fewer letters than are typed by now.
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    fromEvent<KeyboardEvent>(host, 'keydown', { capture: true })
      .pipe(
        filter((event) => event.key === 'Enter' && !event.ctrlKey),
        takeUntilDestroyed(),
      )
      .subscribe((event) => this.enter(event));
    this.entered
      .pipe(
        switchMap((q) => this.ask(q)),
        takeUntilDestroyed(),
        finalize(() => this.waiting.next(false)),
      )
      .subscribe((answer) => {
        const [only] = answer?.vehicles ?? [];
        if (answer?.vehicles.length === 1 && only) this.take(only);
        else this.trigger().openPanel();
        this.waiting.next(false);
      });
  }

  private ask(q: string): Observable<Answer | undefined> {
    return this.api.call('get', '/vehicles', { query: { q } }).pipe(
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

  /**
   * The marked row is taken where it belongs to an answer to these very words; else they are asked for first. Several
   * that match stay open to be chosen from. The list itself hears of Enter only where nothing is typed: it does not act
   * on one that comes while it is opening.
   */
  private enter(event: KeyboardEvent): void {
    const { value } = this.words;
    if (typeof value !== 'string' || value.trim() === '') return;
    event.preventDefault();
    event.stopPropagation();
    const { activeOption, panelOpen } = this.trigger();
    const found = this.found();
    const marked = found?.answer?.vehicles.find(({ id }) => id === (activeOption?.value as Vehicle | undefined)?.id);
    if (panelOpen && marked && found?.q === value.trim()) {
      this.trigger().closePanel();
      this.take(marked);
      return;
    }
    this.waiting.next(true);
    this.entered.next(value.trim());
  }

  /** Answers when what Enter asked for has been answered: nothing is sent before. */
  settled = (): Observable<boolean> => this.waiting.pipe(first((waits) => !waits));
}
