import { readFileSync, statSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import type { Issue } from '@cosmesis/core/units';
import { fileSizeIssue, largestFileBytes } from '@cosmesis/core/workshop';
import { type Command, commands, plansAsText, runCommand } from './runCommand';

const usage = `Use: npm run -s cosmesis -- ${commands.join('|')} FILE [--now 2026-11-25T08:00:00+00:00]; a plan also with --text`;

function stop(issues: readonly Issue[]): never {
  for (const issue of issues) console.error(issue.message);
  process.exit(1);
}

const complaint = (message: string): Issue => ({ code: 'usage', path: '', message });

const asText = process.argv.includes('--text');
const [command, file, flag, now, ...rest] = process.argv.slice(2).filter((word) => word !== '--text');
if (
  !commands.includes(command as Command) ||
  !file ||
  rest.length > 0 ||
  (asText && command !== 'plan') ||
  (flag !== undefined && (flag !== '--now' || !now))
)
  stop([complaint(usage)]);

function read(path: string): string {
  try {
    const issue = fileSizeIssue(statSync(path).size);
    if (issue) stop([issue]);
    const bytes = readFileSync(path);
    const packed = bytes[0] === 0x1f && bytes[1] === 0x8b;
    return (packed ? gunzipSync(bytes, { maxOutputLength: largestFileBytes }) : bytes).toString('utf8');
  } catch {
    return stop([complaint(`"${path}" cannot be read. Check the name of the file.`)]);
  }
}

const outcome = asText ? plansAsText(read(file), now) : runCommand(command as Command, read(file), now);
if (!outcome.ok) stop(outcome.issues);
for (const warning of outcome.warnings) console.error(warning.message);
console.log(typeof outcome.value === 'string' ? outcome.value : JSON.stringify(outcome.value, null, 2));
