import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { demoWorkshop } from '@cosmesis/core/demo';
import { planOf } from '@cosmesis/core/finishing';
import { taughtWorkshop } from '@cosmesis/core/learning';
import { reckonPiece, roomsOf } from '@cosmesis/core/reckoning';
import { writeWorkshopFile } from '@cosmesis/core/workshop';
import { describe, expect, it } from 'vitest';
import { matchCommand, runCommand } from './runCommand';

const at = '2026-11-25T10:07:00+00:00';
const nowMin = Date.parse(at) / 60_000;
const demo = demoWorkshop(nowMin, 'Europe/London');
/** As plans are worked out: with what its log teaches. */
const taught = taughtWorkshop(demo);
const text = writeWorkshopFile(demo, at);

type Printed = {
  pieces: {
    id: string;
    generated?: boolean;
    steps: {
      id: string;
      status: string;
      start: string;
      end: string;
      handsOnMin: number;
      binds: string;
      litres: { likely: number };
      reason: string;
    }[];
    findings: { ruleId: string }[];
    issues: { message: string }[];
  }[];
};
const printed = (command: 'plan' | 'quantities' | 'schedule' | 'check', file = text): Printed['pieces'] => {
  const r = runCommand(command, file);
  if (!r.ok) throw new Error('refused');
  return (JSON.parse(JSON.stringify(r.value)) as Printed).pieces;
};
const file = (content: string) => {
  const path = join(mkdtempSync(join(tmpdir(), 'cosmesis-')), 'w.json');
  writeFileSync(path, content);
  return path;
};
const run = (...args: string[]) =>
  spawnSync(process.execPath, ['--import', 'tsx', fileURLToPath(new URL('./main.ts', import.meta.url)), ...args], {
    encoding: 'utf8',
  });

