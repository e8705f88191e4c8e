// npm run reliability [kills|imports|store] [number]: what must not be lost is put under strain, and counted.
import { ensureChromium, ensureModules, root, run } from './prepare.mjs';

ensureModules();
const [what = 'all', number] = process.argv.slice(2);
const tsx = (file, count) => ['--import', 'tsx', `scripts/reliability/${file}.ts`, count];
const strains = {
  imports: () => run('node', tsx('imports', number ?? '10000')),
  store: () =>
    run('npx', ['vitest', 'run', 'web/src/store/WorkshopStore.test.ts', '--testTimeout=1200000'], {
      env: { ...process.env, LONG_RUN: '1' },
    }),
  kills: () => ensureChromium() && run('node', tsx('kills', number ?? '1000')),
};
const chosen = what === 'all' ? Object.keys(strains) : [what];
if (!chosen.every((name) => Object.hasOwn(strains, name))) {
  console.error(`In ${root}: npm run reliability -- [${Object.keys(strains).join('|')}] [number]`);
  process.exit(2);
}
process.exit(chosen.map((name) => strains[name]()).every(Boolean) ? 0 : 1);
