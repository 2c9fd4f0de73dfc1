import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable, toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { map, of, skip, switchMap } from 'rxjs';
import { toBase } from '@kerabat/core/base/units';
import { BORE_SIZES, boreName } from '@kerabat/core/named/bore';
import { bandWords, whichBoreNone, whichBoreWords } from '@kerabat/core/tell/words';
import { type BoreBands, whichBore } from '@kerabat/core/work/feel';
import { Api } from '../../api/api';
import { outcome } from '../../api/problem';
import { Cell, DataTable } from '../../parts/data-table';
import { ProblemLine } from '../../parts/problem-line';
import { FeelDesk, type TriedMaster } from './feel-desk';
import { Draws, Sampler } from './sampler';

const figure = () => new FormControl<number | null>(null);
const SIZES = BORE_SIZES.map((size) => size.diameterMm);
/** Units whose bore is this near to a nominal size have it, mm. */
const NEAR = 0.06;
const SAMPLES = 20_000;
const SHOWN = 8;

/**
 * The reverse question: which bore brings effort and travel into a window for these wheel units, and which units have
 * it and fit the place.
 */
@Component({
  selector: 'app-which-bore',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    Cell,
    DataTable,
    MatButtonModule,
    MatFormFieldModule,
    MatInputModule,
    MatProgressBarModule,
    ReactiveFormsModule,
    ProblemLine,
  ],
  templateUrl: './which-bore.html',
  styles: `
    mat-form-field {
      width: 11rem;
    }
    .scroll {
      overflow-x: auto;
    }
    mat-progress-bar {
      max-width: 24rem;
      margin: 6px 0;
    }
  `,
})
export class WhichBorePart {
  protected readonly desk = inject(FeelDesk);
  private readonly api = inject(Api);
  /** The master in whose place another bore would go, by its key. */
  readonly master = input<string>();
  protected readonly samples = SAMPLES;
  protected readonly look = (one: { readonly within: boolean }): string => (one.within ? 'within' : '');
  protected readonly fields = [
    { name: 'effortFrom', words: 'Effort from, N' },
    { name: 'effortTo', words: 'to, N' },
    { name: 'travelFrom', words: 'Pedal travel from, mm' },
    { name: 'travelTo', words: 'to, mm' },
  ] as const;
  protected readonly form = new FormGroup({
    effortFrom: figure(),
    effortTo: figure(),
    travelFrom: figure(),
    travelTo: figure(),
  });
  private readonly asked = toSignal(this.form.valueChanges, { initialValue: this.form.value });
  protected readonly others = toSignal(
    toObservable(this.master).pipe(
      switchMap((master) =>
        master === undefined
          ? of(undefined)
          : this.api.call('get', '/units/{id}/other-bores', { at: { id: master } }).pipe(outcome()),
      ),
    ),
  );

  private readonly bands = signal<ReadonlyMap<number, BoreBands>>(new Map());
  protected readonly draws = new Draws(inject(Sampler), ({ bores }) =>
    this.bands.set(new Map(bores.map((one) => [one.bore, one]))),
  );

  private readonly wanted = computed(() => {
    const { effortFrom, effortTo, travelFrom, travelTo } = this.asked();
    const window = (from: number | null | undefined, to: number | null | undefined) =>
      typeof from === 'number' && typeof to === 'number' && to >= from && from > 0 ? { from, to } : undefined;
    const [effort, travel] = [window(effortFrom, effortTo), window(travelFrom, travelTo)];
    return effort || travel
      ? { ...(effort ? { effort: { ...effort, at: this.desk.limits().everyday } } : {}), ...(travel ? { travel } : {}) }
      : undefined;
  });
  private readonly answer = computed(() => {
    const [then, wanted] = [this.desk.worked().find(({ column }) => column.id === 'then'), this.wanted()];
    return then && wanted ? whichBore(then.vehicle, then.setUp, wanted, SIZES, this.desk.limits()) : undefined;
  });
  protected readonly none = computed(() => {
    const none = this.answer()?.none;
    return none && whichBoreNone(none);
  });
  /** Of those within, and of those outside, the sizes that a fitting unit has come first. */
  private readonly best = computed(() => {
    const all = (this.answer()?.ranked ?? []).map((one, place) => ({ ...one, place, units: this.unitsOf(one.bore) }));
    const rank = ({ within, units, place }: (typeof all)[number]): number =>
      (within ? 0 : 2000) + (units.length > 0 ? 0 : 1000) + place;
    return all.sort((a, b) => rank(a) - rank(b)).slice(0, SHOWN);
  });
  protected readonly ranked = computed(() =>
    this.best().map((one) => ({
      bore: one.bore,
      name: boreName(one.bore) ?? `${one.bore.toFixed(2)} mm`,
      within: one.within,
      because: whichBoreWords(one, this.desk.limits().everyday),
      band: bandsIn(this.bands().get(one.bore)),
      units: one.units,
    })),
  );

  constructor() {
    // Bands of other values or windows than those that are shown would be wrong.
    toObservable(computed(() => [this.desk.columns(), this.wanted()]))
      .pipe(
        skip(1),
        map(() => this.bands.set(new Map())),
        takeUntilDestroyed(),
      )
      .subscribe(() => this.draws.asked.next(undefined));
  }

  protected draw(): void {
    const [wanted, place] = [this.wanted(), this.desk.columns().findIndex(({ id }) => id === 'then')];
    const sizes = this.best().map(({ bore }) => bore);
    if (wanted && place >= 0) this.draws.asked.next(this.desk.sampleAsk(SAMPLES, { of: place, sizes, wanted }));
  }

  private unitsOf(bore: number): (TriedMaster & { readonly but: string })[] {
    return (this.others()?.answer?.units ?? [])
      .filter((unit) => Math.abs(toBase(unit.bore) - bore) <= NEAR)
      .map(({ unitId, maker, name, changes, open }) => ({
        unitId,
        name: `${maker} ${name}`,
        but: [...changes, ...(open.length === 0 ? [] : [`not recorded: ${open.join(', ')}`])].join('; '),
      }));
  }
}

const bandsIn = (bands: BoreBands | undefined): string | undefined =>
  bands &&
  [
    `within in ${(bands.within * 100).toFixed(0)} of 100 draws`,
    ...(bands.effort ? [bandWords(bands.effort, 'N')] : []),
    ...(bands.travel ? [bandWords(bands.travel, 'mm')] : []),
  ].join(', ');
