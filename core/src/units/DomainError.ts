/** Why a formula refused its input. */
export type DomainErrorCode = 'out_of_range' | 'out_of_gamut' | 'not_converged';

/** Thrown by formulas: which quantity, its value, the limits it broke. Words are made where it is shown. */
export class DomainError extends Error {
  constructor(
    readonly code: DomainErrorCode,
    readonly quantity: string,
    readonly value: number,
    readonly limits: string,
  ) {
    super(`${quantity} = ${value} is outside ${limits}`);
    this.name = 'DomainError';
  }
}

/**
 * Guards a formula's argument; NaN fails it.
 * @throws DomainError out_of_range
 */
export function requireWithin(quantity: string, value: number, low: number, high: number): void {
  if (!(value >= low && value <= high)) throw new DomainError('out_of_range', quantity, value, `${low} to ${high}`);
}
