import type { FeelPrintRequest } from '@kerabat/contract';
import { type Axle, type Case, FEEL_FIELDS, type SetUp, type Vehicle } from '@kerabat/core/work/feel';
import type { Column, Worked } from './feel-desk';
import { shown } from './making';

/** What is sent to be printed, of what is on the screen. */

type Compare = FeelPrintRequest['compare'];
type Sent<T> = { -readonly [K in keyof T]: T[K] };
const mm = (value: number) => ({ value, unit: 'mm' as const });
const newton = (value: number) => ({ value, unit: 'N' as const });
const mpa = (value: number) => ({ value, unit: 'MPa' as const });

/** The same object with some of its figures as quantities; what is not there stays out. */
function as<T extends object, K extends keyof T>(of: T, keys: readonly K[], make: (value: number) => unknown): object {
  return Object.fromEntries(
    Object.entries(of).map(([key, value]) => [
      key,
      keys.includes(key as K) && typeof value === 'number' ? make(value) : value,
    ]),
  );
}

const axleOut = (axle: Axle): object => {
  const sized = as(as(axle, ['radius', 'lift'], mm) as Axle, ['pushOut'], mpa) as Sent<Axle>;
  return axle.kind === 'disc' ? { ...sized, pistons: axle.pistons.map(mm) } : { ...sized, cylinder: mm(axle.cylinder) };
};
const vehicleOut = (vehicle: Vehicle): object => as(vehicle, ['height', 'wheelbase', 'tyreRadius'], mm);
const setUpOut = (name: string, setUp: SetUp): object => ({
  ...as(as(setUp, ['gap', 'cutOff', 'valveTravel'], mm) as SetUp, ['metering'], mpa),
  name,
  master: as(as(setUp.master, ['bore', 'largeBore', 'stroke'], mm) as SetUp['master'], ['limit'], newton),
  ...(setUp.booster ? { booster: as(setUp.booster, ['assist', 'crack', 'jumpIn'], newton) } : {}),
  ...(setUp.valve ? { valve: as(setUp.valve, ['knee', 'ladenKnee'], mpa) } : {}),
  front: axleOut(setUp.front),
  rear: axleOut(setUp.rear),
});
const caseOut = (how: Case): object => ({
  ...as(how, ['pushedBack'], mm),
  ...(how.load ? { load: as(how.load, ['height'], mm) } : {}),
});

/** Values that are only assumed, each once with its set-up where they differ. */
function assumedIn(columns: readonly Column[]): string[] {
  const said = FEEL_FIELDS.flatMap((field) => {
    const assumed = columns.filter(({ values }) => values[field.key]?.origin === 'assumed');
    const words = new Set(assumed.map(({ values }) => shown(values[field.key]?.value ?? 0, field.unit)));
    if (words.size === 0) return [];
    return words.size === 1
      ? [`${field.words} ${[...words].join()}`]
      : assumed.map(
          ({ name, values }) => `${name}: ${field.words} ${shown(values[field.key]?.value ?? 0, field.unit)}`,
        );
  });
  return said;
}

export function printRequest(
  worked: readonly Worked[],
  cases: readonly Case[],
  title: string,
  ratios: readonly string[],
): FeelPrintRequest | undefined {
  const [first] = worked;
  if (!first) return undefined;
  const compare = {
    vehicle: vehicleOut(first.vehicle),
    setups: worked.map(({ column, setUp }) => setUpOut(column.name, setUp)),
    cases: cases.slice(0, MOST_CASES).map(caseOut),
    efforts: Array.from({ length: 51 }, (_, i) => newton(i * 10)),
  } as Compare;
  return { compare, title, ratios: [...ratios], assumed: assumedIn(worked.map(({ column }) => column)) };
}

/** No comparison takes more. */
const MOST_CASES = 12;
