import { labOfColour } from '../colour';

/** How light a colour is, L* as a share: 0 black to 1 white. @param colour #rrggbb */
export const lightness = (colour: string): number => labOfColour(colour)![0] / 100;
