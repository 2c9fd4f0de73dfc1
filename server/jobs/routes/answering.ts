import type { Context } from 'koa';
import type { Logger } from 'pino';
import type { Workspace } from '@kerabat/contract';
import type { Stores } from '../needs.js';
import { NOT_WORKED_OUT } from '../rework.js';
import { workOutNow } from '../workspace.js';

/** What the routes of a job have in common: its number, and how a write is answered. */

const WHOLE = 'return=representation';

export interface Answering {
  /**
   * After a write the safety sentence is kept for the list of jobs. What was written stays written when it cannot be
   * worked out.
   */
  readonly workedOut: (id: number) => Promise<Workspace | undefined>;
  /**
   * What is answered to a write; with "Prefer: return=representation" (RFC 7240) the whole workspace too, which saves
   * asking for it.
   */
  readonly answered: (ctx: Context, id: number, body: object) => Promise<object | string>;
}

export function answering(stores: Stores, log: Logger): Answering {
  const inJson = new WeakMap<Workspace, string>();
  const workedOut = async (id: number): Promise<Workspace | undefined> => {
    try {
      return await workOutNow(id, stores);
    } catch (error) {
      log.error({ error, job: id }, 'a job was saved and could not be worked out');
      stores.jobs.saveStanding(id, NOT_WORKED_OUT, stores.latest.common());
      return undefined;
    }
  };
  return {
    workedOut,
    async answered(ctx, id, body) {
      const workspace = await workedOut(id);
      if (!workspace || ctx.get('prefer') !== WHOLE) return body;
      // Many writers are answered the same job: it is put into words once.
      const whole = inJson.get(workspace) ?? JSON.stringify(workspace);
      inJson.set(workspace, whole);
      ctx.type = 'json';
      return `${JSON.stringify(body).slice(0, -1)},"workspace":${whole}}`;
    },
  };
}
