import { describe, expect, it } from 'vitest';
import { checkChain } from '../../job/index.js';
import type { AttributeName } from '../../named/attribute/index.js';
import { STANDARD_SETTINGS } from '../../named/settings/index.js';
import { type ChainFact, faceRef, type JointKind, type PartKind, type Value } from '../../vehicle/chain/index.js';
import type { CheckCode } from '../check/index.js';

/** "None" is an answer: each check that may hear it says what comes of it, and asks for it no more. */

type Given = Partial<Record<AttributeName, Value>>;
const facts = (given: Given, position?: string): ChainFact[] =>
  Object.entries(given).map(([attribute, value]) => ({
    attribute: attribute as AttributeName,
    value,
    ...(position === undefined ? {} : { position }),
  }));

interface Joined {
  readonly kind: JointKind;
  readonly other: PartKind;
  readonly at?: string;
  readonly end?: string;
}
const JOINED: Readonly<Record<string, Joined>> = {
  rod: { kind: 'rod', other: 'pedal' },
  mount: { kind: 'mount', other: 'bulkhead' },
  push: { kind: 'push', other: 'booster' },
  port: { kind: 'port', other: 'line', at: 'front-left', end: 'end' },
};

/** A check of a new master against what it meets. */
function checkOf(code: CheckCode, vehicle: Given, unit: Given) {
  const joined = JOINED[code.split('.')[0] ?? ''];
  if (!joined) throw new Error(code);
  const { kind, other, at, end } = joined;
  const [one, two] = [faceRef('other', end), faceRef('master', at)];
  const answer = checkChain({
    parts: [
      { id: 'other', kind: other, facts: facts(vehicle, end) },
      { id: 'master', kind: 'brake-master', unit: 'old', facts: [] },
    ],
    joints: [
      { id: kind, kind, between: kind === 'port' ? [two, one] : [one, two], ...(kind === 'push' ? { stack: [] } : {}) },
    ],
    edits: [{ id: 'put', do: 'put', at: 'master', kind: 'brake-master', unit: 'new', facts: facts(unit, at) }],
    listed: [],
    settings: STANDARD_SETTINGS,
  });
  if ('faults' in answer) throw new Error(JSON.stringify(answer.faults));
  const check = answer.joints.flatMap(({ checks }) => checks).find((one) => one.code === code);
  if (!check) throw new Error(`no ${code}`);
  return { state: check.state, asks: check.answers.map(({ part, attribute }) => `${part} ${attribute}`) };
}

describe('none', () => {
  it.each<[string, CheckCode, Given, Given, string]>([
    ['a rod on neither side is no difference', 'rod.length', { 'rod-length': null }, { 'rod-length': null }, 'fits'],
    [
      'a pedal without a rod and a unit with one',
      'rod.length',
      { 'rod-length': null },
      { 'rod-length': 90 },
      'does-not-fit',
    ],
    ['a unit that comes without its rod', 'rod.length', { 'rod-length': 90 }, { 'rod-length': null }, 'does-not-fit'],
    [
      'a rod in one piece has no thread to be short',
      'rod.engaged',
      {},
      { 'rod-engaged': 2, 'rod-thread': null },
      'fits',
    ],
    [
      'none of its thread in the fork',
      'rod.engaged',
      {},
      { 'rod-engaged': null, 'rod-thread': 'M10x1.0' },
      'does-not-fit',
    ],
    ['bolts in the place of studs', 'mount.stud-length', { 'stud-length': null }, { 'flange-thickness': 8 }, 'fits'],
    ['studs without a thread', 'mount.stud-length', { 'stud-length': 20, 'stud-thread': null }, {}, 'fits'],
    ['no spigot and no hole', 'mount.pilot', { pilot: null }, { pilot: null }, 'fits'],
    ['a spigot without a hole', 'mount.pilot', { pilot: null }, { pilot: 40 }, 'does-not-fit'],
    ['a pin that holds the line on both', 'port.thread', { 'port-thread': null }, { 'port-thread': null }, 'fits'],
    ['a thread against a pin', 'port.thread', { 'port-thread': 'M10x1.0' }, { 'port-thread': null }, 'does-not-fit'],
    [
      'no port where the line comes',
      'port.seat',
      { 'port-seat': 'bubble-flare' },
      { 'port-seat': null },
      'does-not-fit',
    ],
    [
      'a pocket that is flush',
      'push.gap',
      { 'booster-pin': 4, 'pin-adjustable': 'fixed' },
      { 'recess-depth': null, insert: null },
      'does-not-fit',
    ],
    ['a rod that is flush', 'push.gap', { 'booster-pin': null }, { 'recess-depth': 0.4, insert: null }, 'fits'],
  ])('%s', (_words, code, vehicle, unit, state) => {
    const found = checkOf(code, vehicle, unit);
    expect(found.state).toBe(state);
    expect(found.asks).toEqual([]);
  });
});
