import { ChangeDetectionStrategy, Component, computed, DOCUMENT, effect, inject, input, output, signal, untracked } from '@angular/core'; // prettier-ignore
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatSnackBar } from '@angular/material/snack-bar';
import { MatSliderModule } from '@angular/material/slider';
import { FEEL_FIELDS, isAsked, type FeelField, type FeelKey } from '@kerabat/core/feel';
import type { FeelSheet } from '@kerabat/contract';
import { areasWords, lookup } from '@kerabat/core/words';
import { exhaustMap, filter, map, Subject, tap } from 'rxjs';
import { Api } from '../../api/api';
import { Drafts } from '../../api/drafts';
import { outcome } from '../../api/problem';
import { Folded } from '../../parts/folded';
import { ProblemLine } from '../../parts/problem-line';
import { FeelBands } from './feel-bands';
import { FeelCases } from './feel-cases';
import { FeelDesk, type FeelDraft, type TriedMaster } from './feel-desk';
import { printRequest } from './feel-paper';
import { shown } from './making';
import { FeelPictures } from './feel-pictures';
import { FeelTable } from './feel-table';
import { Paired } from './paired';
import { WhichBorePart } from './which-bore';

/** What can be dragged: each moves every picture with it. */
const DRAGGED: readonly FeelKey[] = ['bore', 'pedalRatio', 'boosterRatio', 'assist', 'valveKnee', 'valveSlope'];

/** A set-up that goes into a job: its master, and what would have to be so with it. */
export interface TakenSetUp {
  readonly id: string;
  readonly name: string;
  readonly master?: TriedMaster;
  readonly conditions: readonly string[];
}

/** Set-ups of one vehicle compared: in words, in ratios, in figures, in pictures. */
@Component({
  selector: 'app-feel-board',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    FeelBands,
    FeelCases,
    FeelPictures,
    FeelTable,
    Paired,
    Folded,
    ProblemLine,
    MatButtonModule,
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
              >{{ one.words }} <b class="mono">× {{ one.value }}</b></span
            >
          }
        </p>
      }
      @if (areas(); as words) {
        <p class="small">{{ words }}</p>
      }
      <div class="row acts">
        @if (desk.assumed() > 0) {
          <span class="small needs-you">Figures rest on {{ desk.assumed() }} assumed values; ratios do not.</span>
        }
        @if (lacks(); as words) {
          <button matButton="filled" type="button" (click)="desk.assumeUsual()">Assume what is usual</button>
          <span class="small needs-you">{{ words }}</span>
        }
        @if (desk.mayTry()) {
          <button matButton="outlined" type="button" (click)="desk.tryAnother()">Try another set-up</button>
        }
        @if (changed()) {
          <button matButton type="button" (click)="forget()">Take back what was entered here</button>
        }
        @if (desk.worked().length > 0) {
          <button matButton="outlined" type="button" [disabled]="printing()" (click)="print.next()">
            Print the comparison
          </button>
        }
        @if (takes()) {
          @for (one of offers(); track one.id) {
            <button matButton="outlined" type="button" (click)="taken.emit(one)">
              Take {{ one.name }} into the job
            </button>
          }
        }
      </div>
      <app-problem-line [text]="problem()" />
      @for (fault of faults(); track fault) {
        <p class="problem">{{ fault }}</p>
      }
      @if (assumedKinds(); as words) {
        <p class="small needs-you">{{ words }}</p>
      }
      @if (desk.worked().length > 0) {
        <section class="drag" aria-label="Drag a value">
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
        <div class="two">
          <section aria-label="Pictures"><app-feel-pictures /></section>
          <section aria-label="Cases"><app-feel-cases /></section>
        </div>
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
      }
      <app-folded [open]="desk.worked().length === 0">
        <span slot="title">Values of the set-ups, and what each rests on</span>
        <app-feel-table />
      </app-folded>
      <app-folded>
        <span slot="title">Working</span>
        <p class="mono small">{{ desk.ratios()?.working }}</p>
        <p class="small">
          Line pressure p = F / A, A = π d² / 4. Force of an axle: 2 T / r, T = 2 μ (p − p₀) A r of a disc, C* (p − p₀)
          A r of a drum. The load moves forward with the deceleration: N = m g (x + z h / L). Stroke: clearance, port
          closing, V / A.
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
    .acts {
      margin: 8px 0;
    }
    .drag {
      --mat-slider-inactive-track-color: var(--strong-line);
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(15rem, 1fr));
      gap: 4px 20px;
    }
    .drag label {
      display: grid;
      font-size: 13.5px;
    }
    .two {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(min(100%, 30rem), 1fr));
      gap: 20px;
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
  private readonly api = inject(Api);
  protected readonly print = new Subject<void>();
  protected readonly printing = signal(false);
  protected readonly problem = signal<string | undefined>(undefined);
  private readonly document = inject(DOCUMENT);
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
    return rows.flatMap(([words, value]) => (value === undefined ? [] : [{ words, value: value.toFixed(4) }]));
  });
  protected readonly lacks = computed(() => {
    const all = new Set([...this.desk.missing().values()].flat());
    for (const field of FEEL_FIELDS) {
      const open = this.desk
        .columns()
        .some(({ kinds, values }) => isAsked(field, kinds) && field.usual && !values[field.key]);
      if (open) all.add(field.key);
    }
    if (all.size === 0) return undefined;
    const words = [...all].map((key) => FEEL_FIELDS.find((field) => field.key === key)?.words ?? key);
    const some = words.slice(0, 4).join(', ');
    return `Not known: ${some}${words.length > 4 ? ` and ${words.length - 4} more` : ''}. Ratios hold without them.`;
  });
  /** Set-ups that were tried and differ from what comes. */
  protected readonly offers = computed<TakenSetUp[]>(() =>
    this.desk
      .columns()
      .filter(({ id }) => id !== 'now')
      .flatMap(({ id, name }) => {
        const master = lookup(this.desk.draft().masters ?? {}, id);
        const conditions = this.desk
          .conditionsOf(id)
          .filter((words) => !master || !words.startsWith('bore of the master'));
        return master || conditions.length > 0 ? [{ id, name, conditions, ...(master ? { master } : {}) }] : [];
      }),
  );
  /** Why a set-up has no figures, each once. */
  protected readonly faults = computed(() => [...new Set(this.desk.faults().values())]);
  protected readonly assumedKinds = computed(() => {
    const { brake } = this.sheet();
    const ends = new Set([...(brake?.now.assumed ?? []), ...(brake?.then.assumed ?? [])]);
    return ends.size === 0
      ? undefined
      : `Nobody recorded what sits ${[...ends].map((end) => (end === 'front' ? 'in front' : 'at the rear')).join(' and ')}: discs in front and drums at the rear are assumed. Choose below how it is made.`;
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
    this.print
      .pipe(
        map(() => this.paper()),
        filter((paper) => paper !== undefined),
        tap(() => this.printing.set(true)),
        exhaustMap((paper) => this.api.printFeel(paper).pipe(outcome())),
        takeUntilDestroyed(),
      )
      .subscribe(({ answer, problem }) => {
        this.printing.set(false);
        this.problem.set(problem);
        if (answer) this.document.defaultView?.open(URL.createObjectURL(answer), '_blank');
      });
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

  private paper() {
    const ratios = this.ratios().map(({ words, value }) => `${words} × ${value}`);
    return printRequest(
      this.desk.worked(),
      this.desk.cases(),
      this.title() || 'Comparison with a blank vehicle',
      ratios,
    );
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
