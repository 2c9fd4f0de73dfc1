import { computed, Injectable, signal } from '@angular/core';
import type { FeelSheet } from '@kerabat/contract';
import { lookup } from '@kerabat/core/base/lookup';
import { feelSummary } from '@kerabat/core/tell/words';
import {
  type Case,
  type Compared,
  compareFeel,
  FEEL_FIELDS,
  FEEL_PATHS,
  feelFaults,
  type FeelField,
  type FeelInputs,
  type FeelKey,
  type FeelKinds,
  isAsked,
  ratiosOf,
  type SampleAsk,
  type SetUp,
  setUpOf,
  summaryOf,
  worstOf,
  type Vehicle,
} from '@kerabat/core/work/feel';
import { CHOICES, madeWords, shown } from './making';

/** How a value came about; "assumed" is what vehicles usually have, "typed" what somebody entered here. */
export type Origin = 'measured' | 'recorded' | 'setting' | 'worked-out' | 'assumed' | 'typed';
export interface Entered {
  readonly value: number;
  readonly origin: Origin;
  readonly from?: string;
}
type Values = Readonly<Partial<Record<FeelKey, Entered>>>;
/** What was entered here over what the chains say, by set-up; kept in the browser. */
export interface FeelDraft {
  readonly typed: Readonly<Record<string, Values>>;
  readonly tries: readonly string[];
  /** How set-ups are made otherwise than the chains say. */
  readonly kinds?: Readonly<Record<string, Partial<FeelKinds>>>;
  /** The master that a set-up was tried with, where it is one of the catalogue. */
  readonly masters?: Readonly<Record<string, TriedMaster>>;
}
export interface TriedMaster {
  readonly unitId: string;
  readonly name: string;
}
export interface Column {
  readonly id: string;
  readonly name: string;
  readonly kinds: FeelKinds;
  readonly units: { readonly master?: string; readonly front?: string; readonly rear?: string };
  readonly values: Values;
}
export interface Worked {
  readonly column: Column;
  readonly vehicle: Vehicle;
  readonly setUp: SetUp;
  readonly cases: readonly Compared[];
}

/** What belongs to the vehicle and is one for all set-ups. */
const SHARED: ReadonlySet<FeelKey> = new Set([
  'mass',
  'ladenMass',
  'ladenShare',
  'frontShare',
  'height',
  'wheelbase',
  'tyreRadius',
  'pedalEfficiency',
]);
const EFFORTS = Array.from({ length: 51 }, (_, i) => i * 10);
/**
 * How far a turn pushes the pistons of a disc back, mm. Source: settings; run-out and play of the bearing make it more.
 */
const PUSHED_BACK = 0.3;
const NOTHING: FeelDraft = { typed: {}, tries: [] };
const MOST_TRIES = 2;
/** The same values are drawn each time: two people see the same bands. */
const SEED = 20240229;

/**
 * Set-ups side by side: values of the chains, what is entered over them, and everything that follows, worked out at
 * once.
 */
@Injectable()
export class FeelDesk {
  readonly sheet = signal<FeelSheet | undefined>(undefined);
  readonly draft = signal<FeelDraft>(NOTHING);

  readonly columns = computed<readonly Column[]>(() => {
    const brake = this.sheet()?.brake;
    if (!brake) return [];
    const { typed, tries, kinds = {} } = this.draft();
    const column = (id: string, name: string, side: typeof brake.now, over: Values): Column => {
      const chain = Object.fromEntries(
        side.values.map(({ key, value, rests, from }) => [key, { value, origin: rests, ...(from ? { from } : {}) }]),
      );
      return {
        id,
        name,
        units: side.units,
        kinds: { ...side.kinds, ...(tries.includes(id) ? kinds['then'] : {}), ...lookup(kinds, id) },
        values: { ...chain, ...typed['shared'], ...over } as Values,
      };
    };
    const then = column('then', 'then', brake.then, typed['then'] ?? {});
    return [
      column('now', 'now', brake.now, typed['now'] ?? {}),
      then,
      ...tries.map((id, i) => column(id, `try ${i + 1}`, brake.then, { ...typed['then'], ...lookup(typed, id) })),
    ];
  });
  readonly mayTry = computed(() => this.draft().tries.length < MOST_TRIES);

  /** The fields that any of the set-ups asks for. */
  readonly fields = computed<readonly FeelField[]>(() =>
    FEEL_FIELDS.filter((field) => this.columns().some(({ kinds }) => isAsked(field, kinds))),
  );

