import { defineConfig } from 'vitest/config';

/**
 * Journeys drive the built app in a real browser, two at a time: each waits for its page most of the time.
 */
export default defineConfig({
  test: {
    include: ['e2e/**/*.spec.ts'],
    root: new URL('..', import.meta.url).pathname,
    isolate: false,
    maxWorkers: 4,
    testTimeout: 120_000,
    hookTimeout: 120_000,
  },
});
