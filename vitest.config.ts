import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['tests/**/*.test.ts'],
    // Browsers and processes take their time on a small machine.
    testTimeout: 60_000,
    hookTimeout: 60_000,
    coverage: { include: ['src/core/**'], reporter: ['text-summary', 'json-summary'] },
    expect: { poll: { timeout: 15_000 } },
  },
});
