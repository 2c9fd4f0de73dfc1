import { createReadStream, statSync } from 'node:fs';
import type Router from '@koa/router';
import { hangsUp } from '../../base/http/gone.js';
import { sender } from '../../base/http/guard.js';
import { notFound } from '../../base/http/problem.js';
import type { Stores } from './needs.js';
import { EXPORT_FORMATS } from './write.js';

const TYPES = {
  csv: 'application/zip',
  xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  json: 'application/json',
  graphml: 'application/graphml+xml',
};

/** The whole catalogue in open formats. The file is gone when it has been sent. */
export function exportRoutes(router: Router, { exports }: Stores, clock: () => string): void {
  router.get('/exports/:format', async (ctx) => {
    const format = EXPORT_FORMATS.find((name) => name === ctx.params['format']);
    if (!format)
      throw notFound(
        `The catalogue goes out as ${EXPORT_FORMATS.join(', ')}; "${ctx.params['format'] ?? ''}" is none of them.`,
      );
    const { path, discard } = await exports.write(format, sender(ctx), hangsUp(ctx));
    ctx.attachment(`kerabat-catalogue-${clock().slice(0, 10)}.${format === 'csv' ? 'zip' : format}`);
    ctx.type = TYPES[format];
    ctx.length = statSync(path).size;
    ctx.body = createReadStream(path).on('close', discard);
  });
}
