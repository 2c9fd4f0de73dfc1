import type Router from '@koa/router';
import type { Middleware } from 'koa';
import compose from 'koa-compose';
import { OPERATIONS } from '@kerabat/contract';
import { admitted } from './door.js';

const nameOf = (method: string, path: string): string =>
  `${method.toLowerCase()} ${path.replace(/\{\w+\}|:\w+/g, ':')}`;

/**
 * Answers what the door admitted by the route that the router has for it: an address is matched once, not once by each.
 * Throws at the start when a route of the contract has none, or the router one that the contract does not know.
 */
export function serve(api: Router): Middleware {
  const prefix = api.opts.prefix ?? '';
  const served = new Map(
    api.stack.flatMap((layer) =>
      layer.methods
        .filter((method) => method !== 'HEAD')
        .map((method) => [
          nameOf(method, String(layer.path).slice(prefix.length)),
          { names: layer.paramNames.map(({ name }) => String(name)), answer: compose(layer.stack as Middleware[]) },
        ]),
    ),
  );
  const known = OPERATIONS.map(({ method, path }) => nameOf(method, path));
  const unserved = known.filter((name) => !served.has(name));
  const astray = [...unserved, ...[...served.keys()].filter((name) => !known.includes(name))];
  if (astray.length > 0) throw new Error(`Not both in the contract and in the router: ${astray.join(', ')}`);
  const byRoute = new Map(OPERATIONS.map((route, i) => [route, served.get(known[i] ?? '')]));
  return async (ctx, next) => {
    const request = admitted(ctx);
    const found = request && byRoute.get(request.route);
    if (!found) return next();
    ctx['params'] = Object.fromEntries(found.names.map((name, i) => [name, request.parts[i] ?? '']));
    await found.answer(ctx, next);
  };
}
