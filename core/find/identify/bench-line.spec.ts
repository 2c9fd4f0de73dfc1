import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Evidence, evidenceProblem } from '../../vehicle/reading/index.js';
import { readBenchLine } from './bench-line.js';

const bench = (line: string): Evidence => {
  const read = readBenchLine(line);
  if (!read.recognised) throw new Error(read.problem);
  return read.evidence;
};

describe('the bench line', () => {
  it.each([
    [
      'bore 26.9 cal',
      { attribute: 'bore', kind: 'quantity', value: { value: 26.9, unit: 'mm' }, instrument: 'caliper' },
    ],
    ['bore 1-1/16 mic', { attribute: 'bore', value: { value: 1.0625, unit: 'in' }, instrument: 'micrometer' }],
    ['cast 44719', { attribute: 'casting-number', kind: 'mark', value: '44719' }],
    ['Label kd', { attribute: 'label-code', value: 'kd' }],
    ['ports 2', { attribute: 'port-count', kind: 'count', value: 2 }],
    ['port rear left 9/16-18', { attribute: 'port-thread', position: 'rear-left', value: '9/16-18 UNF' }],
    ['port rear left bubble', { attribute: 'port-seat', position: 'rear-left', value: 'bubble-flare' }],
    ['port rear left feeds front', { attribute: 'port-feeds', position: 'rear-left', value: 'front' }],
    ['studs 80', { attribute: 'stud-spacing', value: { value: 80, unit: 'mm' }, instrument: 'ruler' }],
    ['flange 90', { attribute: 'flange-angle', value: { value: 90, unit: 'deg' } }],
    ['rod 118', { attribute: 'rod-length' }],
    ['form stepped', { attribute: 'bore-form', value: 'stepped' }],
    ['reservoir remote', { attribute: 'reservoir', value: 'remote' }],
    ['cap DOT 4', { attribute: 'fluid', value: 'DOT 4' }],
    ['bore mark 27', { attribute: 'bore-mark', value: { value: 27, unit: 'mm' } }],
    ['option H4', { attribute: 'option-code', kind: 'mark', value: 'H4' }],
    ['built 2004-09', { attribute: 'build-month', kind: 'month', value: '2004-09' }],
    ['threads showing 4', { attribute: 'threads-showing', kind: 'count', value: 4 }],
    ['port rear left at 62', { attribute: 'port-distance', position: 'rear-left', value: { value: 62, unit: 'mm' } }],
    ['cast date 2001-03', { attribute: 'casting-date', value: '2001-03' }],
    ['foot none', { attribute: 'foot', value: 'none' }],
    ['plate none', { attribute: 'plate', kind: 'choice', value: 'none' }],
    ['plate none cal', { attribute: 'plate', kind: 'choice', value: 'none' }],
    ['port rear left None', { attribute: 'port-thread', value: 'none' }],
    ['port rear left thread none', { attribute: 'port-thread', value: 'none' }],
    ['port rear left seat bubble', { attribute: 'port-seat', value: 'bubble-flare' }],
    ['pedal ratio 4.9', { attribute: 'pedal-ratio', kind: 'ratio', value: 4.9 }],
    ['pedal ratio 4,9 : 1 ± 0.1', { attribute: 'pedal-ratio', kind: 'ratio', value: 4.9, sigma: 0.05 }],
    ['sensor thread none', { attribute: 'sensor-thread', kind: 'thread', value: 'none' }],
  ])('%s', (line, expected) => {
    const read = readBenchLine(line);
    expect(read.recognised && read.evidence).toMatchObject(expected);
    expect(evidenceProblem(bench(line))).toBeUndefined();
  });
  it('two facts in one breath: how many ports, and on which side', () => {
    const read = readBenchLine('ports 2 left');
    expect(read).toMatchObject({
      evidence: { attribute: 'port-count', value: 2 },
      also: { attribute: 'port-side', value: 'left' },
    });
  });
  it('asks when a bore reads like inches', () => {
    const read = readBenchLine('bore 1.06 cal');
    expect(read.recognised && read.doubt).toContain('1.06 in would be sensible');
  });
  it.each([
    '',
    'colour blue',
    'bore none',
    'travel none',
    'bore',
    'bore soft',
    'port 3/8-24',
    'port rear left',
    'form round',
    'port rear left 3/8-22',
    'ports many',
    'ports 2 blue',
    'threads showing 61',
    'built 2004',
    'built 2004-13',
    'x'.repeat(300),
  ])('refuses %j in a sentence', (line) => {
    const read = readBenchLine(line);
    expect(read.recognised).toBe(false);
    expect(!read.recognised && read.problem.length).toBeGreaterThan(10);
  });
  it('never throws', () => {
    fc.assert(fc.property(fc.string({ maxLength: 90 }), (line) => void readBenchLine(line)));
  });
});

describe('words that every object inherits', () => {
  it.each([
    'reservoir constructor',
    'seals __proto__',
    'port rear left constructor',
    'rod toString',
    'constructor 5',
    '__proto__ 26 mm',
    'bore hasOwnProperty',
  ])('"%s" is read like any other word', (line) => {
    const read = readBenchLine(line);
    if (read.recognised) expect(JSON.stringify(read)).not.toContain('function');
    else expect(read.problem).toMatch(/\w/);
  });
  it('a booster has two mounts: the face that is meant is named', () => {
    const read = readBenchLine('master face studs 84 cal');
    expect(read.recognised && read.evidence).toMatchObject({ attribute: 'stud-spacing', position: 'master' });
    expect(read.recognised && read.echo).toContain('stud spacing, master: 84 mm');
    expect(readBenchLine('master face colour').recognised).toBe(false);
  });
});
