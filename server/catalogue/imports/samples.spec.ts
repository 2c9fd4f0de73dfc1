import { readdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { expect, it } from 'vitest';
import { openDatabase } from '../../base/db/open.js';
import { bringIn } from '../../testing/bring-in.js';
import { DEMO } from '../../testing/harness.js';
import { loadCatalogue } from './load.js';

const SAMPLES = fileURLToPath(new URL('../../../web/public/samples/', import.meta.url));
const FILES = readdirSync(SAMPLES);

it('there is a sample of each kind of list that people send', () => {
  expect(FILES.sort()).toEqual(['applications.csv', 'cross-references.csv', 'stock.csv', 'units.csv']);
});

it.each(FILES)('the sample %s is matched by itself, and all of it would go into the demo', async (file) => {
  const db = openDatabase(':memory:', 'catalogue');
  try {
    loadCatalogue(db, DEMO, '2024-01-01T00:00:00.000Z');
    const report = await bringIn(db, `${SAMPLES}${file}`, { dryRun: true });
    expect(report.refused).toBeUndefined();
    const [sheet] = report.sheets;
    expect(sheet?.rejects).toEqual([]);
    expect(sheet?.rows).toBeGreaterThan(0);
    expect((sheet?.added ?? 0) + (sheet?.changed ?? 0)).toBe(sheet?.rows);
  } finally {
    db.close();
  }
});
