import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, untracked } from '@angular/core';
import { MatSnackBar } from '@angular/material/snack-bar';
import { MatSliderModule } from '@angular/material/slider';
import { areasWords } from '@kerabat/core/tell/words';
import { FEEL_FIELDS, type FeelField, type FeelKey, isAsked } from '@kerabat/core/work/feel';
import type { FeelSheet } from '@kerabat/contract';
import { Drafts } from '../../api/drafts';
import { Folded } from '../../parts/folded';
import { moreOrLess } from '../../parts/percent';
import { FeelActs, type TakenSetUp } from './feel-acts';
import { FeelBands } from './feel-bands';
import { FeelCases } from './feel-cases';
import { FeelDesk, type FeelDraft } from './feel-desk';
import { FeelLoss } from './feel-loss';
import { FeelPictures } from './feel-pictures';
import { FeelTable } from './feel-table';
import { shown } from './making';
import { Paired } from './paired';
import { WhichBorePart } from './which-bore';

/** What can be dragged: each moves every picture with it. */
const DRAGGED: readonly FeelKey[] = ['bore', 'pedalRatio', 'boosterRatio', 'assist', 'valveKnee', 'valveSlope'];

/** Set-ups of one vehicle compared: in words, in ratios, in figures, in pictures. */
@Component({
  selector: 'app-feel-board',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    FeelActs,
    FeelBands,
    FeelLoss,
    FeelCases,
    FeelPictures,
    FeelTable,
    Paired,
    Folded,
    MatSliderModule,
    WhichBorePart,
  ],
  providers: [FeelDesk],
  template: `
    @if (desk.columns().length > 0) {
      <h2>{{ desk.summary() }}</h2>
      @if (ratios().length > 0) {
        <p class="row">
          @for (one of ratios(); track one.words) {
            <span
              >{{ one.words }} <b>{{ one.value }}</b></span
            >
          }
        </p>
      }
      @if (areas(); as words) {
        <p class="small">{{ words }}</p>
      }
      <app-feel-acts
        [title]="title()"
        [ratios]="ratios()"
        [takes]="takes()"
        [changed]="changed()"
        (taken)="taken.emit($event)"
        (forgotten)="forget()"
      />
      @for (fault of faults(); track fault) {
        <p class="problem">{{ fault }}</p>
      }
      @if (assumedKinds(); as words) {
        <p class="small needs-you">{{ words }}</p>
      }
      @if (desk.worked().length > 0) {
        <div class="two">
          <section class="sheet" aria-label="Pictures"><app-feel-pictures /></section>
          <section class="sheet drag" aria-label="Drag a value">
            @for (d of dragged(); track d.field.key) {
              <label>
                <span
                  >{{ d.name }}, {{ d.field.words }}: <b class="mono">{{ d.words }}</b></span
                >
                <mat-slider [min]="d.least" [max]="d.most" [step]="d.field.step">
                  <input
                    matSliderThumb
                    #thumb="matSliderThumb"
                    [value]="d.value"
                    [attr.aria-label]="d.name + ', ' + d.field.words"
                    (input)="desk.enter(d.column, d.field.key, thumb.value)"
                  />
                </mat-slider>
              </label>
            }
          </section>
        </div>
        <section class="sheet" aria-label="Cases"><app-feel-cases /></section>
        <app-folded>
          <span slot="title">Which bore for these wheel units?</span>
          @if (frontUnit(); as unit) {
            <app-paired [unit]="unit" />
          }
          <app-which-bore [master]="sheet().brake?.now?.units?.master" />
        </app-folded>
        <app-folded>
          <span slot="title">How sure are the figures?</span>
          <app-feel-bands />
        </app-folded>
        <app-folded>
          <span slot="title">The pedal goes further than it should?</span>
          <app-feel-loss />
        </app-folded>
      }
      <app-folded [open]="desk.worked().length === 0">
        <span slot="title">Values of the set-ups, and what each rests on</span>
        <app-feel-table />
      </app-folded>
      <app-folded>
        <span slot="title">Working</span>
        <p class="mono small">{{ desk.ratios()?.working }}</p>
        <p class="small">
          Line pressure p = F / A, A = π d² / 4. Force of an axle: 2 T / r, T = 2 μ (p − p₀) A r of a disc, C (p − p₀) A
          r of a drum of factor C. The load moves forward with the deceleration: N = m g (x + z h / L). Stroke:
          clearance, port closing, V / A.
        </p>
      </app-folded>
      <p class="needs-you small">
        Front and rear must stay in balance, and nothing here is an approval: modified brakes are looked at by a
        licensed inspector where local codes ask for it, and proved on a closed road first.
      </p>
    }
  `,
  styles: `
    .row {
      gap: 6px 20px;
    }
    .drag {
      --mat-slider-inactive-track-color: var(--strong-line);
      display: grid;
      gap: 4px;
      align-content: start;
    }
    .drag label {
      display: grid;
      font-size: var(--size-text);
    }
    .two {
      display: grid;
      grid-template-columns: minmax(0, 1fr) 15rem;
      gap: 16px;
      margin: 8px 0 16px;
    }
    @media (max-width: 700px) {
      .two {
        grid-template-columns: minmax(0, 1fr);
      }
    }
    .two > section {
      min-width: 0;
    }
  `,
})
export class FeelBoard {
  /** What is known; what is entered over it is kept in the browser under the name. */
  readonly sheet = input.required<FeelSheet>();
  readonly name = input.required<string>();
  /** What is written over a comparison that is printed. */
  readonly title = input('');
  /** Whether a set-up that was tried can be taken into a job. */
  readonly takes = input(false);
  readonly taken = output<TakenSetUp>();
  protected readonly desk = inject(FeelDesk);
  private readonly drafts = inject(Drafts);
  private readonly snack = inject(MatSnackBar);

