import type { Product, Step, StepKindId } from '../workshop';
import { isSprayed } from './stepKinds';

/** Short words at the step; the label and safety sheet of the product, local codes and licensed practice take precedence. */
const byHazard: Readonly<Partial<Record<Product['hazards'][number], string>>> = {
  flammable: 'Flammable vapour: no flame, pilot light, heater or sparks; real through-draught.',
  vapour: 'Vapour lingers: ventilate, and a cartridge mask where the label asks for it.',
  caustic: 'Gloves rated for it and goggles; sludge to the hazardous collection.',
  acid: 'Acid: gloves and goggles; never with chlorine bleach; rinsed out before it is sanded.',
  oxidising: 'Gloves and goggles; never with chlorine bleach or ammonia.',
  'self-heating-rags': 'Oily rags heat themselves: flat outdoors to dry or in a lidded metal can with water.',
  chlorinated: 'Chlorinated solvent: no cartridge serves against it, and many places bar it.',
  nmp: 'Harms the unborn: gloves rated for it, and air.',
  isocyanate: 'Isocyanate: trained sprayers with supplied air only.',
  'chlorine-bleach': 'Never with ammonia, acid, alcohol, acetone or peroxide.',
  'cures-hot': 'Filler that is left over sets hot: outdoors until it is cold, then to the bin.',
  'burns-cotton': 'Super glue on cotton, wool or leather heats and smokes: no rags near it.',
};

const mist = 'Mist, waterborne too: mask, eye protection and gloves.';
const dust = 'Dust mask, P2 or N95 at least, also with extraction.';
const byKind: Readonly<Partial<Record<StepKindId, string>>> = {
  sand: dust,
  scuff: dust,
  denib: dust,
  feather: dust,
  level: dust,
  'steel-wool': dust,
  'strip-abrasive': dust,
  'rub-out': dust,
  scrape: 'Eye protection; cut away from the hand.',
  peel: 'Eye protection; cut away from the hand.',
  'strip-heat': 'Heat: never on lead, never near vapour; it blisters coats beside it.',
  'strip-chemical': 'Sludge, solvent and old paint to the local hazardous collection, never down the drain.',
  'remove-residue': 'Gloves; rags with spirits dry flat outdoors.',
  'remove-covering': 'Old stuffing may hold pests and dust: mask and gloves; sale rules vary by place.',
  'treat-pests': 'Away from other pieces; gloves and a cartridge mask.',
  disinfect: 'Never swept or vacuumed dry; gloves, mask, eye protection, windows open half an hour first.',
  'alter-form': 'Power tools and chisels: eye protection, cut away from the hand.',
  'make-part': 'Power tools and chisels: eye protection, cut away from the hand.',
  drill: 'Eye protection.',
};

/** Parts that take two people, and edges that cut. */
const byPart: Readonly<Partial<Record<NonNullable<Step['part']>, string>>> = {
  mirror: 'Glass: gloves, eye protection, a helper for a wide one.',
  glass: 'Glass: gloves, eye protection, a helper for a wide one.',
};

/** Where every caution ends. */
export const cautionDefers = 'Label, safety sheet, local codes and licensed practice come first.';

/** Cautions of a step; those of the form stand at the hand-over. */
export function cautionsOf(step: Step, product: Product | undefined, handOver: readonly string[] = []): string[] {
  const kind = byKind[step.kind];
  return [
    ...(step.kind === 'cure' ? handOver : []),
    ...(kind ? [kind] : []),
    ...(step.part ? [byPart[step.part] ?? []].flat() : []),
    ...(product?.hazards.flatMap((h) => byHazard[h] ?? []) ?? []),
    ...(isSprayed(step.method) ? [mist] : []),
  ];
}
