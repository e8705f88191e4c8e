import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    // Left to itself it leaves one core idle.
    maxWorkers: '100%',
    projects: [
      {
        extends: true,
        test: {
          name: 'core',
          include: ['{core,cli,server}/src/**/*.test.{ts,tsx}'],
          // Pure: files share what they import, which is half of their time.
          isolate: false,
        },
      },
      { extends: true, test: { name: 'web', include: ['web/src/**/*.test.{ts,tsx}'] } },
    ],
    environment: 'node',
    testTimeout: 120_000,
    setupFiles: ['scripts/fixedSeed.ts'],
  },
});
