import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';
import { compression } from 'vite-plugin-compression2';
import { VitePWA } from 'vite-plugin-pwa';

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
      return worker ? html.replace('src="./begin.js"', `src="./begin.js" data-worker="${worker}"`) : html;
    },
  },
};

/** What is typed and picked with is needed on many screens, and not on the first. */
const fields =
  /material\/(\w*Select|Tooltip|Popover|\w*Input|InputLabel|InputBase|MenuList|Menu|\w*Popper|Grow|TextField|Form\w+|ToggleButton\w*)\/|popperjs|useRovingTabIndex|ui\/(Keys|Select)/;

/** What records and forms are checked with: a first visit begins without it. */
const schemas = /node_modules\/zod\/|workshop\/(schema|colourSchema|fields|readWorkshopFile)\.ts/;

/** The words they are made of stay where they are used. */
const apart = { name: 'schemas', priority: 3, test: schemas, includeDependenciesRecursively: false };

/** What the page may do, where its host says nothing of it. Styles inline because of Emotion. */
const policy = [
  "default-src 'none'",
  "script-src 'self'",
  "style-src 'self' 'unsafe-inline'",
  "img-src 'self' data: blob:",
  ...['font', 'connect', 'worker', 'manifest'].map((what) => `${what}-src 'self'`),
  "base-uri 'none'",
  "form-action 'none'",
].join('; ');
const policyInPage: Plugin = {
  name: 'policy-in-page',
  apply: 'build',
  transformIndexHtml: () => [
    { tag: 'meta', attrs: { 'http-equiv': 'Content-Security-Policy', content: policy }, injectTo: 'head-prepend' },
  ],
};

export default defineConfig({
  // Whatever path it is put under.
  base: './',
  define: { __CODE_VERSION__: JSON.stringify(codeVersion()) },
  plugins: [
    react(),
    workerFirst,
    policyInPage,
    VitePWA({
      strategies: 'injectManifest',
      srcDir: 'src',
      filename: 'offline.worker.ts',
      injectRegister: null,
      injectManifest: {
        globPatterns: ['**/*.{js,css,html,svg,woff2,woff,png,webmanifest}'],
        globIgnores: ['404.html'],
        maximumFileSizeToCacheInBytes: 4_000_000,
      },
      manifest: {
        id: 'cosmesis',
        name: 'Cosmesis',
        short_name: 'Cosmesis',
        description: 'Plans, waits and records for restoring furniture.',
        start_url: './',
        scope: './',
        display: 'standalone',
        background_color: '#e9eeea',
        theme_color: '#15211d',
        icons: [
          { src: 'icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: 'icon-512.png', sizes: '512x512', type: 'image/png', purpose: 'any maskable' },
          { src: 'icon.svg', sizes: 'any', type: 'image/svg+xml' },
        ],
      },
    }),
    compression({ algorithms: ['brotliCompress'], threshold: 512 }),
  ],
  worker: { format: 'es', rolldownOptions: { output: { codeSplitting: { groups: [apart] } } } },
  build: {
    target: 'es2022',
    sourcemap: false,
    manifest: true,
    rolldownOptions: {
      // What nearly every screen uses is one file and not forty: each file costs the first screen a moment.
      output: {
        codeSplitting: {
          groups: [
            { name: 'common', minShareCount: 20, priority: 2, test: (id) => !fields.test(id) && !schemas.test(id) },
            apart,
            { name: 'fields', minShareCount: 20, priority: 1, test: fields },
          ],
        },
      },
    },
  },
  server: { host: '127.0.0.1', port: 4170, proxy: { '/api': 'http://127.0.0.1:4171' } },
});
