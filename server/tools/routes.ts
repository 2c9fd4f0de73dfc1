import type Router from '@koa/router';
import { BoreChangeRequest, BoreIdentifyRequest, QuantityReadRequest, ThreadReadRequest } from '@kerabat/contract';
import { findAttribute } from '@kerabat/core/attribute';
import { changeBore, identifyBore } from '@kerabat/core/bore';
import { readThread } from '@kerabat/core/thread';
import { mm, print, readQuantity, toBase, UNITS, type Quantity } from '@kerabat/core/units';
import { readBody } from '../http/body.js';
import { badRequest } from '../http/problem.js';
import { boreWorking } from '../jobs/slot-work.js';
import type { Stores } from '../main/stores.js';

/** A length of more than zero in mm, or a problem that names the field. */
function lengthOf(quantity: Quantity, pointer: string): number {
  if (UNITS[quantity.unit].dimension !== 'length') throw badRequest(`${pointer.slice(1)} must be a length in mm or in, not ${quantity.unit}.`, pointer);
  const value = toBase(quantity);
  if (!(value > 0) || value > 1000) throw badRequest(`${pointer.slice(1)} must be more than zero and at most 1000 mm.`, pointer);
  return value;
}

/** The calculators: /tools/… */
export function toolRoutes(router: Router, stores: Stores): void {
  router.post('/tools/bore/identify', async (ctx) => {
    const { diameter, instrument } = await readBody(ctx, BoreIdentifyRequest);
    const measured = lengthOf(diameter, '/diameter');
    const { candidates, verdict, advice, sigmaMm } = identifyBore(measured, instrument, stores.practice.current());
    ctx.body = {
      candidates: candidates.map((c) => ({ labels: c.labels, diameter: mm(c.diameterMm), probability: c.probability })),
      verdict,
      advice,
      working: `exp(−½((${print(mm(measured), 3)} − d) / σ)²), σ = ${sigmaMm.toFixed(3)} mm from the ${instrument.replace('-', ' ')} and the spread of bores`,
    };
  });

  router.post('/tools/bore/change', async (ctx) => {
    const { kind, from, to } = await readBody(ctx, BoreChangeRequest);
    const [fromMm, toMm] = [lengthOf(from, '/from'), lengthOf(to, '/to')];
    const { areaFromMm2, areaToMm2, ...rest } = changeBore(kind, fromMm, toMm);
    const areaFrom: Quantity = { value: areaFromMm2, unit: 'mm2' };
    ctx.body = { ...rest, areaFrom, areaTo: { value: areaToMm2, unit: 'mm2' }, working: boreWorking(fromMm, toMm) };
  });

  router.post('/tools/thread/read', async (ctx) => {
    ctx.body = readThread((await readBody(ctx, ThreadReadRequest)).text);
  });

  router.post('/tools/quantity/read', async (ctx) => {
    const { text, attribute, assume, expects } = await readBody(ctx, QuantityReadRequest);
    const row = attribute === undefined ? undefined : findAttribute(attribute);
    if (attribute !== undefined && !row) throw badRequest(`"${attribute}" is not an attribute that is known here.`, '/attribute');
    ctx.body = readQuantity(text, { expects, ...(assume ? { assume } : {}), ...(row?.usual ? { usual: row.usual } : {}) });
  });
}
