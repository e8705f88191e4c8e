import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';
import { compression } from 'vite-plugin-compression2';

/** A name of the code that works things out: what another one has worked out is worked out again. */
function codeVersion(): string {
  const core = fileURLToPath(new URL('../core/src', import.meta.url));
  const hash = createHash('sha256');
  const files = readdirSync(core, { recursive: true, encoding: 'utf8' }).filter(
    (f) => f.endsWith('.ts') && !f.endsWith('.test.ts'),
  );
  for (const file of files.sort()) hash.update(file).update(readFileSync(`${core}/${file}`));
  return hash.digest('hex').slice(0, 12);
}

/** Tells the script that runs first where the worker is: it starts while the page itself is still being brought. */
const workerFirst: Plugin = {
  name: 'worker-first',
  transformIndexHtml: {
    order: 'post',
    handler(html, { bundle }) {
      const worker = Object.keys(bundle ?? {}).find((file) => /core\.worker-[^/]*\.js$/.test(file));
      return worker ? html.replace('src="/opening.js"', `src="/opening.js" data-worker="/${worker}"`) : html;
    },
  },
};

/** What is typed and picked with is needed on many screens, and not on the first. */
const fields =
  /material\/(\w*Select|Tooltip|Popover|\w*Input|InputLabel|InputBase|MenuList|Menu|\w*Popper|Grow|TextField|Form\w+|ToggleButton\w*)\/|popperjs|useRovingTabIndex|ui\/(Keys|Select)/;

export default defineConfig({
  define: { __CODE_VERSION__: JSON.stringify(codeVersion()) },
  plugins: [react(), workerFirst, compression({ algorithms: ['brotliCompress'], threshold: 512 })],
  worker: { format: 'es' },
  build: {
    target: 'es2022',
    sourcemap: false,
    manifest: true,
    rolldownOptions: {
      // What nearly every screen uses is one file and not forty: each file costs the first screen a moment.
      output: {
        codeSplitting: {
          groups: [
            { name: 'common', minShareCount: 14, priority: 2, test: (id) => !fields.test(id) },
            { name: 'fields', minShareCount: 14, priority: 1, test: fields },
          ],
        },
      },
    },
  },
  server: { host: '127.0.0.1', port: 4170, proxy: { '/api': 'http://127.0.0.1:4171' } },
});
