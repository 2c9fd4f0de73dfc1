import { defineConfig } from 'vitest/config';

/** Journeys drive the built app in a real browser, one after another: two cores are not for two browsers. */
export default defineConfig({
  test: { include: ['e2e/**/*.spec.ts'], root: new URL('..', import.meta.url).pathname, fileParallelism: false, testTimeout: 120_000, hookTimeout: 120_000 },
});
