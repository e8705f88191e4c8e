import type { SpaceKind, SpaceUse } from '@cosmesis/core/workshop';

/** Spaces in words. */
export const kindNames: Readonly<Record<SpaceKind, string>> = {
  heated: 'Heated',
  sheltered: 'Under a roof, not heated',
  outdoors: 'In the open',
};
export const spaceUseNames: Readonly<Record<SpaceUse, string>> = {
  coat: 'Coat by brush or pad',
  spray: 'Spray',
  abrade: 'Sand',
};
