import type Router from '@koa/router';
import type { ChassisAnswer, Vehicle } from '@kerabat/contract';
import { monthWords } from '@kerabat/core/find/identify';
import { badRequest } from '../../base/http/problem.js';
import type { Stores } from './needs.js';
import type { ChassisService, Decoded } from './service.js';

/**
 * Reads a chassis number by the service, and checks what it says against the catalogue: an answer that does not fit is
 * told, not taken.
 */
export function chassisRoutes(router: Router, stores: Stores, decode: ChassisService): void {
  router.get('/chassis/:number', async (ctx) => {
    const number = (ctx.params['number'] ?? '').trim().toUpperCase().replace(/\s+/g, '-');
    if (!/^[A-Z0-9+-]{4,40}$/.test(number))
      throw badRequest('A chassis number has letters, figures and dashes: VA12-9905-H-00417-S.', '/number');
    const reply = await decode(number);
    ctx.body =
      reply.state === 'decoded' ? judged(number, reply.decoded, stores) : ({ ...reply } satisfies ChassisAnswer);
  });
}

function judged(number: string, decoded: Decoded, stores: Stores): ChassisAnswer {
  const says = `The service says ${decoded.maker} ${decoded.model}, built in ${monthWords(decoded.built)}`;
  const doubt = (why: string): ChassisAnswer => ({
    state: 'doubtful',
    sentence: `${says}, but ${why}. Read the number again, or choose the vehicle by hand.`,
  });
  if (decoded.number.toUpperCase() !== number) return doubt(`that is its answer to another number (${decoded.number})`);
  const query = { q: '', maker: decoded.maker, series: '', built: '', option: '', assistance: '', limit: 500 };
  const vehicle = stores.vehicles
    .search(query)
    .vehicles.find((v) => v.name === decoded.model || v.name.startsWith(`${decoded.model} `));
  if (!vehicle) return doubt('the catalogue has no such vehicle');
  if (!builtWithin(vehicle, decoded.built))
    return doubt(`the catalogue has it from ${vehicle.builtFrom} to ${vehicle.builtTo ?? 'today'}`);
  const strange = decoded.options.filter((code) => !vehicle.options.some((o) => o.code === code));
  const note = strange.length === 0 ? '' : ` Option ${strange.join(', ')} is not known for it.`;
  const options = decoded.options.filter((code) => !strange.includes(code));
  return {
    state: 'found',
    sentence:
      `${says}${options.length > 0 ? `, option ${options.join(', ')}` : ''}.${note} It says what left ` +
      'the factory, not what is there.',
    vehicleId: vehicle.id,
    built: decoded.built,
    options,
  };
}

const builtWithin = (v: Vehicle, month: string): boolean =>
  v.builtFrom <= month && (v.builtTo === null || v.builtTo >= month);