  /** The front wheel unit that comes, where it is one of the catalogue. */
  protected readonly frontUnit = computed(() => this.sheet().brake?.then.units.front);
  protected readonly areas = computed(() => {
    const areas = this.desk.ratios()?.areas;
    return areas && Math.abs(areas[0] - areas[1]) > 0.5 ? areasWords(areas) : undefined;
  });
  protected readonly ratios = computed(() => {
    const r = this.desk.ratios();
    if (!r) return [];
    const rows: readonly (readonly [string, number | undefined])[] = [
      ['line pressure for the same push', r.pressure],
      ['pedal travel', r.travel],
      ['effort for the same braking in front', r.effort],
      ['and at the rear', r.rearEffort],
    ];
    return rows.flatMap(([words, value]) => (value === undefined ? [] : [{ words, value: moreOrLess(value) }]));
  });
  /** Why a set-up has no figures, each once. */
  protected readonly faults = computed(() => [...new Set(this.desk.faults().values())]);
  protected readonly assumedKinds = computed(() => {
    const { brake } = this.sheet();
    const ends = new Set([...(brake?.now.assumed ?? []), ...(brake?.then.assumed ?? [])]);
    return ends.size === 0
      ? undefined
      : 'Nobody recorded what sits ' +
          `${[...ends].map((end) => (end === 'front' ? 'in front' : 'at the rear')).join(' and ')}: discs ` +
          'in front and drums at the rear are assumed. Choose below how it is made.';
  });
  protected readonly changed = computed(() => {
    const { typed, tries, kinds = {} } = this.desk.draft();
    return (
      tries.length > 0 ||
      Object.keys(kinds).length > 0 ||
      Object.values(typed).some((values) => Object.keys(values).length > 0)
    );
  });
  /** The set-up that is dragged: the last one laid beside, else the one that comes. */
  protected readonly dragged = computed(() => {
    const column = this.desk.columns().at(-1);
    if (!column) return [];
    return DRAGGED.flatMap((key) => {
      const field = FEEL_FIELDS.find((one): one is FeelField => one.key === key);
      const value = column.values[key]?.value;
      if (!field || value === undefined || !isAsked(field, column.kinds)) return [];
      // Around what it is, so that a finger can set it.
      const [least, most] = [Math.max(field.least, value * 0.5), Math.min(field.most, value * 1.6)];
      const base = this.anchors.get(`${column.id}/${key}`) ?? { least, most };
      this.anchors.set(`${column.id}/${key}`, base);
      return [{ column: column.id, name: column.name, field, value, words: shown(value, field.unit), ...base }];
    });
  });
  /** The range of a slider stays while it is dragged. */
  private readonly anchors = new Map<string, { least: number; most: number }>();

  constructor() {
    effect(() => this.desk.sheet.set(this.sheet()));
    effect(() => {
      const name = this.name();
      untracked(() => {
        this.anchors.clear();
        const kept = this.drafts.read<FeelDraft>(name);
        this.desk.draft.set({ typed: {}, tries: [], ...kept });
      });
    });
    effect(() => {
      const draft = this.desk.draft();
      if (this.changed()) this.drafts.keep(untracked(this.name), draft);
    });
  }

  protected forget(): void {
    const before = this.desk.draft();
    this.anchors.clear();
    this.desk.draft.set({ typed: {}, tries: [] });
    this.drafts.drop(this.name());
    this.snack
      .open('Taken back: the chains as they are', 'Undo', { duration: 10_000 })
      .onAction()
      .subscribe(() => this.desk.draft.set(before));
  }
}
