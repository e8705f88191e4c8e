/** A deed that no longer fits the workshop as it is: the sentence says why, and nothing was changed. */
export class DeedRefused extends Error {
  constructor(
    readonly code: string,
    message: string,
  ) {
    super(message);
    this.name = 'DeedRefused';
  }
}
