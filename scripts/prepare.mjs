// What a new machine needs before anything else: node modules as locked and, for the browser tests, Debian's Chromium.
import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, statSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('..', import.meta.url)).replace(/\/$/, '');

/** Runs a command in the repository root, shown as it goes; true when it ended well. */
export function run(command, args, options = {}) {
  return spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options }).status === 0;
}

function modulesAreCurrent() {
  const mark = `${root}/node_modules/.package-lock.json`;
  if (!existsSync(mark)) return false;
  const wanted = JSON.parse(readFileSync(`${root}/package-lock.json`, 'utf8')).packages;
  const have = JSON.parse(readFileSync(mark, 'utf8')).packages;
  const missing = Object.entries(wanted).filter(
    ([path, p]) => path.startsWith('node_modules/') && !p.link && !p.optional && have[path]?.version !== p.version,
  );
  return missing.length === 0;
}

/** Installs node modules where they are missing or older than the lock file. */
export function ensureModules() {
  if (modulesAreCurrent()) return;
  console.log('Installing node modules as locked…');
  if (!run('npm', ['ci', '--no-audit', '--no-fund'])) {
    console.error('The node modules could not be installed: check the connection to the npm registry and try again.');
    process.exit(1);
  }
}

/** Installs a package of Debian where a program of it is missing; one clear sentence where that cannot be done. */
function ensurePackage(program, name, wantedFor) {
  if (existsSync(program) && statSync(program).size > 0) return true;
  const root0 = process.getuid?.() === 0;
  const sudo = !root0 && spawnSync('sudo', ['-n', 'true'], { stdio: 'ignore' }).status === 0;
  if (!root0 && !sudo) {
    console.error(`${wantedFor} need ${program}: install Debian's package "${name}" as root and run npm test again.`);
    return false;
  }
  console.log(`Installing Debian's ${name}…`);
  const apt = (...args) =>
    sudo
      ? run('sudo', ['-n', 'env', 'DEBIAN_FRONTEND=noninteractive', 'apt-get', ...args])
      : run('apt-get', args, { env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } });
  const done = apt('update', '-q') && apt('install', '-y', '-q', '--no-install-recommends', name);
  if (!done)
    console.error(`Debian's package "${name}" could not be installed: install it by hand and run npm test again.`);
  return done;
}

export const ensureChromium = () => ensurePackage('/usr/bin/chromium', 'chromium', 'The browser tests');
/** Unpacks a ZIP in tests. */
export const ensureUnzip = () => ensurePackage('/usr/bin/unzip', 'unzip', 'The tests of ZIP files');
/** Reads papers back in tests. */
export const ensurePoppler = () => ensurePackage('/usr/bin/pdftotext', 'poppler-utils', 'The tests of papers');
