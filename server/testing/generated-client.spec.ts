import { execFile, execFileSync } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import openapiTypes, { astToString } from 'openapi-typescript';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { testServer, type TestServer } from './harness.js';

const ROOT = fileURLToPath(new URL('../..', import.meta.url));
const EXAMPLE = join(ROOT, 'docs/examples/from-call-to-list.ts');
const OPTIONS = {
  compilerOptions: {
    target: 'ES2022',
    module: 'nodenext',
    moduleResolution: 'nodenext',
    strict: true,
    skipLibCheck: true,
    types: ['node'],
    outDir: 'out',
  },
  include: ['*.ts'],
};

/** What the document does not have is not taken: each of these would be an error, and is expected to be one. */
const REFUSED = `
import createClient from 'openapi-fetch';
import type { paths } from './kerabat.js';
const { GET, POST } = createClient<paths>({});
// @ts-expect-error no such address
void GET('/api/v1/job/{id}', { params: { path: { id: '1' } } });
// @ts-expect-error a request that is none
void POST('/api/v1/tools/bore/identify', { body: { diameter: { value: 22, unit: 'furlong' }, instrument: 'caliper' } });
// @ts-expect-error a field that the answer has not
void GET('/api/v1/settings').then(({ data }) => data?.settings[0]?.colour);
`;

const run = promisify(execFile);

let server: TestServer;
let folder: string;
beforeAll(async () => {
  server = await testServer();
  // Beside the packages, so that the program finds the ones that it names.
  folder = mkdtempSync(join(ROOT, 'node_modules/.generated-client-'));
});
afterAll(async () => {
  rmSync(folder, { recursive: true, force: true });
  await server.close();
});

it('a client is generated from the document, and a program against it is checked and does a job', async () => {
  const { body: document } = await server.ask('GET', '/openapi.json');
  writeFileSync(join(folder, 'kerabat.ts'), astToString(await openapiTypes(document)));
  cpSync(EXAMPLE, join(folder, 'from-call-to-list.ts'));
  writeFileSync(join(folder, 'refused.ts'), REFUSED);
  writeFileSync(join(folder, 'tsconfig.json'), JSON.stringify(OPTIONS));
  writeFileSync(join(folder, 'package.json'), JSON.stringify({ type: 'module' }));
  execFileSync(process.execPath, [join(ROOT, 'node_modules/typescript/bin/tsc'), '-p', folder], { stdio: 'pipe' });
  const pdf = join(folder, 'list.pdf');
  const said = (await run(process.execPath, [join(folder, 'out/from-call-to-list.js'), server.address, pdf])).stdout;
  expect(said).toContain('bore: 22.2 mm');
  expect(said).toMatch(/^order 1 .*master/m);
  expect(readFileSync(pdf).subarray(0, 5).toString()).toBe('%PDF-');
});
