import { defineConfig } from 'vitest/config';

/** One place of one file is written otherwise while it is read. */
const mutant = JSON.parse(process.env.MUTANT ?? 'null') as null | {
  file: string;
  at: number;
  length: number;
  by: string;
};

export default defineConfig({
  root: new URL('..', import.meta.url).pathname,
  plugins: [
    {
      name: 'mutant',
      enforce: 'pre',
      transform: (code, id) =>
        mutant && id.endsWith(mutant.file)
          ? code.slice(0, mutant.at) + mutant.by + code.slice(mutant.at + mutant.length)
          : null,
    },
  ],
  test: { include: ['core/src/**/*.test.ts'], testTimeout: 30_000 },
});
