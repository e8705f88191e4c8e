import { planOf } from '@cosmesis/core/finishing';
import { type Reckoning, reckonPiece } from '@cosmesis/core/reckoning';
import { planToText } from '@cosmesis/core/takeaway';
import { good, type Result, refused } from '@cosmesis/core/units';
import { readWorkshopFile, type Workshop, workshopFromFile } from '@cosmesis/core/workshop';

/** What the command line can print. */
export const commands = ['plan', 'quantities', 'schedule', 'check'] as const;
export type Command = (typeof commands)[number];

const iso = (minute: number | null): string | null =>
  minute === null ? null : new Date(minute * 60_000).toISOString();

const views: Readonly<Record<Exclude<Command, 'plan'>, (r: Reckoning) => unknown>> = {
  quantities: (r) => ({
    areasM2: Object.fromEntries(r.zones.map((z) => [z.id, z.areaM2])),
    steps: r.steps
      .filter((s) => s.productL)
      .map((s) => ({
        id: s.step.id,
        productId: s.step.productId,
        litres: s.productL,
        thinnerL: s.thinnerL,
        actualL: s.actualL,
      })),
    products: r.products.map((p) => ({
      productId: p.productId,
      litres: p.needL,
      cans: p.packs.counts.map((c) => ({ volumeL: c.pack.volumeL, count: c.count })),
      price: p.packs.price,
    })),
    price: r.totals.price,
  }),
  schedule: (r) => ({
    steps: r.steps.map((s) => ({
      id: s.step.id,
      status: s.status,
      start: iso(s.startMin),
      end: iso(s.endMin),
      opens: iso(s.opensAtMin),
      closes: iso(s.closesAtMin),
      inserted: s.inserted,
      handsOnMin: s.handsOnMin,
    })),
    lightUse: iso(r.totals.lightUseAtMin),
    cured: iso(r.totals.curedAtMin),
  }),
  check: (r) => ({ findings: r.findings }),
};

/** A workshop file, and the minute its figures are worked out for. */
function readAt(text: string, now: string | undefined): Result<{ workshop: Workshop; nowMin: number }> {
  const read = readWorkshopFile(text);
  if (!read.ok) return read;
  const nowMin = Math.floor(Date.parse(now ?? read.value.exportedAt) / 60_000);
  if (Number.isNaN(nowMin))
    return refused({
      code: 'now_unreadable',
      path: '--now',
      message: `"${now}" is not an instant. Write 2026-11-25T08:00:00+00:00.`,
    });
  return good({ workshop: workshopFromFile(read.value), nowMin }, read.warnings);
}

/** The plans of a workshop file as the bench reads them. @param now as of a command */
export function plansAsText(text: string, now?: string): Result<string> {
  const read = readAt(text, now);
  if (!read.ok) return read;
  const { workshop, nowMin } = read.value;
  const { products, settings } = workshop;
  const { timeZone, unitSystem } = settings;
  const plans = Object.values(workshop.pieces).map((piece) => {
    const reckoned = reckonPiece({ piece, products, settings, nowMin });
    return reckoned.ok
      ? planToText({ pieceName: piece.name, reckoning: reckoned.value, products, timeZone, unitSystem })
      : [piece.name, ...reckoned.issues.map((i) => `! ${i.message}`), ''].join('\n');
  });
  return good(plans.join('\n'), read.warnings);
}

/**
 * One command over a workshop file.
 * @param text the file's text
 * @param now ISO instant the figures are worked out for; left out: the file's exportedAt
 */
export function runCommand(command: Command, text: string, now?: string): Result<unknown> {
  const read = readAt(text, now);
  if (!read.ok) return read;
  const { workshop, nowMin } = read.value;
  const pieces = Object.values(workshop.pieces).map((piece) => {
    const head = { id: piece.id, name: piece.name };
    if (command === 'plan') {
      const { steps, issues } = planOf(piece, workshop);
      return { ...head, steps, issues };
    }
    const reckoned = reckonPiece({ piece, products: workshop.products, settings: workshop.settings, nowMin });
    return reckoned.ok
      ? { ...head, ...(views[command](reckoned.value) as object), issues: reckoned.value.issues }
      : { ...head, issues: reckoned.issues };
  });
  return good({ command, now: iso(nowMin), pieces }, read.warnings);
}
