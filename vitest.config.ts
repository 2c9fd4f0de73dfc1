import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const root = fileURLToPath(new URL('.', import.meta.url));

/** Core, contract and server are tested from their sources; nothing needs to be built first. */
export default defineConfig({
  resolve: {
    alias: [
      { find: /^@kerabat\/core\/(.+)$/, replacement: `${root}core/$1/index.ts` },
      { find: /^@kerabat\/contract\/calling$/, replacement: `${root}contract/calling.ts` },
      { find: /^@kerabat\/contract$/, replacement: `${root}contract/index.ts` },
    ],
  },
  test: {
    include: ['core/**/*.spec.ts', 'contract/**/*.spec.ts', 'server/**/*.spec.ts', 'tools/**/*.spec.ts'],
    // Files share what they import, and the demo that is loaded once: each still has its own server and data.
    isolate: false,
    // One seed for all generated tests.
    setupFiles: [`${root}tools/seeds.ts`],
    maxWorkers: 2,
    exclude: ['**/node_modules/**', '**/dist/**'],
    // A loaded machine is slow; what hangs is found all the same.
    testTimeout: 600_000,
    hookTimeout: 600_000,
  },
});
