// npm run bench: prints figures, asserts nothing.
import { ensureModules, run } from './prepare.mjs';

ensureModules();
// As it is built for the page: run by tsx every closure is named at run time, which the page does not do.
const built = 'node_modules/.cache/bench';
run('npx', ['vite', 'build', '--ssr', 'scripts/measureCore.ts', '--outDir', built, '--logLevel', 'error']);
run('node', [`${built}/measureCore.js`]);
run('npm', ['run', 'build', '--silent']);
run('npx', ['tsx', 'scripts/measurePage.ts']);
run('npx', ['tsx', 'scripts/measureWorkshop.ts']);
run('npx', ['tsx', 'scripts/measureLearning.ts']);
run('node', ['scripts/testShare.mjs']);
