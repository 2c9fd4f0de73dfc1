import { valueWords } from '../attribute/index.js';
import { FLUIDS, findFluid, fluidNeeded, sealsAgainst, type SealMaterial } from '../fluid/index.js';
import type { FourState } from '../fit/state.js';
import type { VehicleSide } from '../fit/types.js';
import { lineEnds } from '../fit/lines.js';
import type { Practice } from '../practice/index.js';
import type { FittingWant, SlipProposal } from '../slip/types.js';
import { findThread, BRAKE_THREADS } from '../thread/index.js';
import { factOf, KIND_WORDS, numberOf, portPositions, textOf, type UnitDesign } from '../unit/index.js';

/** What else goes in the bag: seal kit, washers, clamps, pins, rings, bench-bleed fittings, fluid. */

export interface KitRecord {
  readonly id: string;
  readonly name: string;
  readonly number?: string;
  readonly boreMm: number;
  readonly boreLargeMm?: number;
  readonly seals?: SealMaterial;
  readonly contents: readonly { readonly item: string; readonly quantity: number; readonly note?: string }[];
  readonly source: string;
  /** A list names it for this very unit; otherwise it was found by bore. */
  readonly listed: boolean;
}

export interface KitVerdict {
  readonly state: FourState;
  readonly sentence: string;
}

/** Whether a seal kit is right for a unit: its seals' bores against the unit's, and its material against the fluid. */
export function judgeKit(
  unit: UnitDesign,
  kit: KitRecord,
  capGrade: string | undefined,
  practice: Practice,
): KitVerdict {
  const bore = numberOf(unit.facts, 'bore');
  if (bore === undefined)
    return {
      state: 'not-known',
      sentence: 'The bore of this unit is not recorded: measure it before a kit is chosen.',
    };
  if (Math.abs(bore - kit.boreMm) >= practice.oneSizeWithin) {
    return {
      state: 'does-not-fit',
      sentence: `The kit seals ${valueWords('bore', kit.boreMm)}, the unit has ${valueWords('bore', bore)}${kit.listed ? ', although it is listed for it' : ''}.`,
    };
  }
  const large = numberOf(unit.facts, 'bore-large');
  if (
    large !== undefined &&
    (kit.boreLargeMm === undefined || Math.abs(large - kit.boreLargeMm) >= practice.oneSizeWithin)
  ) {
    return {
      state: 'does-not-fit',
      sentence: `The unit is stepped, ${valueWords('bore-large', large)} at the mouth; the kit has no seal for it.`,
    };
  }
  const cap = capGrade === undefined ? undefined : findFluid(capGrade);
  if (cap && kit.seals && sealsAgainst(kit.seals, cap.base) === 'does-not-fit') {
    return { state: 'does-not-fit', sentence: `The kit’s ${kit.seals} seals do not survive ${cap.grade}.` };
  }
  if (!kit.listed)
    return {
      state: 'fits-with-change',
      sentence: `Found by bore, ${valueWords('bore', kit.boreMm)}; no list names it for this unit: compare the seals side by side.`,
    };
  return { state: 'fits', sentence: `Listed for this unit; seals ${valueWords('bore', kit.boreMm)}.` };
}

export interface BagInput {
  readonly unit: UnitDesign;
  readonly vehicle: VehicleSide;
  readonly booster: boolean;
  readonly capGrade?: string;
  readonly practice: Practice;
}

/** The small parts that the unit's interfaces call for. Each line says why it is there. */
export function bagFor(input: BagInput): SlipProposal[] {
  return [
    ...washers(input),
    ...hydraulicSmalls(input),
    ...benchBleed(input),
    ...fluid(input),
    ...tools(input),
    ...perhaps(input),
  ];
}

const line = (
  key: string,
  section: SlipProposal['section'],
  words: string,
  quantity: number,
  reason: string,
  wants?: FittingWant,
): SlipProposal => ({
  key,
  section,
  words,
  quantity,
  reason,
  ...(wants === undefined ? {} : { wants }),
});

function washers({ unit }: BagInput): SlipProposal[] {
  const eyes = portPositions(unit.facts).filter((p) => textOf(unit.facts, 'port-seat', p) === 'banjo').length;
  return eyes === 0
    ? []
    : [
        line('banjo-washers', 'order', 'Crush washer for the banjo eye', eyes * 2, 'two new washers for each eye', {
          kind: 'crush-washer',
        }),
      ];
}

