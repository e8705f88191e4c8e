// npm run explore [rounds] [file]: the properties of the unit tests on random cases not yet seen. What fails names its seed.
import { ensureModules, root, run } from './prepare.mjs';

ensureModules();
const [rounds = '5', ...files] = process.argv.slice(2);
if (!(Number(rounds) >= 1)) {
  console.error(`In ${root}: npm run explore -- [rounds] [files]`);
  process.exit(2);
}
let broken = 0;
for (let round = 1; round <= Number(rounds); round += 1) {
  const seed = String(Math.floor(Math.random() * 2 ** 31));
  console.log(`— Round ${round} of ${rounds}, RANDOM_SEED=${seed}`);
  const env = { ...process.env, RANDOM_SEED: seed };
  if (!run('npx', ['vitest', 'run', '--reporter=dot', ...files], { env })) broken += 1;
}
console.log(`\n${broken} of ${rounds} rounds found something`);
process.exit(broken > 0 ? 1 : 0);
