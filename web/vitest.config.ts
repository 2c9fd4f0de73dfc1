import { defineConfig } from 'vitest/config';

/** Components are tested beside the other suites on machines of two cores: what hangs is found all the same. */
export default defineConfig({ test: { testTimeout: 600_000, hookTimeout: 600_000 } });
