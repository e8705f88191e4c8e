import type { Product, Step, ToolId } from '../workshop';
import { isFlammable, isSprayed, stepKind } from './stepKinds';

/** What is worn at a step, as the workshop names what it has to hand. */
export type Worn = Extract<ToolId, 'dust-mask' | 'vapour-mask' | 'gloves' | 'eye-protection'>;

/** What the rows of step kinds ask for, as the workshop names it. */
const wornAs: Readonly<Record<string, Worn>> = {
  'dust-mask': 'dust-mask',
  'cartridge-mask': 'vapour-mask',
  gloves: 'gloves',
  goggles: 'eye-protection',
};

/** Mixed in the cup and smelling of styrene or amine: mask, eyes and gloves whatever it is put on with. */
const mixedHot = (product: Product | undefined): boolean => product?.hazards.includes('cures-hot') ?? false;

/**
 * What a person wears at a step: by its kind, and by how and with what it is done. Every gun and can throws a mist that is
 * breathed and gets into the eyes, waterborne too; a cartridge mask with its dust filter also serves against dust.
 * The label and the safety sheet come first.
 */
function protectionOf(step: Step, product: Product | undefined): Worn[] {
  const kind = stepKind(step.kind);
  const worn = new Set(kind.protection.flatMap((p) => wornAs[p] ?? []));
  const vapour = product !== undefined && (isFlammable(product) || product.hazards.includes('vapour'));
  if (isSprayed(step.method)) {
    for (const w of ['gloves', 'eye-protection'] as const) worn.add(w);
    worn.add(vapour || step.method === 'aerosol' ? 'vapour-mask' : 'dust-mask');
  }
  if (mixedHot(product)) for (const w of ['gloves', 'eye-protection', 'vapour-mask'] as const) worn.add(w);
  // Wiped or rolled on, their vapour is breathed all the same.
  if (product?.kind === 'solvent' || product?.kind === 'contact-cement') worn.add('vapour-mask');
  if (worn.has('vapour-mask')) worn.delete('dust-mask');
  return [...worn];
}

/** The words of what is worn. */
export const wornWords: Readonly<Record<Worn, string>> = {
  'dust-mask': 'a dust mask',
  'vapour-mask': 'a cartridge mask',
  gloves: 'gloves',
  'eye-protection': 'eye protection',
};

/** What of it the workshop does not name as to hand; a cartridge mask with its dust filter serves against dust as well. */
export const lackingOf = (step: Step, product: Product | undefined, tools: readonly ToolId[]): Worn[] =>
  protectionOf(step, product).filter(
    (w) => !tools.includes(w) && !(w === 'dust-mask' && tools.includes('vapour-mask') && isSprayed(step.method)),
  );
