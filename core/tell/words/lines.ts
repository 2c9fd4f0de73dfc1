import { lookup } from '../../base/lookup/index.js';
import type { Check, JudgedJoint } from '../../judge/check/index.js';
import type { ProposedLine } from '../../list/parts-list/index.js';
import { positionWords, valueWords } from '../../named/attribute/index.js';
import { sentenceOf } from './checks.js';

/** What a check that fits, or fits with a change, asks of whoever does the job: a line for the parts list. */
export function linesOf(check: Check, joint: JudgedJoint): ProposedLine[] {
  if (check.state === 'does-not-fit' || check.state === 'not-known') return [];
  return LINES[check.code]?.(check, joint) ?? [];
}

const figure = ({ values }: Check, name: string): number | undefined => {
  const value = lookup(values, name);
  return typeof value === 'number' ? value : undefined;
};
const line = (section: ProposedLine['section'], key: string, words: string, reason: string): ProposedLine => ({
  key,
  section,
  words,
  quantity: 1,
  reason,
});

const LINES: Readonly<Partial<Record<Check['code'], (check: Check, joint: JudgedJoint) => ProposedLine[]>>> = {
  'rod.length': (check) => {
    const over = figure(check, 'over');
    if (check.state !== 'fits-with-change' || over === undefined) return [];
    const mm = Math.abs(over);
    const words =
      `Set the rod ${mm.toFixed(1)} mm · ${(mm / 25.4).toFixed(2)} in ${over > 0 ? 'shorter' : 'longer'}; ` +
      'pedal height as before';
    return [line('make', 'adjust-rod', words, 'rod length old to new')];
  },
  'rod.height': (check) => {
    const height = figure(check, 'height');
    if (height === undefined) return [];
    return [
      line('make', 'pedal-height', `Set the pedal to ${valueWords('pedal-height', height)}, as before`, 'pedal height'),
    ];
  },
  'rod.linkage': (check) => {
    if (check.state !== 'fits-with-change') return [];
    const words = 'Set the cross linkage to the maker’s figure before the rod is adjusted; look at its bushings';
    return [line('make', 'cross-linkage', words, 'the pedal works through a cross linkage')];
  },
  'push.gap': (check, joint) =>
    check.state === 'fits-with-change'
      ? [
          line(
            'make',
            'adjust-pin',
            'Set the booster pin to its clearance and check before bolting up',
            sentenceOf(check, joint),
          ),
        ]
      : [],
  'vehicle.nipple': () => [
    line(
      'make',
      'nipple-last',
      'Open the feed nipple for the clutch only when its hose and clamps are ready',
      'an open nipple empties the brake reservoir',
    ),
  ],
  'supply.fluid': () => [
    line('make', 'fluids-apart', 'Mark both fillers; one funnel for each fluid', 'two fluids side by side'),
  ],
  // A line whose nut and flare both go into the new port stays.
  'port.seat': (check, { checks, line: of }) => {
    if (check.state !== 'fits' || checks.some((c) => c.code === 'port.thread' && c.state !== 'fits')) return [];
    // A hose has no nut of its own to bed, and an eye has washers.
    if (of?.what !== 'line' || Object.values(check.values).includes('banjo')) return [];
    const { position } = of;
    const words = `The line at ${positionWords(position)} with its nut`;
    const reason = 'turn it home, loosen it and turn it home again, so that the flare beds on the new seat';
    return [line('stays', `reuse@${position}`, words, reason)];
  },
};