  /** Cases that every set-up is looked at in. */
  readonly cases = computed<readonly Case[]>(() => {
    const then = this.columns()[1];
    if (!then) return [];
    const [friction, laden, ladenShare] = [
      then.values.frontFriction?.value,
      then.values.ladenMass?.value,
      then.values.ladenShare?.value,
    ];
    return [
      { name: 'as it is' },
      { name: 'dry road', grip: this.limits().dryGrip },
      { name: 'wet road', grip: 0.5 },
      ...(laden === undefined
        ? []
        : [{ name: 'laden', load: { mass: laden, ...(ladenShare === undefined ? {} : { frontShare: ladenShare }) } }]),
      ...(friction !== undefined && then.kinds.front === 'disc'
        ? [{ name: 'linings faded by a third', friction: friction * 0.67 }]
        : []),
      ...(then.kinds.front === 'disc' || then.kinds.rear === 'disc'
        ? [{ name: 'first push after a turn', pushedBack: PUSHED_BACK }]
        : []),
      { name: 'front circuit lost', lost: 'front' as const },
      { name: 'rear circuit lost', lost: 'rear' as const },
      { name: 'one of two diagonals lost', lost: 'diagonal' as const },
      ...(then.kinds.assisted
        ? [
            { name: 'assistance lost', lost: 'assistance' as const },
            { name: '2000 m above the sea', altitude: 2000 },
            { name: 'half of the assistance left', assistance: 0.5 },
          ]
        : []),
    ];
  });

  readonly limits = computed(() => this.sheet()?.limits ?? NO_LIMITS);

  /**
   * Set-ups of which everything that is needed is there, with their figures; a fault in a value takes its set-up out.
   */
  readonly worked = computed<readonly Worked[]>(() =>
    this.columns().flatMap((column) => {
      const made = setUpOf(inputsOf(column), column.kinds);
      if ('missing' in made || feelFaults(made.vehicle, made.setUp).length > 0) return [];
      return [{ column, ...made, cases: this.compared(column.id, made.vehicle, made.setUp) }];
    }),
  );
  /** A set-up that nobody changed is not worked out again while another is dragged. */
  private compared(id: string, vehicle: Vehicle, setUp: SetUp): readonly Compared[] {
    const [cases, limits] = [this.cases(), this.limits()];
    const key = JSON.stringify([vehicle, setUp, cases, limits]);
    const before = this.kept.get(id);
    if (before?.key === key) return before.cases;
    const [made = []] = compareFeel(vehicle, [setUp], cases, EFFORTS, limits);
    this.kept.set(id, { key, cases: made });
    return made;
  }
  private readonly kept = new Map<string, { readonly key: string; readonly cases: readonly Compared[] }>();

  /** What is drawn to say how sure the figures are: every value that is only assumed, within the band that is usual. */
  sampleAsk(samples: number, which?: SampleAsk['which']): SampleAsk {
    const setUps = this.columns().map((column) => ({
      inputs: inputsOf(column),
      kinds: column.kinds,
      units: column.units,
      bands: Object.fromEntries(
        FEEL_FIELDS.flatMap(({ key, usual }) =>
          usual && column.values[key]?.origin === 'assumed' ? [[key, { from: usual.from, to: usual.to }]] : [],
        ),
      ),
    }));
    return { setUps, samples, seed: SEED, limits: this.limits(), ...(which ? { which } : {}) };
  }

  /** What each set-up lacks before figures can be said. */
  readonly missing = computed<ReadonlyMap<string, readonly FeelKey[]>>(
    () =>
      new Map(
        this.columns().map((column) => {
          const made = setUpOf(inputsOf(column), column.kinds);
          return [column.id, 'missing' in made ? made.missing : []];
        }),
      ),
  );

  /** Sizes that cannot be so, by set-up and field. */
  readonly faults = computed<ReadonlyMap<string, string>>(
    () =>
      new Map(
        this.columns().flatMap((column) => {
          const made = setUpOf(inputsOf(column), column.kinds);
          if ('missing' in made) return [];
          return feelFaults(made.vehicle, made.setUp).map(
            ({ at, sentence }) => [`${column.id}/${keyAt(at)}`, sentence] as const,
          );
        }),
      ),
  );

  readonly ratios = computed(() => {
    const [now, then] = this.columns();
    return now && then ? ratiosOf(sideOf(now), sideOf(then)) : undefined;
  });

  /** The answer in plain words, of the set-up that comes beside the one that is there. */
  readonly summary = computed(() => {
    const [now, then] = ['now', 'then'].map((id) => this.worked().find(({ column }) => column.id === id));
    const ratios = this.ratios();
    const limits = this.limits();
    const known = now && then ? summaryOf(then.vehicle, now.setUp, then.setUp, limits) : { everyday: limits.everyday };
    const worst = then && worstOf(then.cases, this.cases());
    return feelSummary({ ...known, worst, ...(ratios ? { ratios } : {}) });
  });

  /** How many values of the set-ups are only what is usual: figures rest on them, ratios do not. */
  readonly assumed = computed(() => {
    const all = this.columns().flatMap(({ values }) =>
      Object.entries(values).flatMap(([key, entered]) => (entered.origin === 'assumed' ? [key] : [])),
    );
    return new Set(all).size;
  });

  /** Whether a value belongs to the vehicle: it stands once for all. */
  isShared = (key: FeelKey): boolean => SHARED.has(key);

