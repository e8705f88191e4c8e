// Printed at each build: compressed script that runs before the first screen stands: of the page and of what it asks for at once.
import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { root } from './prepare.mjs';

const dist = `${root}/web/dist`;
const manifest = JSON.parse(readFileSync(`${dist}/.vite/manifest.json`, 'utf8'));
const first = new Set();
const follow = (key) => {
  const { file, imports = [] } = manifest[key];
  if (first.has(file)) return;
  first.add(file);
  for (const other of imports) follow(other);
};
follow('index.html');
const brotli = (file) => statSync(existsSync(`${dist}/${file}.br`) ? `${dist}/${file}.br` : `${dist}/${file}`).size;
const kB = (files) => (files.reduce((n, f) => n + brotli(f), 0) / 1000).toFixed(1);
const all = readdirSync(`${dist}/assets`)
  .filter((f) => f.endsWith('.js'))
  .map((f) => `assets/${f}`);
console.log(
  `First screen: ${kB([...first])} kB of brotli script in ${first.size} files (260 wanted); all script ${kB(all)} kB.`,
);
