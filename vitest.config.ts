import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    // Much of a test run is waiting for browsers, so that two files at once fit on two cores.
    maxWorkers: 2,
    include: ['tests/**/*.test.ts'],
    // Browsers and processes take their time on a small machine.
    testTimeout: 60_000,
    hookTimeout: 60_000,
    expect: { poll: { timeout: 15_000 } },
  },
});
