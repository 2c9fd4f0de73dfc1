import type Router from '@koa/router';
import { csvText } from '../../base/csv/csv.js';
import { notFound } from '../../base/http/problem.js';
import type { Stores } from './needs.js';

/** What the catalogue lacks that would save most, and how good the advice was in the last trial. */
export function recordRoutes(router: Router, { record, lastTrial }: Stores): void {
  router.get('/record-next', (ctx) => {
    ctx.body = record.answer();
  });
  router.post('/record-next', (ctx) => {
    ctx.status = 202;
    ctx.body = record.start();
  });
  router.get('/record-next.csv', (ctx) => {
    const { lines = [] } = record.answer();
    ctx.attachment('what-to-record-next.csv');
    ctx.type = 'text/csv; charset=utf-8';
    ctx.body = csvText([
      ['record', 'at', 'of', 'number', 'name', 'minutes saved'],
      ...lines.flatMap(({ words, place, of, where }) =>
        where.map(({ number, name, minutes }) => [words, place, of, number ?? '', name, String(minutes)]),
      ),
    ]);
  });
  router.get('/trial', (ctx) => {
    const report = lastTrial();
    if (!report) throw notFound('the report of a trial');
    ctx.body = report;
  });
}
