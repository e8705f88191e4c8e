// npm run dev: the server for /api and Vite with hot reload in front of it.
import { ensureModules, root } from './prepare.mjs';

ensureModules();
const { default: concurrently } = await import('concurrently');
const { result } = concurrently(
  [
    { command: 'node --import tsx --watch server/src/main.ts', name: 'server', env: { PORT: '4171' } },
    { command: 'npm run dev -w web', name: 'web' },
  ],
  { cwd: root, killOthersOn: ['failure', 'success'] },
);
await result.catch(() => process.exit(1));
