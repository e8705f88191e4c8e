import type { Product, Step, StepKindId } from '../workshop';

/** Short words at the step; the label and safety sheet of the product, local codes and licensed practice take precedence. */
const byHazard: Readonly<Partial<Record<Product['hazards'][number], string>>> = {
  flammable: 'Flammable vapour: no flame, pilot light, heater or sparks; real through-draught.',
  vapour: 'Vapour lingers: ventilate, and a cartridge mask where the label asks for it.',
  caustic: 'Gloves rated for it and goggles; sludge to the hazardous collection.',
  'self-heating-rags': 'Oily rags heat themselves: flat outdoors to dry or in a lidded metal can with water.',
};

const byKind: Readonly<Partial<Record<StepKindId, string>>> = {
  sand: 'Dust mask, P2 or N95 at least, also with extraction.',
  scuff: 'Dust mask, P2 or N95 at least.',
  denib: 'Dust mask, P2 or N95 at least.',
  scrape: 'Eye protection; cut away from the hand.',
  'remove-residue': 'Gloves; rags with spirits dry flat outdoors.',
};

/** Where every caution ends. */
export const cautionDefers = 'Label, safety sheet, local codes and licensed practice come first.';

/** Cautions of a step; those of the form stand at the hand-over. */
export function cautionsOf(step: Step, product: Product | undefined, handOver: readonly string[] = []): string[] {
  const kind = byKind[step.kind];
  return [
    ...(step.kind === 'cure' ? handOver : []),
    ...(kind ? [kind] : []),
    ...(product?.hazards.flatMap((h) => byHazard[h] ?? []) ?? []),
  ];
}
