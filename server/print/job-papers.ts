import type Router from '@koa/router';
import { hangsUp } from '../base/http/gone.js';
import { sender } from '../base/http/guard.js';
import { jobId } from '../base/http/path-number.js';
import type { Stores } from '../jobs/needs.js';
import { workspaceOf } from '../jobs/workspace.js';
import { PAPERS } from './papers.js';

/** The papers that a job can be printed on. */
export function jobPapers(router: Router, stores: Stores, clock: () => string): void {
  for (const paper of PAPERS) {
    router.get(`/jobs/:id/${paper}.pdf`, async (ctx) => {
      const workspace = await workspaceOf(jobId(ctx), stores);
      const printed = await stores.pool.run(
        'paper',
        { paper, workspace, printedAt: clock() },
        { person: sender(ctx), signal: hangsUp(ctx), timeMs: 30_000 },
      );
      ctx.type = 'application/pdf';
      ctx.body = Buffer.from(printed);
    });
  }
}
