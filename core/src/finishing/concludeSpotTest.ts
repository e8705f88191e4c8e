import type { OldFinishKind, ZoneTests } from '../workshop';

/** What spot tests tell of an old finish. */
export interface SpotConclusion {
  /** null: not enough was tried to tell. */
  finish: OldFinishKind | null;
  words: string;
}

/**
 * Draws the conclusion of spot tests on a hidden place, tried in this order: mineral spirits, alcohol, lacquer thinner.
 * Wrinkling is not dissolving: it tells an oil varnish or paint from a lacquer. Common practice, no source.
 */
export function concludeSpotTest({ spirits, alcohol, lacquerThinner }: ZoneTests): SpotConclusion {
  const waxed = spirits === 'dissolves' || spirits === 'softens';
  const polish = waxed ? ' Wax or polish lies on it and comes off first.' : '';
  if (alcohol === 'dissolves' || alcohol === 'softens')
    return { finish: 'shellac', words: `Alcohol dissolves it: shellac.${polish}` };
  if (lacquerThinner === 'dissolves')
    return { finish: 'lacquer', words: `Lacquer thinner dissolves it: lacquer.${polish}` };
  if (lacquerThinner === 'wrinkles')
    return {
      finish: 'oil-varnish',
      words: `Thinner wrinkles it, which is not dissolving: oil varnish or paint.${polish}`,
    };
  if (lacquerThinner === 'softens')
    return {
      finish: 'polyurethane',
      words: `Thinner only softens it: a waterborne acrylic or polyurethane film.${polish}`,
    };
  if (alcohol === 'nothing' && lacquerThinner === 'nothing')
    return {
      finish: 'polyurethane',
      words: `Neither alcohol nor thinner touches it: polyurethane or a catalysed film.${polish}`,
    };
  if (waxed && alcohol === 'untried' && lacquerThinner === 'untried')
    return { finish: null, words: 'Wax or polish comes off. Try alcohol next: something may lie under it.' };
  if (spirits === 'untried' && alcohol === 'untried' && lacquerThinner === 'untried')
    return { finish: null, words: 'Not tried yet.' };
  return { finish: null, words: alcohol === 'untried' ? 'Try alcohol next.' : 'Try lacquer thinner next.' };
}
