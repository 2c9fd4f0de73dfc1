import { createHash } from 'node:crypto';
import type Router from '@koa/router';
import { PhotographMark } from '@kerabat/contract';
import { findSlot } from '@kerabat/core/vehicle/place';
import { readBody, readBytes } from '../../base/http/body.js';
import { textQuery } from '../../base/http/door.js';
import { hangsUp } from '../../base/http/gone.js';
import { personOf, writeOf } from '../../base/http/guard.js';
import { jobId, wholeNumber } from '../../base/http/path-number.js';
import { badRequest, HttpProblem } from '../../base/http/problem.js';
import { TaskEnded } from '../../base/work/pool.js';
import type { Stores } from './needs.js';
import { noPicture, type Picture, PICTURE_LIMIT, PICTURE_TIME_MS } from './picture.js';

/** Photographs attached to a job. The picture is the body of the request, as the camera wrote it. */
export function photographRoutes(router: Router, stores: Stores): void {
  const photographs = stores.photographs;
  /** What the bytes are, found out in a thread that is ended when they take too long. */
  const looked = async (bytes: Buffer, person: string, signal: AbortSignal): Promise<Picture | string> => {
    try {
      return await stores.pool.run('picture', bytes, { person, signal, timeMs: PICTURE_TIME_MS });
    } catch (error) {
      if (!(error instanceof TaskEnded)) throw error;
      return (
        'The photograph cannot be read in reasonable time: it is damaged, or made to be unreadable. Save ' +
        'it again as PNG or JPEG.'
      );
    }
  };
  router.post('/jobs/:id/photographs', async (ctx) => {
    const [person, id] = [personOf(ctx), jobId(ctx)];
    const slot = textQuery(ctx, 'slot') || (stores.jobs.get(id).slot ?? '');
    if (!findSlot(slot)) throw badRequest(`"${slot}" is not a place in the chain.`, '/slot');
    const shows = textQuery(ctx, 'shows');
    if (shows === '') throw badRequest('Say what the photograph shows.', '/shows');
    const evidence = textQuery(ctx, 'evidence');
    const bytes = await readBytes(ctx, PICTURE_LIMIT, 'A photograph may have at most 10 MB. Send a smaller one.');
    // What is none by its first bytes needs no thread to say so.
    const picture = noPicture(bytes) ?? (await looked(bytes, person, hangsUp(ctx)));
    if (typeof picture === 'string') throw new HttpProblem(415, 'Not a photograph', picture);
    const evidenceId = evidence === '' ? null : wholeNumber(evidence, 'piece of evidence');
    const uid = textQuery(ctx, 'uid');
    const write = writeOf(ctx, createHash('sha256').update(bytes).digest('base64url'));
    const photograph = { ...picture, slot, shows, evidenceId, bytes, ...(uid === '' ? {} : { uid }) };
    const photographId = await photographs.add(id, photograph, write);
    ctx.status = 201;
    ctx.set('location', `/api/v1/jobs/${id}/photographs/${photographId}`);
    ctx.body = { id: photographId };
  });
  router.get('/jobs/:id/photographs/:photographId', (ctx) => {
    const { type, size, bytes } = photographs.image(
      jobId(ctx),
      wholeNumber(ctx.params['photographId'] ?? '', 'photograph'),
    );
    ctx.type = type;
    ctx.length = size;
    ctx.set('content-disposition', 'inline');
    ctx.body = bytes;
  });
  router.post('/jobs/:id/photographs/:photographId/marks', async (ctx) => {
    const id = jobId(ctx);
    const mark = await readBody(ctx, PhotographMark);
    photographs.mark(id, wholeNumber(ctx.params['photographId'] ?? '', 'photograph'), mark, writeOf(ctx, mark));
    ctx.status = 204;
  });
  router.post('/jobs/:id/photographs/:photographId/withdraw', (ctx) => {
    const id = jobId(ctx);
    photographs.withdraw(id, wholeNumber(ctx.params['photographId'] ?? '', 'photograph'), writeOf(ctx, null));
    ctx.status = 204;
  });
}
