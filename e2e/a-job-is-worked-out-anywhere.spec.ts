import { createServer, type Server } from 'node:http';
import { fileURLToPath } from 'node:url';
import Koa from 'koa';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { files } from '../server/base/http/files.js';
import { workshop } from './browser.js';

const { sit, server } = workshop();

/** The computing core as it is built, and nothing else: no server of ours is behind these files. */
let core: Server;
beforeAll(async () => {
  const koa = new Koa();
  koa.use(files(fileURLToPath(new URL('../core/dist', import.meta.url))));
  core = createServer(koa.callback());
  await new Promise<void>((done) => core.listen(0, '127.0.0.1', done));
});
afterAll(() => core.close());

it('every job of the demo, in a web worker that has its input alone, is what the server answers', async () => {
  const api = `${server().address}/api/v1`;
  const read = async (path: string): Promise<unknown> => (await fetch(api + path)).json();
  const { jobs } = (await read('/jobs')) as { jobs: readonly { id: number }[] };
  expect(jobs.length).toBeGreaterThan(4);

  const seat = await sit();
  const bound = core.address();
  const origin = `http://127.0.0.1:${typeof bound === 'object' && bound ? bound.port : 0}`;
  await seat.page.goto(`${origin}/job/index.js`);
  for (const { id } of jobs) {
    const input = await read(`/jobs/${id}/input`);
    const workspace = await seat.page.evaluate(
      (module, given) =>
        new Promise<unknown>((done, fail) => {
          const code = `import { workOut } from '${module}'; onmessage = ({ data }) => postMessage(workOut(data));`;
          const url = URL.createObjectURL(new Blob([code], { type: 'text/javascript' }));
          const worker = new Worker(url, { type: 'module' });
          worker.onmessage = ({ data }: MessageEvent<unknown>) => done(JSON.parse(JSON.stringify(data)));
          worker.onerror = (event) => fail(new Error(event.message || 'the worker did not load'));
          worker.postMessage(given);
        }),
      `${origin}/job/index.js`,
      input,
    );
    expect(workspace, `job ${id}`).toEqual(await read(`/jobs/${id}`));
  }
});