describe('the command line', () => {
  it('prints plans as the bench reads them, and only plans', () => {
    const path = file(text);
    const told = run('plan', path, '--text');
    expect(told.status).toBe(0);
    for (const { name } of Object.values(demo.pieces)) expect(told.stdout).toContain(`${name}: `);
    expect(told.stdout).toMatch(/\d\d:\d\d–\d\d:\d\d {2}Clear coat .*: .*, \d+ min · .* ml/);
    const wrong = run('check', path, '--text');
    expect([wrong.status, wrong.stderr]).toEqual([1, expect.stringContaining('a plan also with --text')]);
  });
  it('prints the figures of the page: litres to 1e-9', () => {
    const quantities = printed('quantities');
    for (const piece of Object.values(demo.pieces)) {
      const { products, settings } = taught;
      const r = reckonPiece({ piece, products, settings, nowMin, rooms: roomsOf(demo, nowMin) });
      if (!r.ok) throw new Error('not measured');
      const litres = quantities.find((p) => p.id === piece.id)!.steps;
      r.value.steps
        .filter((s) => s.productL)
        .forEach((s, i) => {
          expect(Math.abs(litres[i]!.litres.likely / s.productL!.likely - 1)).toBeLessThan(1e-9);
        });
    }
    expect(
      printed('check')
        .find((p) => p.id === 'parcels-counter')
        ?.findings.map((f) => f.ruleId),
    ).toEqual(['SAF-01', 'SAF-01', 'APP-01', 'APP-01', 'APP-01', 'SUB-12']);
  });

  it('rehearses the workshop: when pieces are ready, how sure promises are, and what would help', () => {
    const told = runCommand('rehearse', text);
    if (!told.ok) throw new Error(told.issues[0]?.message);
    const { runs, pieces, causes, alternatives } = told.value as {
      runs: number;
      pieces: { id: string; met: number | null; ready: { oneInTen: string; half: string; nineInTen: string } }[];
      causes: { share: number }[];
      alternatives: { id: string }[];
    };
    expect(runs).toBe(1000);
    const table = pieces.find((p) => p.id === 'refreshment-table')!;
    expect(table.met).toBeGreaterThanOrEqual(0);
    expect(table.met).toBeLessThanOrEqual(1);
    const { oneInTen, half, nineInTen } = table.ready;
    expect([oneInTen, half, nineInTen].sort()).toEqual([oneInTen, half, nineInTen]);
    expect(causes.reduce((sum, c) => sum + c.share, 0)).toBeCloseTo(1, 6);
    expect(alternatives[0]!.id).toBe('as-it-is');
  });

  it('schedules the whole workshop: one pair of hands at one place, every step with what binds it or why it has no time', () => {
    const pieces = printed('schedule');
    const byId = (id: string) => pieces.find((p) => p.id === id)!.steps;
    const planned = pieces.flatMap((p) => p.steps.filter((s) => s.status !== 'done'));
    expect(planned.length).toBeGreaterThan(200);
    expect(planned.every((s) => s.binds.length > 0)).toBe(true);
    const taken = planned
      .filter((s) => s.start !== null && s.handsOnMin > 0)
      .map((s) => ({ from: Date.parse(s.start), until: Date.parse(s.end), handsOnMin: s.handsOnMin }))
      .sort((a, b) => a.from - b.from || a.until - b.until);
    for (const [i, s] of taken.entries()) {
      // What lasts over a break is gone on with in the next shift.
      expect((s.until - s.from) / 60_000).toBeGreaterThanOrEqual(s.handsOnMin);
      if (i > 0) expect(s.from).toBeGreaterThanOrEqual(taken[i - 1]!.until);
    }
    // What dries now is waited for: the next coat comes after this moment.
    const nextCoat = byId('ticket-cupboard').find((s) => s.id === 'top/clear/1')!;
    expect(Date.parse(nextCoat.start)).toBeGreaterThan(Date.parse(at));
    // Lead is not known there: nothing that raises dust of it has a time, nor what would have to be scraped off at once.
    const counter = byId('parcels-counter');
    expect(counter.find((s) => s.id === 'carcass/scrape/1')).toMatchObject({
      start: null,
      binds: 'held: lead not tested',
    });
    expect(counter.find((s) => s.id === 'carcass/strip-chemical/1')!.start).toBeNull();
    expect(counter.find((s) => s.id === 'piece/photograph/1')!.start).not.toBeNull();
    // What binds is named: its piece, its step, and what of it is waited for.
    const binds = byId('ticket-cupboard').map((s) => s.binds);
    expect(binds.filter((b) => /^after “[^”]+”: (hard|the next|it|another) /.test(b))).not.toEqual([]);
  });

  it('says of a workshop without working hours that it has none', () => {
    const idle = JSON.parse(text);
    for (const day of Object.keys(idle.settings.workingHours)) idle.settings.workingHours[day] = [];
    expect(runCommand('schedule', JSON.stringify(idle))).toMatchObject({
      ok: false,
      issues: [{ message: expect.stringContaining('hours') }],
    });
  });

  it('plans a piece that has a survey and looks and was not begun', () => {
    const bare = JSON.parse(text);
    for (const piece of bare.pieces) Object.assign(piece, { log: [] });
    const counter = printed('plan', JSON.stringify(bare)).find((p) => p.id === 'parcels-counter')!;
    expect(counter.steps.map((s) => s.id)).toEqual(
      planOf(demo.pieces['parcels-counter']!, demo).steps.map((s) => s.id),
    );
    expect(printed('schedule', JSON.stringify(bare)).find((p) => p.id === 'parcels-counter')?.steps.length).toBe(
      counter.steps.length,
    );
  });

  it('matches a zone to a colour: products, order, coats, what is foretold, its distance and range', () => {
    const told = matchCommand(text, { piece: 'stool-2', zone: 'top', target: '#6b4a32' });
    if (!told.ok) throw new Error('no routes');
    const { routes } = told.value as {
      routes: {
        order: { products: { productId: string; parts: number }[]; coats: number }[];
        predicted: { lab: number[] };
        deltaE00: { low: number; likely: number; high: number };
      }[];
    };
    expect(routes.length).toBeGreaterThan(1);
    for (const { order, predicted, deltaE00 } of routes) {
      expect(order.every((l) => l.coats >= 1 && l.products.every((p) => demo.products[p.productId]))).toBe(true);
      expect(predicted.lab).toHaveLength(3);
      expect(deltaE00.low).toBeLessThanOrEqual(deltaE00.high);
    }
    expect(matchCommand(text, { piece: 'stool-2', zone: 'roof', target: '#6b4a32' })).toMatchObject({
      issues: [{ code: 'zone_unknown' }],
    });
    expect(matchCommand(text, { piece: 'nobody', zone: 'top', target: '#6b4a32' })).toMatchObject({
      issues: [{ code: 'piece_unknown' }],
    });
    expect(matchCommand(text, { piece: 'stool-2', zone: 'top', target: 'brownish' })).toMatchObject({
      issues: [{ code: 'target_unreadable' }],
    });
  });
  it('ends with 0 and JSON on a good file, with 1 and plain words on a bad one', () => {
    const good = run('schedule', file(text), '--now', at);
    expect(good.status).toBe(0);
    expect((JSON.parse(good.stdout) as Printed).pieces).toHaveLength(9);
    const bad = run('check', file(text.replace('"heightM":1.1,', '"heightM":"tall",')));
    expect(bad.status).toBe(1);
    expect(bad.stdout).toBe('');
    expect(bad.stderr).toMatch(/pieces → "Ticket-office cupboard" → heightM: .*expected number/);
    expect(run('check', file('{')).stderr).toContain('it may be cut short');
    expect(run('check', '/nowhere.json').stderr).toContain('cannot be read');
    expect(run('polish', file(text)).status).toBe(1);
    expect(run('check', file(text), '--now', 'soon').stderr).toContain('"soon" is not an instant');
  });
});
