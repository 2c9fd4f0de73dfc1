import { expect, it } from 'vitest';
import { ARMS, worldOf } from '@kerabat/core/simulate';
import { openDatabase } from '../base/db/open.js';
import { bringInWorld } from './workshop.js';

it('every world comes in through the door of catalogues', () => {
  for (const arm of ARMS)
    for (let seed = 1; seed <= 12; seed++) {
      const db = openDatabase(':memory:', 'catalogue');
      const world = worldOf(String(seed), arm);
      bringInWorld(db, world);
      const { n } = db.prepare(`SELECT COUNT(*) AS n FROM unit WHERE kind = 'brake-master'`).get() as { n: number };
      expect(n).toBe(world.units.size);
      db.close();
    }
});
