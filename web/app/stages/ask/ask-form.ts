import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import {
  NonNullableFormBuilder,
  ReactiveFormsModule,
  Validators,
  type AbstractControl,
  type ValidationErrors,
} from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatRadioModule } from '@angular/material/radio';
import { MatSelectModule } from '@angular/material/select';
import { catchError, debounceTime, type Observable, of, shareReplay, switchMap } from 'rxjs';
import { COMPLAINTS, readComplaints, REQUESTS } from '@kerabat/core/find/ask';
import { SLOTS } from '@kerabat/core/vehicle/place';
import type { NewJob, Vehicle } from '@kerabat/contract';
import { Api } from '../../api/api';
import { Drafts } from '../../api/drafts';
import { focusSoon, focusWhenThere } from '../../parts/focus';
import { UnitPictures } from './unit-pictures';
import { ChassisReader, type ReadVehicle } from './chassis-reader';
import { VehicleSearch } from './vehicle-search';

export const BLANK: NewJob = {
  asker: '',
  request: 'replace',
  complaints: [],
  words: '',
  vehicleId: null,
  built: null,
  options: [],
  chassis: '',
  plate: '',
  fleet: '',
  slot: null,
};

const MONTH = /^\d{4}-(0[1-9]|1[0-2])$/;

/**
 * Who asks, for what, on which vehicle, and what is wrong. Used for a new job and to correct one. Only its button and
 * Ctrl+Enter send it. With a name for its draft, what is typed is kept until it is sent.
 */
@Component({
  selector: 'app-ask-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ReactiveFormsModule,
    MatFormFieldModule,
    MatInputModule,
    MatSelectModule,
    MatRadioModule,
    MatButtonModule,
    VehicleSearch,
    ChassisReader,
    UnitPictures,
  ],
  templateUrl: './ask-form.html',
  styleUrl: './ask-form.scss',
})
export class AskForm {
  private readonly api = inject(Api);
  private readonly drafts = inject(Drafts);
  private readonly search = viewChild(VehicleSearch);
  readonly start = input<NewJob>(BLANK);
  readonly saveWords = input('Open job');
  /** Under this name what is typed is kept in the browser. */
  readonly draft = input<string>();
  readonly saved = output<NewJob>();
  protected readonly requests = REQUESTS;
  protected readonly complaints = COMPLAINTS;
  protected readonly slots = SLOTS;
  protected readonly vehicle = signal<Vehicle | undefined>(undefined);
  /** What was typed here before and not sent: it is offered, and never laid over what was just asked. */
  protected readonly kept = signal<Partial<NewJob> | undefined>(undefined);
  protected readonly form = inject(NonNullableFormBuilder).group({
    asker: ['', [Validators.required, Validators.pattern(/\S/)]],
    request: BLANK.request,
    complaints: [[] as string[]],
    words: '',
    built: ['', (field: AbstractControl<string>): ValidationErrors | null => this.monthFault(field.value)],
    options: [[] as string[]],
    chassis: '',
    plate: '',
    fleet: '',
    slot: null as NewJob['slot'],
  });
  private readonly typed = toSignal(this.form.valueChanges);
  protected readonly monthProblem = computed(() => {
    this.typed();
    return (this.form.controls.built.errors as { month?: string } | null)?.month;
  });
  protected readonly suspect = computed(() => {
    const reading = readComplaints(this.typed()?.complaints ?? this.form.value.complaints ?? [], []);
    return reading && `First reading: ${reading.sentences.join(' ')}`;
  });

  constructor() {
    // A new job begins with who asks; one that is corrected leaves the focus where it is.
    afterNextRender(() => {
      if (this.draft() !== undefined) focusSoon('asker');
    });
    effect(() => {
      const [start, name] = [this.start(), this.draft()];
      untracked(() => {
        this.fill(start);
        this.kept.set(name === undefined ? undefined : this.drafts.read<NewJob>(name));
      });
    });
    this.form.valueChanges.pipe(debounceTime(150), takeUntilDestroyed()).subscribe(() => {
      const name = this.draft();
      if (name !== undefined && this.form.dirty) this.drafts.keep(name, this.value());
    });
  }

