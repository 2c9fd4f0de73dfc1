import { expect, it } from 'vitest';
import { clutchFlaws } from '../index.js';

/** A pedal of 150 mm with 5 free over a ratio of 5 gives its master 29 mm; a tenth is lost. */
const clutch = (master: number, slave: number, inside: number | null, wanted: number, can: number) =>
  clutchFlaws({
    parts: [
      {
        id: 'clutch-pedal',
        kind: 'pedal',
        facts: [
          { attribute: 'pedal-travel', value: 150 },
          { attribute: 'free-travel', value: 5 },
          { attribute: 'pedal-ratio', value: 5 },
        ],
      },
      { id: 'clutch-master', kind: 'clutch-master', facts: [{ attribute: 'bore', value: master }] },
      {
        id: 'slave',
        kind: 'slave',
        facts: [
          { attribute: 'bore', value: slave },
          { attribute: 'bore-inside', value: inside },
          { attribute: 'travel', value: can },
        ],
      },
      { id: 'fork', kind: 'fork', facts: [{ attribute: 'travel', value: wanted }] },
    ],
    joints: [],
  }).map(({ at, sentence }) => `${at}: ${sentence}`);

it.each([
  // 29 x 0.9 = 26.1 by equal bores
  [20, 20, null, 26, 40, []],
  [20, 20, null, 27, 40, ['slave-fork: the clutch does not release, 27 are wanted: the slave is moved 26.1']],
  [20, 20, null, 20, 26, ['slave-fork: its piston is pushed out after 26: the slave is moved 26.1']],
  // (20/25)^2 = 0.64
  [20, 25, null, 16, 40, []],
  [20, 25, null, 17, 40, ['slave-fork: the clutch does not release, 17 are wanted: the slave is moved 16.7']],
  // around the shaft: 400 / (900 - 400) = 0.8
  [20, 30, 20, 20, 40, []],
  [20, 30, 20, 21, 40, ['slave-fork: the clutch does not release, 21 are wanted: the slave is moved 20.9']],
])(
  'a master of %s and a slave of %s (%s inside), %s wanted, %s possible',
  (master, slave, inside, wanted, can, flaws) => {
    expect(clutch(master, slave, inside, wanted, can)).toEqual(flaws);
  },
);
