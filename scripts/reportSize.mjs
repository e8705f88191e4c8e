// Printed at each build: compressed script the first screen loads, from the page's own tags and static imports.
import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { root } from './prepare.mjs';

const dist = `${root}/web/dist`;
const html = readFileSync(`${dist}/index.html`, 'utf8');
const first = [...html.matchAll(/(?:src|href)="\/(assets\/[^"]+\.js)"/g)].map((m) => m[1]);
const brotli = (file) => statSync(existsSync(`${dist}/${file}.br`) ? `${dist}/${file}.br` : `${dist}/${file}`).size;
const kB = (files) => (files.reduce((n, f) => n + brotli(f), 0) / 1000).toFixed(1);
const all = readdirSync(`${dist}/assets`)
  .filter((f) => f.endsWith('.js'))
  .map((f) => `assets/${f}`);
console.log(
  `First screen: ${kB(first)} kB of brotli script in ${first.length} files (220 wanted); all script ${kB(all)} kB.`,
);
