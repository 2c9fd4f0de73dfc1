import { describe, expect, it } from 'vitest';
import { CONSUMES } from '@kerabat/core/list/need';
import { FIXES } from '@kerabat/core/judge/fix';
import { worldOf } from '@kerabat/core/simulate';
import { CONVERSIONS } from '@kerabat/core/work/conversion';
import { seenThrough } from '../testing/seen-through.js';
import { consequenceOf } from './consequence.js';
import { type JobSpec, specOf, type TrialRequest } from './spec.js';
import type { Workshop } from './workshop.js';

/**
 * The list is the difference of the two vehicles and what opened joints consume, less what lies in boxes and kits: it
 * equals the count of the plain judge, whatever the request, the conversion or the fix. Each writer of lines that is
 * made wrong is noticed.
 */

const { open, follow } = seenThrough();
const shops: Workshop[] = [];
const shopOf = (n: number): Workshop => (shops[n] ??= open(worldOf(`counting ${n}`, 'honest')));

/** More of them by KERABAT_RUNS. */
const RUNS = Number(process.env['KERABAT_RUNS'] ?? 1);
const [WORLDS, JOBS] = [3 * RUNS, 12];
/** Worlds that are looked through for a job that a planted fault makes wrong. */
const PLANTED_IN = 12;

/** What is wrong with the list of a job that is followed to its order; undefined where nothing is ordered. */
async function wrongIn(shop: Workshop, spec: JobSpec) {
  const { end, story } = await follow(shop, spec);
  if (end.end !== 'safe' && end.end !== 'on-listing') return undefined;
  const { flaws } = consequenceOf(shop.world, spec, end);
  return {
    wrong: flaws.filter(({ what }) => ['too-few', 'too-many', 'wrong-thing'].includes(what)),
    fixes: end.fixes.map(({ fix }) => fix),
    conversion: spec.conversion,
    story: [spec.seed, ...story].join('\n'),
  };
}

async function* orders(worlds: number, request: TrialRequest, conversion?: string) {
  for (let n = 0; n < worlds; n++)
    for (let number = 0; number < JOBS; number++) {
      const spec = specOf(shopOf(n).world, number, request);
      if (conversion !== undefined && spec.conversion !== conversion) continue;
      const one = await wrongIn(shopOf(n), spec);
      if (one) yield one;
    }
}

describe('the list is the difference', () => {
  it.each([['convert'], ['upgrade'], ['substitute'], ['kit'], ['replace']] as const)(
    'of every job: %s',
    async (request) => {
      let ordered = 0;
      const [converted, fixed] = [new Set<unknown>(), new Set<string>()];
      for await (const { wrong, story, conversion, fixes } of orders(WORLDS, request)) {
        expect(wrong, story).toEqual([]);
        ordered += 1;
        converted.add(conversion);
        for (const fix of fixes) fixed.add(fix);
      }
      expect(ordered).toBeGreaterThan(WORLDS * 4);
      if (request === 'convert') expect(Math.min(converted.size, 2 * fixed.size)).toBeGreaterThan(4);
    },
    600_000,
  );
});

/** A table that is made wrong for as long as something runs. */
interface Planted {
  readonly writer: string;
  readonly request: TrialRequest;
  readonly conversion?: string;
  readonly plant: () => () => void;
}
const without = <T>(list: readonly T[], is: (one: T) => boolean): (() => void) => {
  const rows = list as T[];
  const at = rows.findIndex(is);
  if (at < 0) throw new Error('nothing to take out');
  const taken = rows.splice(at, 1);
  return () => void rows.splice(at, 0, ...taken);
};
const changed = <T extends object, K extends keyof T>(row: T | undefined, key: K, to: T[K]): (() => void) => {
  if (!row) throw new Error('nothing to change');
  const before = row[key];
  row[key] = to;
  return () => void (row[key] = before);
};
const fix = (name: string) => FIXES.find((row) => row.fix === name);
const conversion = (id: string) => CONVERSIONS.find((row) => row.id === id);

const PLANTED: readonly Planted[] = [
  {
    writer: 'what a joint consumes',
    request: 'replace',
    plant: () => without(CONSUMES, ({ item }) => item === 'booster-seal'),
  },
  {
    writer: 'what an eye consumes',
    request: 'convert',
    conversion: 'larger-calipers',
    plant: () => without(CONSUMES, ({ item }) => item === 'crush-washer'),
  },
  {
    writer: 'what a fix orders',
    request: 'convert',
    conversion: 'drum-to-disc',
    plant: () => changed(fix('other-hose'), 'parts', () => []),
  },
  {
    writer: 'what a fix orders twice',
    request: 'convert',
    conversion: 'drum-to-disc',
    plant: () => {
      const parts = fix('other-hose')?.parts;
      return changed(fix('other-hose'), 'parts', (c) => [
        ...(parts?.(c) ?? []),
        ...(parts?.(c) ?? []).map((part) => ({ ...part, key: `${part.key}-2` })),
      ]);
    },
  },
  {
    writer: 'what a conversion brings',
    request: 'convert',
    conversion: 'vacuum-to-hydraulic',
    plant: () => changed(conversion('vacuum-to-hydraulic'), 'brings', []),
  },
  {
    writer: 'what a conversion puts in the lines',
    request: 'convert',
    conversion: 'drum-to-disc',
    plant: () => changed(conversion('drum-to-disc'), 'brings', []),
  },
];

describe('a writer of lines that is wrong is noticed', () => {
  it.each(PLANTED.map((one) => [one.writer, one] as const))(
    '%s',
    async (_writer, { request, conversion: id, plant }) => {
      const out = plant();
      try {
        let noticed = false;
        for await (const { wrong } of orders(PLANTED_IN, request, id)) {
          noticed = wrong.length > 0;
          if (noticed) break;
        }
        expect(noticed).toBe(true);
      } finally {
        out();
      }
    },
    600_000,
  );
});