function hydraulicSmalls({ unit, booster }: BagInput): SlipProposal[] {
  const lines: SlipProposal[] = [];
  const pilot = numberOf(unit.facts, 'pilot');
  if (unit.kind === 'brake-master' && booster) {
    lines.push(
      line(
        'booster-seal',
        'order',
        'Seal ring between booster and master',
        1,
        'a flattened ring leaks vacuum and feels like a bad booster',
        {
          kind: 'booster-seal',
          ...(pilot === undefined ? {} : { sizeMm: pilot }),
        },
      ),
    );
  }
  if (textOf(unit.facts, 'reservoir') === 'remote') {
    lines.push(
      line('clamps', 'order', 'Hose clamp for the feed hose', 2, 'the job stops for one missing clamp', {
        kind: 'hose-clamp',
      }),
    );
  }
  if (textOf(unit.facts, 'line-retention') === 'pin') {
    lines.push(
      line('roll-pin', 'order', 'Roll pin for the line', 1, 'a driven-out pin is not reused', { kind: 'roll-pin' }),
    );
    lines.push(
      line('spigot-ring', 'order', 'O-ring for the line’s spigot', 1, 'new with every opening', { kind: 'o-ring' }),
    );
  }
  return lines;
}

function benchBleed({ unit }: BagInput): SlipProposal[] {
  if (unit.kind !== 'brake-master' && unit.kind !== 'clutch-master') return [];
  const counts = new Map<string, number>();
  for (const position of portPositions(unit.facts)) {
    const thread = textOf(unit.facts, 'port-thread', position);
    if (thread) counts.set(thread, (counts.get(thread) ?? 0) + 1);
  }
  return [...counts].map(([thread, n]) =>
    line(
      `bench-${thread}`,
      'order',
      `Bench-bleed fitting ${thread} with hose`,
      n,
      'one for each port with this thread',
      { kind: 'bench-bleed', thread },
    ),
  );
}

function fluid({ unit, capGrade, practice }: BagInput): SlipProposal[] {
  const grade = FLUIDS.find((f) => f.grade === capGrade)?.grade;
  if (!grade)
    return [
      line('fluid', 'measure', 'Which fluid: read the cap', 1, 'fluid goes by the cap and the seals, not by habit'),
    ];
  const axles = unit.kind === 'brake-master' || unit.kind === 'booster' ? 2 : 1;
  const holds = numberOf(unit.facts, 'holds') ?? 0;
  const needed = fluidNeeded(holds, axles * practice.flushMillilitres, practice.wasteShare);
  const known = factOf(unit.facts, 'holds') ? `unit ${holds} ml, ` : '';
  const reason = `${known}flush ${axles * practice.flushMillilitres} ml, ${Math.round(practice.wasteShare * 100)} % waste: ${Math.ceil(needed)} ml`;
  return [
    line('fluid', 'order', `${grade}, bottle of 500 ml`, Math.ceil(needed / 500), reason, { kind: 'fluid', grade }),
  ];
}

function tools({ vehicle }: BagInput): SlipProposal[] {
  const threads = new Set(
    lineEnds(vehicle).flatMap((end) =>
      typeof end.thread === 'string' ? [findThread(end.thread)?.designation ?? ''] : [],
    ),
  );
  return BRAKE_THREADS.filter((t) => threads.has(t.designation) && t.usualHex !== '-').map((t) =>
    line(
      `wrench-${t.designation}`,
      'perhaps',
      `Tool: flare wrench ${t.usualHex}`,
      1,
      `nuts ${t.designation}; an open wrench rounds them`,
    ),
  );
}

function perhaps({ unit, vehicle }: BagInput): SlipProposal[] {
  const lines = [line('bleeder', 'perhaps', 'Bleeder screw', 1, 'if the old one is seized', { kind: 'bleeder' })];
  if (vehicle.has('clevis-pin'))
    lines.push(
      line('clevis', 'perhaps', 'Clevis pin and bushing', 1, 'if the pin shows a step', { kind: 'clevis-set' }),
    );
  if (unit.kind === 'slave' || unit.kind === 'caliper')
    lines.push(line('hose', 'perhaps', 'Flexible hose', 1, 'if it is soft, cracked or swollen, while it is open'));
  return lines;
}

/** "seal kit for a 15/16 in brake master" */
export const kitWords = (unit: UnitDesign): string => {
  const bore = numberOf(unit.facts, 'bore');
  return `seal kit${bore === undefined ? '' : ` for ${valueWords('bore', bore)}`}, ${KIND_WORDS[unit.kind]}`;
};
