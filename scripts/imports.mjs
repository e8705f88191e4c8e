// Import directions. An empty graph would pass every rule, so the number of modules is checked too.
import { createRequire } from 'node:module';

const require = createRequire(import.meta.url);
// dependency-cruiser parses every file as plain TypeScript, which fails on TSX: the parser is told by the file's name.
const swc = require('@swc/core');
const { parseFileSync } = swc;
swc.parseFileSync = (file, options) => parseFileSync(file, { ...options, tsx: file.endsWith('.tsx') });
const { cruise } = await import('dependency-cruiser');

const config = require('../.dependency-cruiser.cjs');
const { output } = await cruise(['core/src', 'cli/src', 'web/src', 'server/src', 'e2e'], {
  ...config.options,
  ruleSet: { forbidden: config.forbidden },
  validate: true,
});
const own = output.modules.filter((m) => /^(core|cli|web|server|e2e)\//.test(m.source));
const arrows = own.reduce((sum, m) => sum + m.dependencies.length, 0);
for (const v of output.summary.violations) console.error(`${v.rule.name}: ${v.from} → ${v.to}`);
if (own.length < 8 || arrows < 8) {
  console.error(`Imports: only ${own.length} modules and ${arrows} imports seen; the checker is blind.`);
  process.exit(1);
}
if (output.summary.violations.length > 0) process.exit(1);
console.log(`Imports: ${own.length} modules, ${arrows} imports, all downward, no cycle.`);
