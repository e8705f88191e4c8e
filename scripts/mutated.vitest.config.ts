import { defineConfig } from 'vitest/config';

export default defineConfig({
  root: new URL('..', import.meta.url).pathname,
  test: { include: ['core/src/**/*.test.ts'], setupFiles: ['scripts/mutatedRule.ts'], testTimeout: 60_000 },
});
