import type { HouseRuleId, Piece, Settings } from '../workshop';

/** One answer to a house rule. */
export interface School {
  id: string;
  name: string;
}

/** A point on which good practitioners disagree. Common practice, no source; the product's label wins over any school. */
export interface HouseRule {
  id: HouseRuleId;
  question: string;
  schools: readonly School[];
  /** The school followed until another is chosen. */
  usual: string;
  why: string;
}

const rule = <const I extends HouseRuleId, const S extends readonly School[]>(
  id: I,
  question: string,
  schools: S,
  usual: S[number]['id'],
  why: string,
) => ({
  id,
  question,
  schools,
  usual,
  why,
});
const school = <const I extends string>(id: I, name: string) => ({ id, name });

/** Every house rule the generator follows. */
export const houseRuleTable = [
  rule(
    'clean-or-scuff',
    'Clean or scuff first?',
    [school('degrease-first', 'degrease, then abrade'), school('scuff-first', 'scuff, then degrease once')],
    'degrease-first',
    'Grease driven into the wood fails late.',
  ),
  rule(
    'hardware-doors',
    'Hardware and doors',
    [
      school('off-first', 'off before cleaning'),
      school('off-after-cleaning', 'off after cleaning'),
      school('left-masked', 'left on and masked'),
    ],
    'off-first',
    'Left on only where old fixings would not survive.',
  ),
  rule(
    'strip-solid',
    'Taking a finish off solid wood',
    [school('scraper', 'scraper, then abrasive'), school('chemical', 'chemical'), school('abrasive', 'abrasive only')],
    'scraper',
    'Fastest with the least mess on flat solid wood; veneer and shaped work are stripped chemically in any case.',
  ),
  rule(
    'filler-edges',
    'Filler for edges and corners under paint',
    [school('two-part', 'two-part'), school('ready', 'ready-mixed')],
    'two-part',
    'A hard edge and no shrinkage.',
  ),
  rule(
    'repairs-in-ladder',
    'Repairs when?',
    [school('before-last', 'before the last grit'), school('before-all', 'before all sanding')],
    'before-last',
    'The last grit blends them in.',
  ),
  rule(
    'ladder',
    'Ladder on bare solid wood',
    [
      school('80-120-150-180', '80-120-150-180, to 220 under natural clear'),
      school('80-120-240', '80-120-240'),
      school('100-120-150-180', '100-120-150-180'),
      school('120-180-220', '120-180-220'),
    ],
    '80-120-150-180',
    'The smallest jumps that remove what is there.',
  ),
  rule(
    'scuff-grit',
    'Grit for scuffing a sound film',
    [school('120', 'P120'), school('180', 'P180'), school('220', 'P220')],
    '180',
    'By the hardness of the old film.',
  ),
  rule(
    'conditioner',
    'Conditioner before stain',
    [school('blotchy', 'only on woods that blotch'), school('always', 'always'), school('never', 'never')],
    'blotchy',
    'It evens the colour, and lightens it.',
  ),
  rule(
    'stain-wipe',
    'Wiping stain',
    [school('surplus-off', 'take off the surplus'), school('work-in', 'work it in and leave more')],
    'surplus-off',
    'By the type of stain.',
  ),
  rule(
    'darken',
    'Darkening wood',
    [
      school('by-wood', 'by wood and deadline'),
      school('oil', 'penetrating oil stain'),
      school('gel', 'gel stain'),
      school('water', 'waterborne stain'),
    ],
    'by-wood',
    'Gel on veneer, waterborne where the date is near, oil otherwise.',
  ),
  rule(
    'stain-wait',
    'Oil stain before clear',
    [school('24', '24 h'), school('48', '48 h'), school('72', '72 h')],
    '48',
    'Never under the label, longer in the cold.',
  ),
  rule(
    'primer',
    'Primer before paint',
    [
      school('by-substrate', 'by substrate and bleed'),
      school('always', 'always'),
      school('never', 'never, paint that needs none'),
    ],
    'by-substrate',
    'Woods that bleed are blocked in any case.',
  ),
  rule(
    'primer-coats',
    'Coats of primer',
    [
      school('by-surface', 'two on bare or repaired, one on a sound film'),
      school('two', 'always two'),
      school('one', 'always one'),
    ],
    'by-surface',
    'Bare and repaired places drink the first.',
  ),
  rule(
    'blocking-coat',
    'Blocking coat',
    [
      school('shellac', 'shellac type'),
      school('water', 'waterborne stain-block'),
      school('aerosol', 'aerosol oil type'),
    ],
    'shellac',
    'The strongest.',
  ),
  rule(
    'adhesion-coat',
    'On a sound film',
    [school('bonding', 'bonding primer'), school('shellac', 'clear shellac')],
    'bonding',
    'Both hold where paint alone would not.',
  ),
  rule(
    'edge-seal',
    'Sealing the edge of the tape',
    [
      school('colour', 'with what is already under the tape'),
      school('clear', 'with clear'),
      school('primer', 'with primer'),
      school('none', 'not at all'),
    ],
    'colour',
    'What creeps under the tape is then invisible.',
  ),
  rule(
    'tape-pull',
    'When to pull tape',
    [school('soft', 'while the last coat is soft'), school('dry', 'when dry, scored')],
    'soft',
    'Hard paint tears at the edge.',
  ),
  rule(
    'top-or-base-first',
    'Clear top over a painted base',
    [
      school('top-first', 'stain and seal the top, mask it, paint the base'),
      school('base-first', 'paint the base first, then the top'),
    ],
    'top-first',
    'Tape may not lie on bare wood, and paint is easier to touch in.',
  ),
  rule(
    'interior-first',
    'Interior',
    [school('before', 'before the outside'), school('after', 'with the outside')],
    'before',
    'What drips out of it falls on nothing finished.',
  ),
  rule(
    'between-coats',
    'Sanding between coats',
    [
      school('second', 'every second and before the last'),
      school('every', 'every coat'),
      school('faults', 'only to cure faults'),
    ],
    'second',
    'Windows still hold.',
  ),
  rule(
    'clear-over-paint',
    'Clear over paint',
    [school('tops', 'on used tops only'), school('no', 'no'), school('everywhere', 'everywhere')],
    'tops',
    'Most paints need none.',
  ),
  rule(
    'top-clear',
    'Clear for a used top',
    [
      school('water', 'waterborne'),
      school('oil', 'oil wiping clear'),
      school('lacquer', 'lacquer'),
      school('shellac', 'shellac and wax'),
    ],
    'water',
    'Colour, smell, cold, speed and repair differ.',
  ),
  rule(
    'wax-on-paint',
    'Wax as the last coat on paint',
    [school('no', 'no'), school('yes', 'yes')],
    'no',
    'For display and light use only.',
  ),
  rule(
    'clear-by',
    'Applying waterborne clear',
    [school('pad', 'pad or sponge'), school('brush', 'brush'), school('spray', 'spray')],
    'pad',
    'By what the shop allows.',
  ),
  rule(
    'flat-clear',
    'Hand-laid clear on flats',
    [school('full', 'full coat, bubbles lifted with light strokes'), school('thin', 'thin coats, streaks sanded')],
    'full',
    'Thin on verticals in any case.',
  ),
  rule(
    'runs',
    'A run',
    [
      school('by-type', 'lacquer left till hard, waterborne wiped while wet'),
      school('leave', 'always left till hard, then sanded'),
      school('wipe', 'always wiped while wet'),
    ],
    'by-type',
    'Lacquer that is wiped drags; waterborne that is left shows for ever.',
  ),
  rule(
    'drilling',
    'Drilling for new hardware',
    [school('before-primer', 'before the finish'), school('after-finish', 'after it, with template and tape')],
    'before-primer',
    'A finished front chips, and filler cannot be hidden any more.',
  ),
  rule(
    'drawers',
    'Drawers while painting',
    [
      school('out', 'out'),
      school('out-then-in', 'out for the first coat, in for the second'),
      school('in', 'in, masked round'),
    ],
    'out',
    'Decided deliberately: edges are reached only with the drawers out, gaps line up only with them in.',
  ),
  rule(
    'tools-reuse',
    'Rollers and brushes',
    [
      school('wrap', 'wrapped airtight between coats, then washed'),
      school('keep', 'kept between projects'),
      school('new', 'new each time'),
    ],
    'wrap',
    'Wrapped airtight, a tool lasts a whole finish; solvent-wet ones stay sealed, outside, never in a household refrigerator.',
  ),
  rule(
    'old-upholstery',
    'Used upholstery',
    [school('remove', 'taken off and covered anew'), school('keep', 'kept, covered over')],
    'remove',
    'Kept only for oneself or for hire where sale is restricted: local law first.',
  ),
  rule(
    'character',
    'Character',
    [school('keep', 'keep what marks its age'), school('modernise', 'modernise')],
    'keep',
    'Asked for each piece: a scratch is history on one and damage on another.',
  ),
  rule(
    'lifting-veneer',
    'Widely lifting veneer on a face to be painted',
    [school('peel', 'peel it all'), school('re-glue', 'glue again and fill')],
    'peel',
    'Peeling a face is often quicker than mending many places.',
  ),
  rule(
    'labour',
    'Labour in the price',
    [school('rate', 'hours × rate'), school('share', 'share of the sale price'), school('none', 'none')],
    'rate',
    'What the hours cost is part of what a piece costs.',
  ),
] as const satisfies readonly HouseRule[];

type Row = (typeof houseRuleTable)[number];

/** The schools a plan follows, by rule. */
export type House = { readonly [R in Row as R['id']]: R['schools'][number]['id'] };

/** The schools a piece follows: its own where it has them, else the workshop's, else the usual ones. Unknown schools count as none. */
export function houseOf(settings: Pick<Settings, 'houseRules'>, piece: Pick<Piece, 'houseRules'>): House {
  return Object.fromEntries(
    houseRuleTable.map((row) => {
      const known = (id: string | undefined) => (row.schools.some((s) => s.id === id) ? id : undefined);
      return [row.id, known(piece.houseRules[row.id]) ?? known(settings.houseRules[row.id]) ?? row.usual];
    }),
  ) as House;
}
