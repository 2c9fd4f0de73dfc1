import type { Middleware } from 'koa';
import helmet from 'koa-helmet';

const policy = helmet({
  contentSecurityPolicy: {
    directives: {
      defaultSrc: ["'self'"],
      scriptSrc: ["'self'"],
      styleSrc: ["'self'", "'unsafe-inline'"],
      imgSrc: ["'self'", 'data:', 'blob:'],
      objectSrc: ["'none'"],
      frameAncestors: ["'none'"],
      upgradeInsecureRequests: null,
    },
  },
  strictTransportSecurity: false,
});

/**
 * What every answer carries, the refused ones too: no guessing of types, the page's policy, and no copy of what the API
 * says.
 */
export const headers: Middleware = async (ctx, next) => {
  if (ctx.path.startsWith('/api/') || ctx.path === '/health') ctx.set('cache-control', 'no-store');
  await policy(ctx, next);
};
