// npm run bench: prints figures, asserts nothing.
import { ensureModules, run } from './prepare.mjs';

ensureModules();
run('npx', ['tsx', 'scripts/measureCore.ts']);
run('npm', ['run', 'build', '--silent']);
run('npx', ['tsx', 'scripts/measurePage.ts']);
run('npx', ['tsx', 'scripts/measureWorkshop.ts']);
run('node', ['scripts/testShare.mjs']);
