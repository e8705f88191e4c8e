import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['{core,cli,web,server}/src/**/*.test.{ts,tsx}'],
    environment: 'node',
    testTimeout: 120_000,
    // Left to itself it leaves one core idle.
    maxWorkers: '100%',
    setupFiles: ['scripts/fixedSeed.ts'],
  },
});
