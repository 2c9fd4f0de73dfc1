import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { FeelSheet } from '@kerabat/contract';
import { lookup } from '@kerabat/core/base/lookup';
import { BORE_SIZES, boreName } from '@kerabat/core/named/bore';
import { clutchLossWords, clutchPairWords, clutchRatioWords, clutchWords } from '@kerabat/core/tell/words';
import {
  CLUTCH_FIELDS,
  CLUTCH_MEASURED,
  clutchInput,
  type ClutchKey,
  clutchLoss,
  type ClutchMeasuredKey,
  clutchPairs,
  clutchRatios,
  type ClutchSide,
  clutchTravel,
} from '@kerabat/core/work/feel';
import { Drafts } from '../../api/drafts';
import { Cell, DataTable } from '../../parts/data-table';
import { Folded } from '../../parts/folded';
import { FeelCell } from './feel-cell';
import type { Entered } from './feel-desk';

type Over = Readonly<Record<string, number>>;
/** What was entered here, over what the chains say; kept in the browser. */
interface ClutchDraft {
  readonly now: Over;
  readonly then: Over;
  readonly measured: Over;
}
const NOTHING: ClutchDraft = { now: {}, then: {}, measured: {} };
const SIDES = ['now', 'then'] as const;
const SIZES = BORE_SIZES.map((size) => size.diameterMm);
const MOST_PAIRS = 8;

/** From the clutch pedal to the slave, now and then; what is lost on the way, and which pair of units restores it. */
@Component({
  selector: 'app-clutch-feel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Cell, DataTable, FeelCell, Folded, MatButtonModule, RouterLink],
  template: `
    <h2>{{ first() }}</h2>
    @for (one of said(); track one.name) {
      <p>
        <b>{{ one.name }}:</b> {{ one.words }}
      </p>
    }
    @if (lacks(); as words) {
      <p class="small needs-you">{{ words }}</p>
    }
    <app-data-table [rows]="fields" words="From the pedal to the slave">
      <ng-container *appCell="'value'; let field; of: fields; head: true">{{ field.words }}</ng-container>
      @for (side of sides; track side) {
        <ng-container *appCell="side; let field; of: fields">
          <app-feel-cell
            [field]="field"
            [name]="side"
            [entered]="entered(side, field.key)"
            (changed)="enter(side, field.key, $event)"
          />
        </ng-container>
      }
    </app-data-table>
    @if (changed()) {
      <button matButton type="button" (click)="forget()">Take back what was entered here</button>
    }
    <app-folded [open]="loss().length > 0">
      <span slot="title">Measured on the vehicle: where travel is lost</span>
      <div class="measured">
        @for (field of measured; track field.key) {
          <div>
            <span>{{ field.words }}</span>
            <app-feel-cell
              [field]="field"
              name="measured"
              [entered]="enteredMeasured(field.key)"
              (changed)="enter('measured', field.key, $event)"
            />
          </div>
        }
      </div>
      @for (words of loss(); track words) {
        <p>{{ words }}</p>
      }
    </app-folded>
    <app-folded>
      <span slot="title">Which pair brings the travel that is wanted?</span>
      @if (pairs(); as list) {
        <ol>
          @for (words of list; track words) {
            <li>{{ words }}</li>
          }
        </ol>
      } @else {
        <p class="quiet">Free travel, and the travel that releases, are wanted first.</p>
      }
    </app-folded>
    @if (inJob()) {
      <p class="small">What is not known is measured under <a routerLink="../fit/measure">Measure</a>.</p>
    }
  `,
  styles: `
    app-data-table {
      max-width: 40rem;
    }
    .measured {
      display: flex;
      flex-wrap: wrap;
      gap: 8px 20px;
    }
    .measured span {
      font-size: var(--size-text);
    }
  `,
})
export class ClutchFeel {
  readonly clutch = input.required<NonNullable<FeelSheet['clutch']>>();
  /** Port-closing travel and loss that this workshop takes. */
  readonly settings = input.required<FeelSheet['limits']>();
  /** What is entered is kept under it. */
  readonly name = input.required<string>();
  readonly inJob = input(true);
  private readonly drafts = inject(Drafts);
  private readonly draft = signal<ClutchDraft>(NOTHING);
  protected readonly fields = CLUTCH_FIELDS;
  protected readonly measured = CLUTCH_MEASURED;
  protected readonly sides = SIDES;

