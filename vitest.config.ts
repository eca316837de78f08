import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['tests/**/*.test.ts'],
    // Most of them wait for a browser or a process; one at a time would leave the other core idle.
    maxWorkers: 2,
    // Browsers and processes take their time on a small machine.
    testTimeout: 60_000,
    hookTimeout: 60_000,
    expect: { poll: { timeout: 15_000 } },
  },
});
