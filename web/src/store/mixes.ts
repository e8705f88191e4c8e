import { type Recipe, usualMixTempC, workingMinutes } from '@cosmesis/core/mixing';
import { takeFromShelf } from '@cosmesis/core/stock';
import type { Container, Mix, Product, Workshop } from '@cosmesis/core/workshop';
import { current, type Draft } from 'immer';
import { latestReading } from './latestReading';
import { newId, nowIso, theStore } from './theStore';

/** What a mix is begun for. */
export interface NewMix {
  name: string;
  recipe: Recipe;
  product: Product | null;
  wantedKg: number | null;
  steps: Mix['steps'];
  colour: string;
}

/** A mix as a recipe again. */
export const recipeOf = (mix: Mix): Recipe => ({
  name: mix.name,
  by: mix.by,
  hardenerFrac: mix.hardenerFrac,
  parts: mix.parts.map(({ name, productId, share, densityKgPerL, hardener }) => ({
    name,
    productId,
    share,
    densityKgPerL,
    hardener,
  })),
});

const airNow = (readings: Workshop['readings']): Mix['air'] => {
  const last = latestReading(readings);
  return last ? { airTempC: last.airTempC, relHumFrac: last.relHumFrac } : null;
};

const dayMs = 86_400_000;

/** Begins a mix: nothing is in the cup yet. Returns its id. */
export function startMix({ name, recipe, product, wantedKg, steps, colour }: NewMix): string {
  const [id, at] = [newId(), nowIso()];
  const openDays = product?.workingMin ? null : (product?.shelf.openDays ?? null);
  theStore().transact(`Begin a mix: ${name}`, (draft) => {
    draft.mixes[id] = {
      id,
      name,
      productId: product?.id ?? null,
      at,
      air: airNow(current(draft.readings)),
      by: recipe.by,
      hardenerFrac: recipe.hardenerFrac,
      parts: recipe.parts.map((p) => ({ ...p, massKg: 0 })),
      wantedKg,
      done: false,
      steps,
      colour,
      startedAt: null,
      workingMin: null,
      useBy: openDays === null ? null : new Date(Date.parse(at) + openDays * dayMs).toISOString(),
      note: '',
    };
  });
  return id;
}

/** Working time of what is in the cup, minutes: by its temperature and how much hardener it holds; null: nothing sets. */
export function workingOf(mix: Mix, product: Product | undefined): number | null {
  if (!product?.workingMin) return null;
  const whole = mix.parts.reduce((sum, p) => sum + p.massKg, 0);
  const hardener = mix.parts.filter((p) => p.hardener).reduce((sum, p) => sum + p.massKg, 0);
  const shares = mix.parts.reduce((sum, p) => sum + p.share, 0);
  const usual = mix.parts.filter((p) => p.hardener).reduce((sum, p) => sum + p.share, 0) / shares;
  const perUsual = whole > 0 && hardener > 0 && usual > 0 ? hardener / whole / usual : 1;
  return workingMinutes(product.workingMin.low, mix.air?.airTempC ?? usualMixTempC, perUsual);
}

/** Notes what is in the cup of one part. The clock starts when the first hardener goes in. */
export function pourPart(mixId: string, part: number, massKg: number): void {
  const at = nowIso();
  theStore().transact('Pour', (draft) => {
    const mix = draft.mixes[mixId];
    const own = mix?.parts[part];
    if (!mix || !own) throw new Error('the mix is gone');
    own.massKg = Math.max(0, massKg);
    const hardener = mix.parts.some((p) => p.hardener && p.massKg > 0);
    if (hardener && mix.startedAt === null) mix.startedAt = at;
    if (!hardener) mix.startedAt = null;
    const product = mix.productId ? current(draft.products)[mix.productId] : undefined;
    mix.workingMin = mix.startedAt === null ? null : workingOf(current(mix), product);
  });
}

/** Takes what was poured off the shelf. */
function deduct(draft: Draft<Workshop>, mix: Mix, at: string): void {
  for (const part of mix.parts) {
    const product = part.productId ? current(draft.products)[part.productId] : undefined;
    const density = part.densityKgPerL ?? product?.densityKgPerL?.value;
    if (!product || !density || part.massKg <= 0) continue;
    const { containers } = takeFromShelf(Object.values(current(draft.containers)), product, part.massKg / density, at);
    for (const c of containers) draft.containers[c.id] = c as Draft<Container>;
  }
}

/** Closes a mix: what went in comes off the shelf; what is kept goes into a jar on it. @param keptL litres kept, 0: none */
export function finishMix(mixId: string, keptL: number): void {
  const [at, jarId] = [nowIso(), newId()];
  theStore().transact('Close a mix', (draft) => {
    const mix = draft.mixes[mixId];
    if (!mix) throw new Error('the mix is gone');
    mix.done = true;
    deduct(draft, current(mix), at);
    if (keptL > 0 && mix.productId)
      draft.containers[jarId] = {
        id: jarId,
        productId: mix.productId,
        leftL: keptL,
        boughtAt: null,
        openedAt: at,
        place: '',
        batch: mix.name,
        finite: true,
        mixId,
        note: '',
      };
  });
}
