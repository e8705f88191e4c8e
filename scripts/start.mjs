// npm start: install what is missing, build what changed, serve.
import { spawn } from 'node:child_process';
import { existsSync, readdirSync, statSync } from 'node:fs';
import { ensureModules, root, run } from './prepare.mjs';

ensureModules();

const newest = (folder) =>
  readdirSync(`${root}/${folder}`, { recursive: true }).reduce(
    (latest, name) => Math.max(latest, statSync(`${root}/${folder}/${name}`).mtimeMs),
    0,
  );
const sources = Math.max(
  newest('web/src'),
  newest('web/public'),
  newest('core/src'),
  statSync(`${root}/web/index.html`).mtimeMs,
  statSync(`${root}/package-lock.json`).mtimeMs,
);
const page = `${root}/web/dist/index.html`;
const fresh = existsSync(page) && statSync(page).mtimeMs > sources;
if (!fresh && !run('npm', ['run', 'build', '--silent'])) process.exit(1);

const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], { cwd: root, stdio: 'inherit' });
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
