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
  templateUrl: './feel-board.html',
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
