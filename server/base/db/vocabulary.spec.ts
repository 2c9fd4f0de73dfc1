import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { JOB_STATES, REQUESTS } from '@kerabat/core/find/ask';
import { CONDITION_KINDS, LINK_KINDS, OUTCOMES } from '@kerabat/core/find/interchange';
import { GENDERS } from '@kerabat/core/named/thread';
import {
  BOX_PRESENCES,
  MAKER_ROLES,
  NUMBER_KINDS,
  NUMBER_STATES,
  SOURCE_KINDS,
  UNIT_KINDS,
} from '@kerabat/core/named/unit';
import { EVIDENCE_KINDS } from '@kerabat/core/vehicle/reading';

/** What the checks of the databases allow, by table and column. They stay plain SQL; the words are the core's. */
const WORDS: Readonly<Record<string, readonly string[]>> = {
  'source.kind': SOURCE_KINDS,
  'maker.role': MAKER_ROLES,
  'vehicle_fact.presence': ['recorded', 'none'],
  'vehicle_part_fact.presence': ['recorded', 'none'],
  'unit.kind': UNIT_KINDS,
  'unit_fact.presence': ['recorded', 'none'],
  'number.kind': NUMBER_KINDS,
  'number.status': NUMBER_STATES,
  'box_item.presence': BOX_PRESENCES,
  'fitting_end.gender': GENDERS,
  'link.kind': LINK_KINDS,
  'condition.kind': CONDITION_KINDS,
  'job.request': REQUESTS.map((r) => r.id),
  'job.state': JOB_STATES,
  'evidence.kind': EVIDENCE_KINDS,
  'photograph.type': ['image/png', 'image/jpeg'],
  'outcome.result': OUTCOMES,
};

/** Every check of a closed list of words in the SQL files. */
function checks(): Map<string, string[]> {
  const found = new Map<string, string[]>();
  for (const folder of ['catalogue', 'jobs']) {
    const at = fileURLToPath(new URL(`${folder}/`, import.meta.url));
    for (const file of readdirSync(at).sort()) {
      let table = '';
      for (const line of readFileSync(`${at}${file}`, 'utf8').split('\n')) {
        table = /^(?:CREATE TABLE|ALTER TABLE) (\w+)/.exec(line)?.[1] ?? table;
        const moved = /ALTER TABLE (\w+) RENAME TO (\w+)/.exec(line);
        for (const [where, list] of moved ? [...found] : [])
          if (moved && where.startsWith(`${moved[1] ?? ''}.`)) {
            found.delete(where);
            found.set(where.replace(moved[1] ?? '', moved[2] ?? ''), list);
          }
        const renamed = /RENAME COLUMN (\w+) TO (\w+)/.exec(line);
        const words = renamed && found.get(`${table}.${renamed[1] ?? ''}`);
        if (words) {
          found.delete(`${table}.${renamed[1] ?? ''}`);
          found.set(`${table}.${renamed[2] ?? ''}`, words);
        }
        const check = /CHECK \((\w+) IN \(('[^)]*)\)\)/.exec(line);
        if (check)
          found.set(
            `${table}.${check[1] ?? ''}`,
            [...(check[2] ?? '').matchAll(/'([^']*)'/g)].map((m) => m[1] ?? ''),
          );
      }
    }
  }
  return found;
}

describe('words of the databases', () => {
  const found = checks();
  it('every list is compared with the core, and no other', () => {
    expect([...found.keys()].sort()).toEqual(Object.keys(WORDS).sort());
  });
  it.each(Object.entries(WORDS))('%s', (where, words) => expect(new Set(found.get(where))).toEqual(new Set(words)));
});
