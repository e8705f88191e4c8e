// Type-checks every workspace; one failing workspace does not hide the others.
import { spawnSync } from 'node:child_process';

const failed = ['core', 'cli', 'web', 'server', 'e2e', 'scripts'].filter(
  (workspace) => spawnSync('npx', ['tsc', '-p', workspace], { stdio: 'inherit' }).status !== 0,
);
if (failed.length > 0) {
  console.error(`Types: wrong in ${failed.join(', ')}`);
  process.exit(1);
}
console.log('Types: all workspaces right.');
