/** How light a colour is, 0 black to 1 white, by its luma. @param colour #rrggbb */
export const lightness = (colour: string): number => {
  const [r, g, b] = [1, 3, 5].map((i) => Number.parseInt(colour.slice(i, i + 2), 16) / 255) as [number, number, number];
  return 0.299 * r + 0.587 * g + 0.114 * b;
};