  private fill(fields: NewJob): void {
    const { asker, request, complaints, words, built, options, slot, vehicleId } = fields;
    const { chassis = '', plate = '', fleet = '' } = fields;
    this.form.reset({
      asker,
      request,
      complaints: [...complaints],
      words,
      built: built ?? '',
      options: [...options],
      chassis,
      plate,
      fleet,
      slot,
    });
    if (vehicleId === null) return this.vehicle.set(undefined);
    if (vehicleId === this.vehicle()?.id) return;
    const coming = this.api.call('get', '/vehicles/{id}', { at: { id: vehicleId } }).pipe(
      catchError(() => of(undefined)),
      shareReplay(1),
    );
    this.coming = coming;
    coming.subscribe((vehicle) => {
      // A later one goes before it.
      if (this.coming !== coming) return;
      this.vehicle.set(vehicle);
      this.coming = undefined;
    });
  }
  /** The vehicle that was named and is being fetched. */
  private coming: Observable<unknown> | undefined;

  private value(): NewJob {
    const { built, ...typed } = this.form.getRawValue();
    return { ...typed, vehicleId: this.vehicle()?.id ?? null, built: built.trim() || null };
  }

  private monthFault(built: string): ValidationErrors | null {
    const v = this.vehicle();
    if (built.trim() === '') return null;
    if (!MONTH.test(built.trim())) return { month: 'Type the month like 1999-05.' };
    if (v && (built < v.builtFrom || (v.builtTo !== null && built > v.builtTo)))
      return {
        month:
          `The ${v.name} was built from ${v.builtFrom} to ${v.builtTo ?? 'now'}: the month or the vehicle ` +
          'is another.',
      };
    return null;
  }

  /** What is wrong points at a unit; it is proposed where none was named. */
  protected propose(): void {
    const { complaints, slot } = this.form.controls;
    if (slot.value !== null) return;
    const kind = readComplaints(complaints.value, [])?.suspects[0];
    slot.setValue((SLOTS.find((s) => kind !== undefined && s.kinds.includes(kind))?.slot ?? null) as NewJob['slot']);
  }

  /** Takes the vehicle that was picked, and goes on to its build month. */
  protected choose(vehicle: Vehicle): void {
    this.vehicle.set(vehicle);
    this.form.markAsDirty();
    this.form.controls.built.updateValueAndValidity();
    focusSoon('build-month');
  }

  /** Takes what the chassis number said: the vehicle, its build month and its options. */
  protected takeRead({ vehicle, built, options, chassis }: ReadVehicle): void {
    this.vehicle.set(vehicle);
    this.form.markAsDirty();
    this.form.patchValue({ built, options: [...options], chassis });
    focusSoon('build-month');
  }

  /** Clears the vehicle, with what was said of it. */
  protected clear(): void {
    this.vehicle.set(undefined);
    this.form.markAsDirty();
    this.form.patchValue({ built: '', options: [] });
  }

  protected takeUp(draft: Partial<NewJob>): void {
    this.fill({ ...this.value(), ...draft });
    this.form.markAsDirty();
    this.kept.set(undefined);
    focusSoon('asker');
  }

  protected drop(): void {
    const name = this.draft();
    if (name !== undefined) this.drafts.drop(name);
    this.kept.set(undefined);
    focusSoon('asker');
  }

  /**
   * Enter in a line goes on: it opens the job when everything that it needs is there, else it goes to what is missing.
   * In the search it takes a vehicle.
   */
  protected onKey(event: KeyboardEvent): void {
    const target = event.target as HTMLElement;
    if (event.key !== 'Enter' || event.defaultPrevented) return;
    if (event.ctrlKey) {
      event.preventDefault();
      this.send();
    } else if (target.tagName === 'INPUT') {
      event.preventDefault();
      if (target.closest('app-vehicle-search, app-chassis-reader')) return;
      if (this.form.invalid || this.vehicle() !== undefined || this.coming) this.send();
      else focusWhenThere('app-vehicle-search input');
    }
  }

  /** What Enter asked for in the search is waited for, and so is the vehicle that was named. */
  protected send(): void {
    (this.coming ?? of(true))
      .pipe(switchMap(() => this.search()?.settled() ?? of(true)))
      .subscribe(() => this.sendNow());
  }

  private sendNow(): void {
    if (this.form.invalid) {
      this.form.markAllAsTouched();
      if (this.form.controls.asker.invalid) focusSoon('asker');
      return;
    }
    this.saved.emit(this.value());
  }
}
