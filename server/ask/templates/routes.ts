import type Router from '@koa/router';
import { LineTemplateRequest, type LineTemplates } from '@kerabat/contract';
import { plainTextProblem } from '@kerabat/core/tell/words';
import { readBody } from '../../base/http/body.js';
import { personOf, seenVersion } from '../../base/http/guard.js';
import { badRequest, notFound } from '../../base/http/problem.js';
import { lineIn } from '../tools/lines.js';
import type { Stores } from './needs.js';

const LONGEST_NAME = 80;

/** Lines that a vehicle had made: /vehicles/{id}/lines */
export function templateRoutes(router: Router, stores: Stores): void {
  const vehicleOf = (id = ''): string => {
    if (!stores.vehicles.get(id)) throw notFound(`There is no vehicle "${id}".`);
    return id;
  };
  const nameOf = (text = ''): string => {
    const name = text.trim();
    const problem = plainTextProblem(name);
    if (name === '' || name.length > LONGEST_NAME) throw badRequest(`A name has 1 to ${LONGEST_NAME} letters.`);
    if (problem !== undefined) throw badRequest(`The name ${problem}`);
    return name;
  };

  router.get('/vehicles/:id/lines', (ctx) => {
    ctx.body = { lines: stores.templates.list(vehicleOf(ctx.params['id'])) } satisfies LineTemplates;
  });
  router.put('/vehicles/:id/lines/:name', async (ctx) => {
    const [person, seen] = [personOf(ctx), seenVersion(ctx)];
    const vehicle = vehicleOf(ctx.params['id']);
    const name = nameOf(ctx.params['name']);
    const { line } = await readBody(ctx, LineTemplateRequest);
    // What cannot be made is not kept either: it is refused here as it would be there.
    lineIn(line);
    ctx.body = { lines: stores.templates.save(vehicle, name, line, seen, person) } satisfies LineTemplates;
  });
  router.delete('/vehicles/:id/lines/:name', (ctx) => {
    personOf(ctx);
    stores.templates.drop(vehicleOf(ctx.params['id']), nameOf(ctx.params['name']), seenVersion(ctx));
    ctx.status = 204;
  });
}
