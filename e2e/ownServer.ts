import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { fileURLToPath } from 'node:url';

/** The folder of the project. */
export const root = fileURLToPath(new URL('..', import.meta.url));

/** A port that nobody listens on. */
async function freePort(): Promise<number> {
  const server = createServer().listen(0, '127.0.0.1');
  await once(server, 'listening');
  const { port } = server.address() as AddressInfo;
  server.close();
  await once(server, 'close');
  return port;
}

/** The application's own server, as it is started for use, for one test: to be stopped by it. */
export async function ownServer(): Promise<{ process: ChildProcess; at: (path: string) => string }> {
  const port = await freePort();
  const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
    cwd: root,
    env: { ...process.env, PORT: String(port) },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  // A test that fails leaves none behind.
  process.once('exit', () => server.kill());
  await once(server.stdout!, 'data');
  return { process: server, at: (path) => `http://127.0.0.1:${port}${path}` };
}
