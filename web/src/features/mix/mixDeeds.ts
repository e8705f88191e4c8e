import type { Recipe } from '@cosmesis/core/mixing';
import type { Mix, Product } from '@cosmesis/core/workshop';
import { doDeed } from '../../store/doDeed';
import { say } from '../../ui/say';

/** What a mix is begun for. */
interface NewMix {
  name: string;
  recipe: Recipe;
  product: Product | null;
  wantedKg: number | null;
  steps: Mix['steps'];
  colour: string;
}

const dayMs = 86_400_000;

/** Says why a deed was refused. */
const told = (done: ReturnType<typeof doDeed>): void => {
  if (!done.ok) say({ text: done.issues[0]?.message ?? 'That cannot be done.' });
};

/** Begins a mix: nothing is in the cup yet. Returns its id. */
export function startMix({ name, recipe, product, wantedKg, steps, colour }: NewMix): string {
  const openDays = product?.workingMin ? null : (product?.shelf.openDays ?? null);
  const done = doDeed(`Begin a mix: ${name}`, {
    do: 'begin-mix',
    mix: {
      name,
      productId: product?.id ?? null,
      by: recipe.by,
      hardenerFrac: recipe.hardenerFrac,
      parts: recipe.parts,
      wantedKg,
      steps,
      colour,
      useBy: openDays === null ? null : new Date(Date.now() + openDays * dayMs).toISOString(),
    },
  });
  told(done);
  return done.ok ? done.value : '';
}

/** Notes what is in the cup of one part: it leaves the shelf then. */
export const pourPart = (mixId: string, part: number, massKg: number): void =>
  told(doDeed('Pour', { do: 'pour', mixId, part, massKg: Math.max(0, massKg) }, `${mixId}/pour/${part}`));

/** Closes a mix; what is kept goes into a jar on the shelf. @param keptL litres kept, 0: none */
export const finishMix = (mixId: string, keptL: number): void =>
  told(doDeed('Close a mix', { do: 'finish-mix', mixId, keptL }));

/** Throws a mix away. */
export const throwMix = (mixId: string): void => told(doDeed('Throw a mix away', { do: 'throw-mix', mixId }));