  enter(column: string, key: FeelKey, value: number | undefined): void {
    const place = SHARED.has(key) ? 'shared' : column;
    this.draft.update((draft) => {
      const { [key]: _, ...rest } = lookup(draft.typed, place) ?? {};
      const typed: Values = value === undefined ? rest : { ...rest, [key]: { value, origin: 'typed' } };
      // With another size it is no longer the master that it was tried with.
      const { [column]: tried, ...others } = draft.masters ?? {};
      const masters = key === 'bore' && tried ? { masters: others } : {};
      return { ...draft, ...masters, typed: { ...draft.typed, [place]: typed } };
    });
  }

  /** Takes for everything that is missing what vehicles usually have. Each is marked as assumed and can be changed. */
  assumeUsual(): void {
    const columns = this.columns();
    this.draft.update((draft) => {
      let typed: FeelDraft['typed'] = draft.typed;
      for (const { id, kinds, values } of columns)
        for (const field of FEEL_FIELDS) {
          if (!field.usual || values[field.key] !== undefined || !isAsked(field, kinds)) continue;
          const place = SHARED.has(field.key) ? 'shared' : id;
          const usual: Entered = { value: field.usual.value, origin: 'assumed', from: field.usual.why };
          typed = { ...typed, [place]: { ...lookup(typed, place), [field.key]: usual } };
        }
      return { ...draft, typed };
    });
  }

  /** A set-up that is made otherwise than its chain says. */
  make(column: string, kinds: Partial<FeelKinds>): void {
    this.draft.update((draft) => ({
      ...draft,
      kinds: { ...draft.kinds, [column]: { ...lookup(draft.kinds ?? {}, column), ...kinds } },
    }));
  }

  /** A further set-up, beginning as the one that comes. */
  tryAnother(bore?: number, master?: TriedMaster): void {
    if (!this.mayTry()) return;
    const id = `try-${Date.now()}`;
    this.draft.update((draft) => ({ ...draft, tries: [...draft.tries, id] }));
    if (bore !== undefined) this.enter(id, 'bore', bore);
    if (master) this.draft.update((draft) => ({ ...draft, masters: { ...draft.masters, [id]: master } }));
  }

  dropTry(id: string): void {
    this.draft.update(({ typed, tries, kinds = {}, masters = {} }) => {
      const [{ [id]: _, ...values }, { [id]: __, ...made }, { [id]: ___, ...units }] = [typed, kinds, masters];
      return { typed: values, kinds: made, masters: units, tries: tries.filter((one) => one !== id) };
    });
  }

  /**
   * What of a set-up was entered by a person and is not what the chain that comes has: conditions that the job would
   * have to meet.
   */
  conditionsOf(id: string): string[] {
    const { typed, kinds = {}, masters = {} } = this.draft();
    const values = Object.entries(lookup(typed, id) ?? {}) as [FeelKey, Entered][];
    const entered = values.flatMap(([key, { value, origin }]) => {
      const field = FEEL_FIELDS.find((one) => one.key === key);
      // The size of a master that is named goes with it.
      const named = key === 'bore' && id in masters;
      return field && origin === 'typed' && !named ? [`${field.words} ${shown(value, field.unit)}`] : [];
    });
    const made = lookup(kinds, id);
    return [...entered, ...(made ? CHOICES.flatMap((choice) => madeWords(choice, made)) : [])];
  }

  /**
   * How far an assumption matters: the effort of an everyday stop at either end of its band, over what it is; undefined
   * where it cannot be said.
   */
  influence(
    column: Column,
    field: FeelField,
    effortOf: (inputs: FeelInputs, kinds: FeelKinds) => number | undefined,
  ): number | undefined {
    if (!field.usual) return undefined;
    const [low, high] = [field.usual.from, field.usual.to].map((value) =>
      effortOf({ ...inputsOf(column), [field.key]: value }, column.kinds),
    );
    const middle = effortOf(inputsOf(column), column.kinds);
    if (low === undefined || high === undefined || middle === undefined || middle === 0) return undefined;
    return Math.abs(high - low) / 2 / middle;
  }
}

/** What a pointer of a fault is as a field. */
function keyAt(at: string): FeelKey {
  const path = at
    .slice(1)
    .replace('vehicle/pedalRatio', 'setUp/pedalRatio')
    .replace(/pistons\/\d+$/, 'cylinder');
  const found = Object.entries(FEEL_PATHS).find(([, where]) => where === path);
  return (found?.[0] ?? 'bore') as FeelKey;
}

export const inputsOf = ({ values }: Column): FeelInputs =>
  Object.fromEntries(Object.entries(values).map(([key, entered]) => [key, entered.value]));
const sideOf = (column: Column) => ({ inputs: inputsOf(column), kinds: column.kinds, units: column.units });

/** Until a job is there nothing is judged. */
const NO_LIMITS: FeelSheet['limits'] = {
  byPass: 0.5,
  rearFirstBelow: 0,
  everyday: 0.3,
  effortLeast: 0,
  effortMost: Infinity,
  kneeFrom: 0,
  stepLeast: 0,
  dryGrip: 1,
  serviceRule: 0,
  secondaryRule: 0,
  ruleEffort: Infinity,
  portClosing: 0,
  clutchEfficiency: 1,
};
