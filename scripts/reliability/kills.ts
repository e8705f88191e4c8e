// Kills a real Chromium with its store on disk, again and again, in the middle of random deeds: what it had said to be saved is
// there when the next one opens, and what is there is a state the workshop was in, not half of one.
import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { extname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'vite';
import { chromiumOptions } from '../../e2e/chromiumOptions';

const here = fileURLToPath(new URL('.', import.meta.url));
const rounds = Number(process.argv[2] ?? 1000);
const scratch = mkdtempSync(join(tmpdir(), 'cosmesis-kills-'));
const types: Record<string, string> = { '.html': 'text/html', '.js': 'text/javascript' };

await build({
  root: here,
  logLevel: 'error',
  configFile: false,
  build: { outDir: join(scratch, 'page'), target: 'es2022', rollupOptions: { input: join(here, 'kill.html') } },
});

/** States told before they were made, in order, and how far they were acknowledged. */
let states: string[] = [];
let saved = 0;
const counts = {
  kills: 0,
  whileOpening: 0,
  emptied: 0,
  putBack: 0,
  deeds: 0,
  acknowledged: 0,
  missing: 0,
  half: 0,
  complaints: 0,
};
let heardOpened: () => void = () => {};
let opening = false;
let emptied = false;

/** Every state ever told, with the round it was told in: for saying what was found, where it should not have been. */
const everTold = new Map<string, number>();
let lastHead: unknown = null;

/** What a browser says of what it found. */
interface Opened {
  hash: string;
  known: boolean;
  complaints: string[];
  head: unknown;
  /** What the browser says of having begun anew. */
  lost: string | null;
}

function opened({ hash, known, complaints, head, lost }: Opened): void {
  counts.complaints += complaints.length;
  if (lost) counts.putBack += 1;
  if (lost && !emptied) console.error(`  round ${counts.kills}: the browser began anew: ${lost}`);
  for (const c of complaints) console.error(`  said on opening: ${c}`);
  if (known || states.length > 0) {
    const at = states.lastIndexOf(hash);
    if (states.length > 0 && at < 0) {
      counts.half += 1;
      const earlier = everTold.get(hash);
      console.error(
        filesFound,
        `  round ${counts.kills}: found ${hash} at ${JSON.stringify(head)}, which was ${earlier === undefined ? 'never told' : `told in round ${earlier}`}; told were ${states.length}, saved up to ${saved}, by ${JSON.stringify(lastHead)}`,
      );
    } else if (at < saved) {
      counts.missing += 1;
      console.error(`  round ${counts.kills}: found ${at} of ${states.length}, saved up to ${saved}`);
    }
  }
  emptied = false;
  lastHead = head;
  everTold.set(hash, counts.kills);
  states = [hash];
  saved = 0;
  heardOpened();
}

const server = createServer((request, response) => {
  const path = (request.url ?? '/').split('?')[0]!;
  if (request.method !== 'POST') {
    try {
      const file = readFileSync(join(scratch, 'page', path));
      response.setHeader('Content-Type', types[extname(path)] ?? 'application/octet-stream');
      response.end(file);
    } catch {
      response.statusCode = 404;
      response.end();
    }
    return;
  }
  let text = '';
  request.on('data', (part) => {
    text += part;
  });
  request.on('end', () => {
    // What a browser said before it was killed may arrive after: nothing of it counts for the next one.
    response.end();
    if (request.socket.destroyed) return;
    const body = JSON.parse(text);
    if (path === '/opened') opened(body);
    if (path === '/intend') {
      states.push(...body.hashes);
      for (const hash of body.hashes) everTold.set(hash, counts.kills);
      counts.deeds += body.hashes.length;
    }
    if (path === '/saved') {
      saved = states.lastIndexOf(body.hash);
      if (saved < 0) {
        counts.half += 1;
        console.error(`  round ${counts.kills}: saved is ${body.hash}, which was never told`);
      }
      counts.acknowledged += body.count;
    }
  });
});
await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;

const launch = (): ChildProcess =>
  spawn(
    chromiumOptions.executablePath,
    [
      ...chromiumOptions.args,
      '--headless=new',
      '--no-default-browser-check',
      '--mute-audio',
      `--user-data-dir=${join(scratch, 'profile')}`,
      `${base}/kill.html`,
    ],
    { stdio: 'ignore', detached: true },
  );
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** The files of the browser's store, as the last one left them: for finding out why it began anew. */
let filesFound = '';
const listFiles = (): string => {
  const folder = join(scratch, 'profile', 'Default', 'IndexedDB');
  try {
    const files = readdirSync(folder, { recursive: true, withFileTypes: true }).filter((f) => f.isFile());
    const lines = files.map((f) => {
      const path = join(f.parentPath, f.name);
      const text = /^(CURRENT|LOG)/.test(f.name) ? readFileSync(path, 'utf8') : '';
      return `${statSync(path).size} ${f.name} ${text}`;
    });
    return lines.join('\n');
  } catch (error) {
    return String(error);
  }
};

for (let round = 0; round < rounds; round += 1) {
  filesFound = listFiles();
  // Now and then the browser has lost its first store, as it may by itself: everything comes back from the second copy.
  // One that dies before it has opened leaves it to the next.
  if (Math.random() < 0.05 && round > 0) {
    emptied = true;
    rmSync(join(scratch, 'profile', 'Default', 'IndexedDB'), { recursive: true, force: true });
    counts.emptied += 1;
  }
  const isOpen = new Promise<void>((resolve) => {
    heardOpened = resolve;
  });
  const browser = launch();
  const ended = new Promise((resolve) => browser.once('exit', resolve));
  // Now and then it dies before it has opened.
  opening = Math.random() < 0.1 && round > 0;
  if (opening) {
    await pause(200 + Math.random() * 900);
    counts.whileOpening += 1;
  } else {
    const timeout = pause(60_000).then(() => {
      throw new Error(`round ${round}: the workshop did not open within a minute`);
    });
    await Promise.race([isOpen, timeout]);
    timeout.catch(() => {});
    await pause(Math.random() * 500);
  }
  process.kill(-browser.pid!, 'SIGKILL');
  await ended;
  server.closeAllConnections();
  counts.kills += 1;
  if (counts.kills % 50 === 0) console.log(JSON.stringify(counts));
}
server.close();
rmSync(scratch, { recursive: true, force: true });
console.log(
  `Kills: ${counts.kills}, ${counts.whileOpening} of them while opening; the first store emptied ${counts.emptied} times, put back ${counts.putBack} times; ${counts.deeds} deeds begun, ${counts.acknowledged} acknowledged; missing ${counts.missing}, half done ${counts.half}, complaints ${counts.complaints}.`,
);
process.exit(counts.missing + counts.half + counts.complaints === 0 && counts.acknowledged > 0 ? 0 : 1);
