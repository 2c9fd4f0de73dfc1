import { afterAll, expect, it } from 'vitest';
import { worldOf } from '@kerabat/core/simulate';
import { premises } from '../main/premises.js';
import { playJob } from './play.js';
import { openWorkshop, type Workshop } from './workshop.js';

/** Jobs that were once called OK to order and were wrong, each with the law that they broke. */

const shops: Workshop[] = [];
afterAll(async () => {
  for (const shop of shops) await shop.close();
});

it.each([
  ['what every unit of its kind has says not which one it is', 'began/34', 14, undefined],
  ['a pedal box that comes with a clutch is made for a pin, and not to the master', 'began/39', 10, 'convert'],
  ['the face that a booster was recorded with is not its face under another master', 'fresh/28', 7, undefined],
] as const)('%s', async (_law, seed, number, request) => {
  const shop = openWorkshop(worldOf(seed, 'honest'), premises());
  shops.push(shop);
  const { end, flaws, seenOnReceipt, story } = await playJob(shop, number, 'advice', request);
  const wrong = end === 'safe' && flaws.length > 0 && !seenOnReceipt;
  expect(wrong, [...story, ...flaws.map(({ sentence }) => sentence)].join('\n')).toBe(false);
});