  private readonly both = computed<Readonly<Record<(typeof SIDES)[number], ClutchSide>>>(() => ({
    now: { ...this.clutch().now, ...this.draft().now },
    // What belongs to the vehicle and was entered for now holds then too, until something else is entered.
    then: { ...this.clutch().then, ...ofVehicle(this.draft().now), ...this.draft().then },
  }));
  protected readonly changed = computed(() =>
    Object.values(this.draft()).some((over) => Object.keys(over as Over).length > 0),
  );

  constructor() {
    effect(() => {
      const name = this.name();
      untracked(() => this.draft.set({ ...NOTHING, ...this.drafts.read<ClutchDraft>(`clutch-${name}`) }));
    });
    effect(() => {
      const draft = this.draft();
      if (this.changed()) this.drafts.keep(`clutch-${untracked(this.name)}`, draft);
    });
  }

  protected readonly first = computed(() => {
    const ratios = clutchRatios(this.both().now, this.both().then);
    return ratios
      ? clutchRatioWords(ratios)
      : 'What changes cannot be said yet: the bores of master and slave are wanted, now and then.';
  });
  protected readonly said = computed(() =>
    SIDES.flatMap((name) => {
      const input = clutchInput(this.both()[name], this.settings());
      return input ? [{ name, words: clutchWords(clutchTravel(input)) }] : [];
    }),
  );
  protected readonly lacks = computed(() => {
    const { now, then } = this.both();
    const missing = CLUTCH_FIELDS.filter(
      ({ key, optional }) => !optional && (now[key] === undefined || then[key] === undefined),
    );
    const open = missing.filter(({ key }) => key !== 'slaveBore' || then.slaveOutside === undefined);
    return open.length === 0
      ? undefined
      : `Travel cannot be said yet; not known: ${open.map(({ words }) => words).join(', ')}.`;
  });
  /** Measured on what is there now. */
  protected readonly loss = computed(() => {
    const input = clutchInput(this.both().now, this.settings());
    const { slaveTravel, ...more } = this.draft().measured;
    if (!input || slaveTravel === undefined) return [];
    const loss = clutchLoss(input, { slaveTravel, ...more });
    return loss ? clutchLossWords(loss) : ['Cannot say what is lost: the free travel of the pedal is not known.'];
  });
  protected readonly pairs = computed(() => {
    const input = clutchInput(this.both().then, this.settings());
    const pairs = input && clutchPairs(input, SIZES);
    return pairs?.slice(0, MOST_PAIRS).map((pair) => clutchPairWords(pair, boreName(pair.bore) ?? `${pair.bore} mm`));
  });

  protected entered(side: (typeof SIDES)[number], key: ClutchKey): Entered | undefined {
    const value = this.both()[side][key];
    if (value === undefined) return undefined;
    const typed =
      lookup(this.draft()[side], key) ?? (side === 'then' ? lookup(ofVehicle(this.draft().now), key) : undefined);
    return { value, origin: typed === undefined ? 'recorded' : 'typed' };
  }
  protected enteredMeasured(key: ClutchMeasuredKey): Entered | undefined {
    const value = lookup(this.draft().measured, key);
    return value === undefined ? undefined : { value, origin: 'typed' };
  }

  protected enter(where: keyof ClutchDraft, key: string, value: number | undefined): void {
    this.draft.update((draft) => {
      const { [key]: _, ...rest } = draft[where];
      return { ...draft, [where]: value === undefined ? rest : { ...rest, [key]: value } };
    });
  }

  protected forget(): void {
    this.draft.set(NOTHING);
    this.drafts.drop(`clutch-${this.name()}`);
  }
}

/** What stays with the vehicle whatever units are put in. */
const OF_VEHICLE: readonly string[] = ['pedalTravel', 'freeTravel', 'pedalRatio', 'forkRatio', 'wanted'];
const ofVehicle = (over: Over): Over =>
  Object.fromEntries(Object.entries(over).filter(([key]) => OF_VEHICLE.includes(key)));
