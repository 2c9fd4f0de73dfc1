import { ChangeDetectionStrategy, Component, computed, effect, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatRadioModule } from '@angular/material/radio';
import { MatSelectModule } from '@angular/material/select';
import { COMPLAINTS, readComplaint, REQUESTS } from '@kerabat/core/ask';
import { SLOTS } from '@kerabat/core/strip';
import type { NewJob, Vehicle } from '@kerabat/contract';
import { focusSoon } from '../../parts/focus';
import { ChassisReader, type ReadVehicle } from './chassis-reader';
import { VehicleSearch } from './vehicle-search';

export const BLANK: NewJob = {
  asker: '',
  request: 'replace',
  complaint: null,
  words: '',
  vehicleId: null,
  built: null,
  options: [],
  slot: null,
};

/** Who asks, for what, on which vehicle, and what is wrong. Used for a new job and to correct one. */
@Component({
  selector: 'app-ask-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    MatFormFieldModule,
    MatInputModule,
    MatSelectModule,
    MatRadioModule,
    MatCheckboxModule,
    MatButtonModule,
    VehicleSearch,
    ChassisReader,
  ],
  template: `
    <form (submit)="send($event)" novalidate>
      <div class="two">
        <div class="stack">
          <mat-form-field appearance="outline" subscriptSizing="dynamic">
            <mat-label>Who asks</mat-label>
            <input
              matInput
              id="asker"
              maxlength="80"
              autocomplete="off"
              [value]="fields().asker"
              (input)="set('asker', $any($event.target).value)"
              required
            />
          </mat-form-field>
          <mat-radio-group
            aria-label="Kind of request"
            [value]="fields().request"
            (change)="set('request', $event.value)"
          >
            @for (r of requests; track r.id) {
              <mat-radio-button [value]="r.id"
                >{{ r.words }} <span class="quiet small">{{ r.means }}</span></mat-radio-button
              >
            }
          </mat-radio-group>
          <mat-form-field appearance="outline" subscriptSizing="dynamic">
            <mat-label>What is wrong</mat-label>
            <mat-select [value]="fields().complaint" (selectionChange)="setComplaint($event.value)">
              <mat-option [value]="null">nothing named</mat-option>
              @for (c of complaints; track c.id) {
                <mat-option [value]="c.id">{{ c.words }}</mat-option>
              }
            </mat-select>
          </mat-form-field>
          <mat-form-field appearance="outline" subscriptSizing="dynamic">
            <mat-label>In their words</mat-label>
            <textarea
              matInput
              rows="2"
              maxlength="1000"
              [value]="fields().words"
              (input)="set('words', $any($event.target).value)"
            ></textarea>
          </mat-form-field>
        </div>
        <div class="stack">
          @if (!vehicle()) {
            <app-chassis-reader (taken)="takeRead($event)" />
            <app-vehicle-search
              [chosen]="fields().vehicleId"
              (chosenChange)="choose($event)"
              (vehicle)="vehicle.set($event)"
            />
          }
          @if (vehicle(); as v) {
            <p>
              Vehicle: <strong>{{ v.maker }} {{ v.name }}</strong>
              <button matButton type="button" (click)="letGo()">Another one</button>
              <span class="quiet small">The build month decides, not the model year: it is on the plate.</span>
            </p>
            <div class="row">
              <mat-form-field appearance="outline" subscriptSizing="dynamic" class="month">
                <mat-label>Build month</mat-label>
                <input
                  id="build-month"
                  matInput
                  class="mono"
                  placeholder="1999-05"
                  [value]="fields().built ?? ''"
                  (input)="set('built', $any($event.target).value.trim() || null)"
                />
              </mat-form-field>
              @for (o of v.options; track o.code) {
                <mat-checkbox [checked]="fields().options.includes(o.code)" (change)="option(o.code, $event.checked)"
                  ><span class="mono">{{ o.code }}</span> <span class="small">{{ o.meaning }}</span></mat-checkbox
                >
              }
            </div>
            @if (monthProblem(); as words) {
              <p class="problem" role="alert">{{ words }}</p>
            }
            @if (v.note) {
              <p class="small quiet">{{ v.note }}</p>
            }
          }
          <mat-form-field appearance="outline" subscriptSizing="dynamic">
            <mat-label>Unit this is about</mat-label>
            <mat-select [value]="fields().slot" (selectionChange)="set('slot', $event.value)">
              <mat-option [value]="null">not clear yet</mat-option>
              @for (s of slots; track s.slot) {
                <mat-option [value]="s.slot">{{ s.words }}</mat-option>
              }
            </mat-select>
          </mat-form-field>
          @if (suspect(); as words) {
            <p class="small">{{ words }}</p>
          }
        </div>
      </div>
      <p>
        <button matButton="filled" type="submit" [disabled]="fields().asker.trim() === '' || !!monthProblem()">
          {{ saveWords() }}
        </button>
      </p>
    </form>
  `,
  styles: `
    .two {
      display: grid;
      grid-template-columns: minmax(15rem, 5fr) minmax(17rem, 6fr);
      gap: 20px;
      align-items: start;
    }
    mat-radio-group {
      display: grid;
    }
    .month {
      width: 13rem;
    }
    p {
      margin: 4px 0;
    }
    @media (max-width: 760px) {
      .two {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class AskForm {
  readonly start = input<NewJob>(BLANK);
  readonly saveWords = input('Open the job');
  readonly saved = output<NewJob>();
  protected readonly requests = REQUESTS;
  protected readonly complaints = COMPLAINTS;
  protected readonly slots = SLOTS;
  protected readonly fields = signal<NewJob>(BLANK);
  protected readonly vehicle = signal<Vehicle | undefined>(undefined);
  protected readonly monthProblem = computed(() => {
    const { built } = this.fields();
    const v = this.vehicle();
    if (built === null) return undefined;
    if (!/^\d{4}-(0[1-9]|1[0-2])$/.test(built)) return 'Write the month like 1999-05.';
    if (v && (built < v.builtFrom || (v.builtTo !== null && built > v.builtTo)))
      return `The ${v.name} was built from ${v.builtFrom} to ${v.builtTo ?? 'now'}: the month or the vehicle is another.`;
    return undefined;
  });
  protected readonly suspect = computed(() => {
    const { complaint } = this.fields();
    const reading = complaint === null ? undefined : readComplaint(complaint, []);
    return reading && `First reading: ${reading.sentence}`;
  });

  constructor() {
    effect(() => this.fields.set(this.start()));
  }

  protected set<K extends keyof NewJob>(key: K, value: NewJob[K]): void {
    this.fields.update((fields) => ({ ...fields, [key]: value }));
  }

  /** A complaint points at a unit; it is proposed where none was named. */
  protected setComplaint(id: string | null): void {
    this.set('complaint', id);
    if (id === null || this.fields().slot !== null) return;
    const kind = readComplaint(id, [])?.suspects[0];
    const slot = SLOTS.find((s) => kind !== undefined && s.kinds.includes(kind))?.slot;
    if (slot) this.set('slot', slot);
  }

  /** Takes the vehicle that was picked, and goes on to its build month: the list is gone, and the focus must not be. */
  protected choose(id: string | null): void {
    this.set('vehicleId', id);
    if (id !== null) focusSoon('build-month');
  }

  /** Takes what the chassis number said: the vehicle, its build month and its options. */
  protected takeRead({ vehicle, built, options }: ReadVehicle): void {
    this.vehicle.set(vehicle);
    this.fields.update((fields) => ({ ...fields, vehicleId: vehicle.id, built, options: [...options] }));
    focusSoon('build-month');
  }

  /** Lets the vehicle go, with what was said of it. */
  protected letGo(): void {
    this.vehicle.set(undefined);
    this.fields.update((fields) => ({ ...fields, vehicleId: null, built: null, options: [] }));
  }

  protected option(code: string, on: boolean): void {
    const options = this.fields().options.filter((o) => o !== code);
    this.set('options', on ? [...options, code] : options);
  }

  protected send(event: Event): void {
    event.preventDefault();
    if (this.fields().asker.trim() !== '' && !this.monthProblem()) this.saved.emit(this.fields());
  }
}
