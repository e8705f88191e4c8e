import { readFileSync, statSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { gunzipSync } from 'node:zlib';
import { type PaperKind, paperKinds } from '@cosmesis/core/papers';
import type { Issue, Result } from '@cosmesis/core/units';
import { fileSizeIssue, largestFileBytes } from '@cosmesis/core/workshop';
import { type Command, commands, matchCommand, paperOf, plansAsText, runCommand } from './runCommand';

const usage = [
  `Use: npm run -s cosmesis -- ${commands.join('|')} FILE [--now 2026-11-25T08:00:00+00:00]; a plan also with --text`,
  "or: npm run -s cosmesis -- match FILE --piece ID --zone ZONE --target '#6b4a32' [--now …]",
  `or: npm run -s cosmesis -- paper ${paperKinds.join('|')} FILE --piece ID --out X.pdf [--now …]`,
].join('\n');

function stop(issues: readonly Issue[]): never {
  for (const issue of issues) console.error(issue.message);
  process.exit(1);
}

const complaint = (message: string): Issue => ({ code: 'usage', path: '', message });

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

function words() {
  const string = { type: 'string' } as const;
  const options = {
    now: string,
    piece: string,
    out: string,
    zone: string,
    target: string,
    text: { type: 'boolean' },
  } as const;
  try {
    return parseArgs({ args: process.argv.slice(2), options, allowPositionals: true });
  } catch {
    return stop([complaint(usage)]);
  }
}

function told<T>(outcome: Result<T>): T {
  if (!outcome.ok) stop(outcome.issues);
  for (const warning of outcome.warnings) console.error(warning.message);
  return outcome.value;
}

const { positionals, values } = words();
const { now, piece, out, text, zone, target } = values;
const [command, first, second, ...rest] = positionals;
if (command === 'paper') {
  const known = paperKinds.includes(first as PaperKind);
  if (!known || !second || rest.length > 0 || !piece || !out || text) stop([complaint(usage)]);
  const document = told(paperOf(first as PaperKind, read(second), piece, now));
  const { writePdf } = await import('./writePdf');
  try {
    await writePdf(document, out);
  } catch (error) {
    stop([complaint(`"${out}" cannot be written: ${(error as Error).message}`)]);
  }
} else if (command === 'match') {
  if (!first || second || !piece || !zone || !target || out || text) stop([complaint(usage)]);
  console.log(JSON.stringify(told(matchCommand(read(first), { piece, zone, target }, now)), null, 2));
} else {
  const asked = commands.includes(command as Command) && first && !second && !piece && !out && !zone && !target;
  if (!asked || (text && command !== 'plan')) stop([complaint(usage)]);
  const value = told<unknown>(text ? plansAsText(read(first), now) : runCommand(command as Command, read(first), now));
  console.log(typeof value === 'string' ? value : JSON.stringify(value, null, 2));
}
