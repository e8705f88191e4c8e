/** Wavelengths at which a reflectance is kept, nm: 400 to 700 by tens. */
export const bandNm: readonly number[] = Array.from({ length: 31 }, (_, i) => 400 + 10 * i);

/** A share of light for each band, 0 to 1 where it is a reflectance or a transmittance. */
export type Spectrum = readonly number[];

/** A spectrum from a function of its bands. */
export const spectrumOf = (at: (band: number, nm: number) => number): Spectrum => bandNm.map((nm, i) => at(i, nm));

/** Every band changed alike. */
export const each = (s: Spectrum, change: (x: number, band: number) => number): Spectrum => s.map(change);

/** Mean of spectra by their shares, band by band. @param shares add up to one */
export const averaged = (spectra: readonly Spectrum[], shares: readonly number[]): Spectrum =>
  spectrumOf((i) => spectra.reduce((sum, s, k) => sum + s[i]! * shares[k]!, 0));
