import { lookup } from '../../base/lookup/index.js';
import type { Compared } from './compare.js';
import { locksFirst } from './balance.js';
import { effortFor } from './effort.js';
import type { FeelLimits } from './limits.js';
import type { Case, SetUp, Vehicle } from './types.js';
import type { FeelVerdict } from './verdicts.js';

/** Set-ups side by side as a table, and what is to be said of them, each sentence once. */

export interface InCases {
  readonly name: string;
  readonly vehicle: Vehicle;
  readonly setUp: SetUp;
  readonly cases: readonly Compared[];
}

/** One set-up in one case. */
export interface CaseCell {
  /** Pedal force of an everyday stop, N. */
  readonly effort?: number;
  /** Deceleration at the hardest push, share of g; absent: it cannot be said. */
  readonly reached?: number;
  /** Which axle locks first; absent: it cannot be said, or only one of them brakes. */
  readonly first?: 'front' | 'rear';
  /** The rear comes first where it must not. */
  readonly rear: boolean;
}

export const caseTable = (
  setUps: readonly InCases[],
  cases: readonly Case[],
  limits: FeelLimits,
): { readonly name: string; readonly cells: readonly CaseCell[] }[] =>
  cases.map((how, i) => ({
    name: how.name ?? '',
    cells: setUps.map(({ vehicle, setUp, cases: compared }): CaseCell => {
      const effort = effortFor(limits.everyday, vehicle, setUp, how, limits);
      const last = compared[i]?.points.at(-1);
      // What is marked is what the verdicts beside it say.
      const rear = compared[i]?.verdicts.some(({ code }) => code === 'rear-first') === true;
      const locks = locksFirst(vehicle, setUp, how, limits);
      const both = how.lost !== 'front' && how.lost !== 'rear';
      return {
        ...(effort === undefined ? {} : { effort }),
        ...(last?.deceleration === undefined ? {} : { reached: last.deceleration }),
        ...(both && last?.firstToLock ? { first: rear ? 'rear' : (locks?.axle ?? last.firstToLock) } : {}),
        rear,
      };
    }),
  }));

/** What is gravest first. */
const GRAVEST: readonly FeelVerdict['code'][] = ['stroke-out', 'rear-first', 'effort-none', 'over-limit'];

/**
 * The gravest of what stops a set-up in any of its cases, and in which: of one that stands in several, the one at the
 * least deceleration; undefined where nothing does.
 */
export function worstOf(
  compared: readonly Compared[],
  cases: readonly Case[],
): Pick<Said, 'verdict' | 'where'> | undefined {
  const rank = ({ code }: FeelVerdict): number => GRAVEST.indexOf(code) + 1 || GRAVEST.length + 1;
  const from = ({ values }: FeelVerdict): number => lookup(values, 'deceleration') ?? Infinity;
  const stops = compared.flatMap(({ verdicts }, i) =>
    verdicts.filter(({ weight }) => weight === 'stop').map((verdict) => ({ verdict, where: cases[i]?.name ?? '', i })),
  );
  const [worst] = stops.sort(
    (a, b) => rank(a.verdict) - rank(b.verdict) || from(a.verdict) - from(b.verdict) || a.i - b.i,
  );
  return worst && { verdict: worst.verdict, where: worst.i === 0 ? '' : worst.where };
}

export interface Said {
  readonly verdict: FeelVerdict;
  readonly setUp: string;
  /** The case that it was said in first; empty for the first of all, which is the plain one. */
  readonly where: string;
  /** Further cases that it holds in; of notes and of what is not known none are named. */
  readonly also: readonly string[];
}

/** Every verdict once for each set-up, what stops it first. */
export function saidOnce(setUps: readonly InCases[], cases: readonly Case[]): Said[] {
  const said = new Map<string, Said & { also: string[] }>();
  for (const { name, cases: compared } of setUps)
    compared.forEach((one, i) => {
      for (const verdict of one.verdicts) {
        const key = `${name}/${verdict.code}`;
        const where = cases[i]?.name ?? '';
        const before = said.get(key);
        if (!before) said.set(key, { verdict, setUp: name, where: i === 0 ? '' : where, also: [] });
        else if (verdict.weight === 'stop' || verdict.weight === 'warning') before.also.push(where);
      }
    });
  const order: readonly FeelVerdict['weight'][] = ['stop', 'warning', 'not-known', 'note'];
  return [...said.values()].sort((a, b) => order.indexOf(a.verdict.weight) - order.indexOf(b.verdict.weight));
}
