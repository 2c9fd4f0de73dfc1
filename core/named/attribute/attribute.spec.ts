import { describe, expect, it } from 'vitest';
import { BENCH_WORDS, readBenchLine } from '../../find/identify/index.js';
import { CHECKS } from '../../judge/check/index.js';
import { partRow, PARTS } from '../../vehicle/chain/index.js';
import { SLOTS } from '../../vehicle/place/index.js';
import { SEATS, seatsMeet } from '../seat/index.js';
import { findThread, minorDiameter } from '../thread/index.js';
import { interchangeableTubes, TUBES, tubesFor } from '../tube/index.js';
import { UNIT_KINDS } from '../unit/index.js';
import { attribute, ATTRIBUTES, attributeWords, findAttribute, valueWords } from './index.js';
import { BASE_UNIT } from './types.js';

describe('attributes', () => {
  it('each has a place to look, a cost and a chance of error', () => {
    for (const a of ATTRIBUTES) {
      expect(a.where, a.name).not.toBe('');
      expect(a.minutes, a.name).toBeGreaterThan(0);
      expect(a.epsilon, a.name).toBeGreaterThan(0);
      expect(a.epsilon, a.name).toBeLessThan(0.5);
      expect(a.kind === 'quantity', a.name).toBe('dimension' in a);
      expect(a.kind === 'choice', a.name).toBe('choices' in a);
    }
    expect(new Set(ATTRIBUTES.map((a) => a.name)).size).toBe(ATTRIBUTES.length);
  });
  it.each([
    ['bore', 26.9875, '26.988 mm · 1-1/16 in'],
    ['bore', 27, '27 mm · 1.063 in'],
    ['flange-angle', 90, '90°'],
    ['port-count', 2, '2'],
    ['bore-form', 'stepped', 'stepped'],
    ['port-seat', 'inverted-flare', 'inverted flare'],
    ['casting-number', '44-719', '44-719'],
    ['sensor', null, 'none'],
    ['pedal-ratio', 4.2, '4.2'],
    ['holds', 90, '90 ml'],
  ] as const)('%s %s is said as %s', (name, value, words) => expect(valueWords(name, value)).toBe(words));
  it('a port is named with its place', () => {
    expect(attributeWords('port-thread', 'rear-left')).toBe('port thread, rear left');
    expect(findAttribute('colour')).toBeUndefined();
    expect(() => attribute('colour' as 'bore')).toThrow('colour');
  });
  it('every word that starts a bench line is read as its own attribute', () => {
    const sample = { quantity: '30', mark: 'K1', count: '2', thread: 'M10x1', month: '2004-09' } as const;
    for (const { name, line } of BENCH_WORDS) {
      const row = attribute(name);
      const other =
        row.kind === 'quantity' &&
        row.dimension !== 'length' &&
        row.dimension !== undefined &&
        row.dimension !== 'ratio';
      const value =
        row.kind === 'choice' ? (row.choices?.[0] ?? '') : other ? `30 ${BASE_UNIT[row.dimension]}` : sample[row.kind];
      const read = readBenchLine(line + value);
      expect(read.recognised && read.evidence.attribute, `${line}${value}`).toBe(name);
    }
  });
});

describe('the tables agree with each other', () => {
  it('every check is about attributes that exist, and every kind of unit has joints and a slot', () => {
    for (const { code, a, b = a } of CHECKS) for (const name of [a, b]) expect(findAttribute(name), code).toBeDefined();
    for (const kind of UNIT_KINDS) {
      expect(
        PARTS.some((part) => part.unit === kind && partRow(part.kind).faces.length > 0),
        kind,
      ).toBe(true);
      expect(
        SLOTS.some((s) => s.kinds.includes(kind)),
        kind,
      ).toBe(true);
    }
  });
  it('every thread of a tube nut is a real one, and the nut finds its tube back', () => {
    for (const tube of TUBES) {
      expect(tube.nutThreads.length, tube.tube).toBeGreaterThan(0);
      for (const thread of tube.nutThreads) {
        expect(findThread(thread)?.designation, `${tube.tube} ${thread}`).toBe(thread);
        expect(tubesFor(thread).map((t) => t.tube)).toContain(tube.tube);
      }
    }
  });
  it('3/16 in and 4.75 mm interchange, 1/4 in and 6 mm do not', () => {
    expect(interchangeableTubes('3/16 in')).toEqual(['3/16 in', '4.75 mm']);
    expect(interchangeableTubes('4.75 mm')).toContain('3/16 in');
    expect(interchangeableTubes('6 mm')).toEqual(['6 mm']);
    expect(interchangeableTubes('1/4 in')).toEqual(['1/4 in']);
  });
  it('the volume between a tube’s walls follows from its bore', () => {
    const perMetre = (inside: number) => (Math.PI * inside ** 2) / 4;
    expect(perMetre(TUBES.find((t) => t.tube === '3/16 in')?.insideMm ?? 0)).toBeCloseTo(8.76, 2);
    for (const tube of TUBES) expect(tube.insideMm).toBeLessThan(tube.outsideMm);
  });
  it('basic minor diameters are those of the standards', () => {
    const minor = (name: string): number => {
      const thread = findThread(name);
      if (!thread) throw new Error(`no thread ${name}`);
      return minorDiameter(thread);
    };
    expect(minor('3/8-24')).toBeCloseTo(8.379, 3);
    expect(minor('M10x1')).toBeCloseTo(8.9175, 3);
    expect(minor('G 1/8')).toBeCloseTo(8.566, 3);
    expect(minor('M12x1.5')).toBeCloseTo(10.376, 3);
  });
  it('a seat meets its own form and no other', () => {
    for (const a of SEATS)
      for (const b of SEATS) expect(seatsMeet(a.form, b.form).meets, `${a.form} ${b.form}`).toBe(a === b);
    expect(seatsMeet('cone', 'banjo').sentence).toContain('not a seat form');
  });
  it('the attribute’s own choices name every seat and every tube', () => {
    expect([...(attribute('port-seat').choices ?? [])].sort()).toEqual(SEATS.map((s) => s.form).sort());
    expect([...(attribute('tube').choices ?? [])].sort()).toEqual(TUBES.map((t) => t.tube).sort());
  });
});
