/** A small length in words, mm. @param lengthM m */
export const formatMm = (lengthM: number): string => `${+(lengthM * 1000).toFixed(1)} mm`;
