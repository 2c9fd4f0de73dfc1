import { readdirSync, readFileSync, statSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import type { JobPlace } from '../../job/index.js';
import { lookAt } from '../../job/jobs.testing.js';
import { type AttributeName, ATTRIBUTES } from '../../named/attribute/index.js';
import { findSlot, type Slot } from '../../vehicle/place/index.js';
import { CONVERSIONS } from '../../work/conversion/index.js';
import { CHECKS } from '../check/index.js';

/** Source of the core and the server, without tests and without the table of attributes itself. */
function sources(folder: string): string[] {
  return readdirSync(folder).flatMap((name) => {
    const path = `${folder}/${name}`;
    if (['dist', 'node_modules', 'attribute', 'sketch', 'places.data.ts'].includes(name)) return [];
    if (statSync(path).isDirectory()) return sources(path);
    return name.endsWith('.ts') && !name.endsWith('.spec.ts') && !name.endsWith('.testing.ts')
      ? [readFileSync(path, 'utf8')]
      : [];
  });
}
const CODE = ['../../', '../../../server']
  .flatMap((path) => sources(fileURLToPath(new URL(path, import.meta.url))))
  .join('\n');

/** What tells units apart in identification alone: every row that is not of paper is proposed as a check there. */
const identifies = (name: AttributeName): boolean => ATTRIBUTES.find((a) => a.name === name)?.paper !== true;

/** What can be recorded and nothing turns on yet, each with the reason. */
const NOT_USED: Readonly<Partial<Record<AttributeName, string>>> = {
  'booster-ratio': 'for the effort at the pedal, which the stage Feel does not work out yet',
  'hub-bore': 'read by the fix of a wheel spacer alone, until calipers and wheels are parts of the list',
  'rod-thread-length': 'read by the fix that cuts a rod',
};

describe('what can be recorded is used', () => {
  it.each(ATTRIBUTES.map((a) => a.name))('%s', (name) => {
    const checked = CHECKS.some((row) => row.a === name || row.b === name);
    const read = CODE.includes(`'${name}'`);
    const used = checked || read || identifies(name);
    expect(used || NOT_USED[name] !== undefined, `${name} ends nowhere`).toBe(true);
  });
  it('the list of exceptions names nothing that is used by a check', () => {
    for (const name of Object.keys(NOT_USED))
      expect(
        CHECKS.some((row) => row.a === name || row.b === name),
        name,
      ).toBe(false);
  });
});

/** What a master has only on a booster. */
const OF_BOOSTER: readonly string[] = ['recess-depth', 'seal-ring', 'force-limit'];

describe('what a conversion asks is asked', () => {
  const asks = CONVERSIONS.flatMap((row) =>
    Object.entries(row.asks).flatMap(([slot, names]) => names.map((name) => [row.id, slot as Slot, name] as const)),
  );
  it.each(asks)('%s, %s: %s', (_, slot, name) => {
    const kind = findSlot(slot)?.kinds[0] ?? 'brake-master';
    const line = ['port-thread', 'M10x1.0', 'single'] as const;
    const master: JobPlace = {
      slot: 'brake-master',
      kind: 'brake-master',
      recorded: [],
      read: [],
      wanted: false,
      beside: [],
      changes: [],
      asks: [],
    };
    const beside = slot === 'booster' ? [master] : [];
    const booster = slot === 'brake-master' && OF_BOOSTER.includes(name);
    const { judged } = lookAt({ kind, booster, vehicle: [], unit: [], old: [line], asks: [name], beside });
    const about = (judged.answer?.joints ?? [])
      .flatMap((j) => j.checks)
      .filter(
        (check) =>
          check.values['attribute'] === name ||
          check.answers.some((answer) => answer.attribute === name) ||
          CHECKS.some((row) => row.code === check.code && (row.a === name || row.b === name)),
      );
    expect(about.length, `${name} is asked for and nothing asks it`).toBeGreaterThan(0);
  });
});
