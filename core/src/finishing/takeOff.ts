import type { ToolId } from '../workshop';
import type { House } from './houseRules';
import type { Situation } from './Situation';

/** How an old film comes off, or why it stays. */
export type TakeOffId = 'chemical' | 'scrape' | 'abrasive' | 'scuff';

/** A way to deal with an old film, as a row. Common practice, no source. */
export interface TakeOff {
  id: TakeOffId;
  name: string;
  speaksFor: string;
  speaksAgainst: string;
  /** Why it cannot be had on a zone, or null where it can. */
  barred: (s: Situation) => string | null;
}

const lacks = (tool: ToolId, words: string) => (s: Situation) => (s.tools.includes(tool) ? null : words);

const dryOnLead = (s: Situation) =>
  s.leadHeld ? 'The old film may hold lead: nothing dry takes it off until every layer has tested negative.' : null;

/** Every way to deal with an old film. */
export const takeOffTable: readonly TakeOff[] = [
  {
    id: 'chemical',
    name: 'Strip chemically',
    speaksFor: 'Takes no wood: veneer, mouldings and turned work keep their shape.',
    speaksAgainst: 'Vapour, sludge, a wet wash and a night to dry.',
    barred: (s) => (s.slick && !s.metal ? 'Stripper eats laminate and foil.' : null),
  },
  {
    id: 'scrape',
    name: 'Scrape',
    speaksFor: 'Fastest with the least mess on flat solid wood.',
    speaksAgainst: 'Chips across the grain, and does not reach shaped work.',
    barred: (s) =>
      lacks('scraper', 'The workshop has no scraper.')(s) ??
      dryOnLead(s) ??
      (s.flexible ? 'A scraper breaks what bends.' : null) ??
      (s.veneer && s.veneer.thicknessMm === null ? 'Veneer of unknown thickness: a scraper may go through it.' : null),
  },
  {
    id: 'abrasive',
    name: 'Sand it off',
    speaksFor: 'Needs no chemicals, and levels on the way.',
    speaksAgainst: 'Dust, and it takes wood as well: not on veneer.',
    barred: (s) =>
      lacks('power-sander', 'The workshop has no power sander.')(s) ??
      dryOnLead(s) ??
      (s.veneer
        ? 'Sanding a film off veneer risks going through it.'
        : s.wood
          ? null
          : 'Only solid wood is sanded bare.'),
  },
  {
    id: 'scuff',
    name: 'Keep it: scuff and coat',
    speaksFor: 'A sound film is the best ground for paint; least work, dust and wood lost.',
    speaksAgainst: 'What fails under it fails again, and a thick film keeps hiding detail.',
    barred: (s) =>
      s.showsWood && s.look !== 'refreshed' && s.look !== 'toned' && s.look !== 'revived' && s.look !== 'washed'
        ? 'The wood is to be seen: the old film has to come off.'
        : s.worn
          ? 'The film is failing: nothing holds on it.'
          : null,
  },
];

/** The way recommended on a zone that carries an old film, with its reason; by the school of the house on solid wood. */
export function recommendTakeOff(s: Situation, house: House): readonly [TakeOffId, string] {
  const can = (id: TakeOffId) => takeOffTable.find((t) => t.id === id)?.barred(s) === null;
  if (!s.mustStrip)
    return [
      'scuff',
      s.showsWood ? 'This look keeps the old finish.' : 'The film is sound and is to be painted: scuffing is enough.',
    ];
  if (s.veneer) return ['chemical', 'Sanding a film off veneer risks going through it: stripper lifts it instead.'];
  if (s.shaped && can('chemical'))
    return ['chemical', 'Stripper reaches shaped work and board that a scraper would spoil.'];
  if (house['strip-solid'] === 'chemical' && can('chemical'))
    return ['chemical', 'House rule: solid wood is stripped chemically here.'];
  if (house['strip-solid'] === 'abrasive' && can('abrasive'))
    return ['abrasive', 'House rule: the film is taken off with coarse abrasive.'];
  if (can('scrape'))
    return ['scrape', 'On flat solid wood a scraper takes the old film off fastest and with the least mess.'];
  return can('chemical')
    ? [
        'chemical',
        s.leadHeld ? 'The old film may hold lead: it is kept wet.' : 'No scraper is to hand: stripper lifts it.',
      ]
    : ['abrasive', 'Nothing else can be had here.'];
}

/** How the old film of a zone is dealt with: what the user decided where that can be, else what is recommended. */
export function takeOffOf(s: Situation, house: House): readonly [TakeOffId | null, string] {
  if (!s.hasFilm || s.look === 'leave') return [null, ''];
  const decided = takeOffTable.find((t) => t.id === s.decidedTakeOff && t.barred(s) === null);
  return decided ? [decided.id, `Decided: ${decided.speaksFor}`] : recommendTakeOff(s, house);
}
