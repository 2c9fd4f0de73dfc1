import { premises } from './server/dist/main/premises.js';
import { openWorkshop } from './server/dist/trial/workshop.js';
import { TrialJob } from './server/dist/trial/job.js';
import { specOf, vehicleOf, placeAt } from './server/dist/trial/spec.js';
import { worldOf, Draw } from '@kerabat/core/simulate';
const [world, n, ...lines] = process.argv.slice(2);
const shop = openWorkshop(worldOf(`${process.env.NAME ?? "answers"} ${world}`, 'honest'), premises());
const spec = specOf(shop.world, Number(n));
const vehicle = vehicleOf(shop.world, spec);
const job = new TrialJob(vehicle, spec);
if (spec.conversion !== undefined) job.decide('conversion', spec.conversion, '');
const place = placeAt(vehicle, spec, spec.slot);
const draw = new Draw(spec.seed);
const offer = shop.world.offers.filter((o) => o.vehicle === vehicle.id && o.purpose === (spec.conversion ?? spec.request));
const others = [...shop.world.units.values()].filter((u) => u.kind === place.kind);
let chosen = {};
if (offer.length) for (const o of offer) { job.decide(`unit:${o.slot}`, o.unit, shop.world.units.get(o.unit)?.number ?? ''); chosen[o.slot] = o.unit; }
else { const u = draw.one([shop.world.units.get(place.recorded), draw.one(others)]); job.decide(`unit:${spec.slot}`, u.id, u.number); chosen[spec.slot] = u.id; }
for (const l of lines) { const [slot, ...r] = l.split('|'); const p = job.tell(r.join('|'), slot === 'unit' ? `unit:${chosen[spec.slot]}` : slot, slot !== 'unit'); if (p) console.log('REFUSED', p); }
const w = await shop.workOut(job.base());
console.log(spec, vehicle.layout.name, place.recorded, place.unit, chosen);
for (const p of w.work) for (const j of p.joints) for (const c of j.checks) if (c.state !== 'fits' || process.env.ALL) console.log(p.slot, j.id, c.id, c.state, '|', c.vehicle, '|', c.unit, '|', c.sentence, '|', c.measures.map((m) => `${m.side} ${m.attribute} ${m.position ?? ''}`).join('; '), c.fixes.map((f) => f.key + (f.accepted ? '!' : '')).join(' '));
console.log(w.measurements.map((m) => m.key), w.safety.grade, w.next);
await shop.close();
