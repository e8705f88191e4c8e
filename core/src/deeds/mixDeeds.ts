import type { Draft } from 'immer';
import { usualMixTempC, workingMinutes } from '../mixing';
import type { Mix, Product, Workshop } from '../workshop';
import type { DeedOf } from './Deed';
import { DeedRefused } from './DeedRefused';
import { latestReading } from './latestReading';
import { settleCoatsOf, settleMix, withdrawRows } from './settle';

/** More than any bench scale carries, kg. */
const mostKg = 1000;

function mixOf(draft: Draft<Workshop>, mixId: string): Draft<Mix> {
  const mix = draft.mixes[mixId];
  if (!mix) throw new DeedRefused('mix_gone', 'The mix is gone: it was taken away in the meantime.');
  return mix;
}

/** Working time of what is in the cup, minutes: by its temperature and how much hardener it holds; null: nothing sets. */
export function workingOf(mix: Pick<Mix, 'parts' | 'air'>, product: Product | undefined): number | null {
  if (!product?.workingMin) return null;
  const whole = mix.parts.reduce((sum, p) => sum + p.massKg, 0);
  const hardener = mix.parts.filter((p) => p.hardener).reduce((sum, p) => sum + p.massKg, 0);
  const shares = mix.parts.reduce((sum, p) => sum + p.share, 0);
  const usual = mix.parts.filter((p) => p.hardener).reduce((sum, p) => sum + p.share, 0) / shares;
  const perUsual = whole > 0 && hardener > 0 && usual > 0 ? hardener / whole / usual : 1;
  return workingMinutes(product.workingMin.low, mix.air?.airTempC ?? usualMixTempC, perUsual);
}

/** Begins a mix: nothing is in the cup yet, and nothing leaves the shelf. */
export function beginMix(draft: Draft<Workshop>, { mix }: DeedOf<'begin-mix'>, at: string, newId: () => string): void {
  const id = newId();
  const last = latestReading(draft.readings);
  draft.mixes[id] = {
    ...mix,
    id,
    at,
    air: last ? { airTempC: last.airTempC, relHumFrac: last.relHumFrac } : null,
    parts: mix.parts.map((p) => ({ ...p, massKg: 0 })),
    steps: [...mix.steps],
    done: false,
    startedAt: null,
    workingMin: null,
    note: '',
  };
}

/** Notes what is in the cup of one part: it leaves the shelf then. The clock starts when the first hardener goes in. */
export function pour(draft: Draft<Workshop>, { mixId, part, massKg }: DeedOf<'pour'>, at: string): void {
  const mix = mixOf(draft, mixId);
  const own = mix.parts[part];
  if (!own) throw new DeedRefused('part_gone', 'The mix has no such part any more.');
  if (!(massKg >= 0 && massKg <= mostKg))
    throw new DeedRefused('weight_out_of_range', 'The weight reads below nothing, or above 1000 kg. Tare the scale.');
  own.massKg = massKg;
  const hardener = mix.parts.some((p) => p.hardener && p.massKg > 0);
  if (hardener && mix.startedAt === null) mix.startedAt = at;
  if (!hardener) mix.startedAt = null;
  mix.workingMin =
    mix.startedAt === null ? null : workingOf(mix, mix.productId === null ? undefined : draft.products[mix.productId]);
  settleMix(draft, mixId, mix, at);
  settleCoatsOf(draft, mix.steps);
}

/** Closes a mix; what is kept of it goes into a jar on the shelf. */
export function finishMix(
  draft: Draft<Workshop>,
  { mixId, keptL }: DeedOf<'finish-mix'>,
  at: string,
  newId: () => string,
): void {
  const mix = mixOf(draft, mixId);
  if (mix.done) throw new DeedRefused('mix_closed', 'The mix is closed already.');
  if (!(keptL >= 0 && keptL <= mostKg))
    throw new DeedRefused('amount_out_of_range', 'What is kept cannot be less than nothing, nor over 1000 litres.');
  mix.done = true;
  if (keptL === 0 || mix.productId === null) return;
  const id = newId();
  draft.containers[id] = {
    id,
    productId: mix.productId,
    ledger: [{ at, deed: 'kept', ofId: mixId, changeL: keptL, countedL: null }],
    boughtAt: null,
    openedAt: at,
    place: '',
    batch: mix.name,
    finite: true,
    mixId,
    note: '',
  };
}

/** Throws a mix away: what was poured has left the shelf all the same, and the coats it was for draw for themselves. */
export function throwMix(draft: Draft<Workshop>, { mixId }: DeedOf<'throw-mix'>): void {
  const mix = mixOf(draft, mixId);
  if (mix.done) throw new DeedRefused('mix_closed', 'The mix is closed already.');
  const { steps } = mix;
  mix.done = true;
  mix.steps = [];
  settleCoatsOf(draft, steps);
}

/** Takes a mix away as if it had not been made: what it drew is back, and the coats it was for draw for themselves. */
export function dropMix(draft: Draft<Workshop>, { mixId }: DeedOf<'drop-mix'>): void {
  const { steps } = mixOf(draft, mixId);
  delete draft.mixes[mixId];
  withdrawRows(draft, 'mix', mixId);
  for (const c of Object.values(draft.containers)) if (c.mixId === mixId) delete draft.containers[c.id];
  settleCoatsOf(draft, steps);
}
