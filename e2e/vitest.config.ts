import { defineConfig } from 'vitest/config';
import { BaseSequencer, type TestSpecification } from 'vitest/node';

/** Those that take longest, so that none of them is left for the end. */
const FIRST = [
  'benches-run',
  'programs-start-and-stop',
  'every-view-is-accessible',
  'every-view-on-a-phone',
  'bad-input',
];

class LongestFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const rank = ({ moduleId }: TestSpecification): number => {
      const at = FIRST.findIndex((name) => moduleId.includes(name));
      return at === -1 ? FIRST.length : at;
    };
    return (await super.sort(files)).sort((a, b) => rank(a) - rank(b));
  }
}

/** Journeys drive the built app in a real browser, four at a time: each waits for its page most of the time. */
export default defineConfig({
  test: {
    include: ['e2e/**/*.spec.ts'],
    root: new URL('..', import.meta.url).pathname,
    isolate: false,
    maxWorkers: 4,
    sequence: { sequencer: LongestFirst },
    testTimeout: 600_000,
    hookTimeout: 600_000,
  },
});
