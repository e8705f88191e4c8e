import { materialOf } from '../piece';
import type { Damage, DamageKind, MaterialKind, StepKindId, ToolId } from '../workshop';

/** What decides on the treatment of a damage. */
export interface DamageCase {
  damage: Damage;
  /** The wood, or the old film, is to be seen. */
  showsWood: boolean;
  /** The old film stays. */
  keepsFilm: boolean;
  material: MaterialKind;
  tools: readonly ToolId[];
  liftingVeneer: 'peel' | 're-glue';
  character: 'keep' | 'modernise';
}

/** One way to treat a damage, as a row. */
export interface Treatment {
  id: string;
  name: string;
  /** Steps it brings, in the order of the stages. */
  steps: readonly StepKindId[];
  speaksFor: string;
  speaksAgainst: string;
  /** Why it cannot be done here, or null where it can. */
  barred?: (at: DamageCase) => string | null;
}

/** A kind of damage as a row. Common practice, no source. */
export interface DamageRow {
  id: DamageKind;
  name: string;
  treatments: readonly [Treatment, ...Treatment[]];
  /** The treatment recommended, with its reason. */
  recommend: (at: DamageCase) => readonly [treatmentId: string, why: string];
}

/** A loose face wider than this, m, or in three places or more, is widely lifting (from memory). */
const widelyLiftingM = 0.2;
const widely = ({ damage }: DamageCase): boolean => damage.count >= 3 || (damage.extentM ?? 0) >= widelyLiftingM;

const noClamps = (at: DamageCase) => (at.tools.includes('clamps') ? null : 'The workshop has no clamps or press.');
const noVeneer = (at: DamageCase) => (at.material === 'veneer' ? null : 'There is no veneer here.');
const notUpholstered = (at: DamageCase) =>
  at.tools.includes('upholstery') ? null : 'The workshop does no upholstery.';
const noRouter = (at: DamageCase) => (at.tools.includes('router') ? null : 'The workshop has no router.');
const stains = (at: DamageCase) => (at.showsWood ? 'Filler takes no stain: it would show.' : null);

/** Nothing is done about it. */
export const accept: Treatment = {
  id: 'accept',
  name: 'Leave it as it is',
  steps: [],
  speaksFor: 'It marks the age of the piece and costs nothing.',
  speaksAgainst: 'It stays visible, and is said at the hand-over.',
};
const glue: Treatment = {
  id: 'glue',
  name: 'Glue and clamp',
  steps: ['glue', 'clamp'],
  speaksFor: 'Keeps what is there, and holds.',
  speaksAgainst: 'Every missed lift is found under the abrasive.',
  barred: noClamps,
};
/** A chip is pressed on with the fingers: the glue holds in seconds. */
const chip: Treatment = {
  id: 'glue',
  name: 'Glue the chip back',
  steps: ['glue'],
  speaksFor: 'Keeps what is there, and hardly shows.',
  speaksAgainst: 'Only where the chip is to hand.',
};
const steam: Treatment = {
  id: 'steam',
  name: 'Steam it up',
  steps: ['steam'],
  speaksFor: 'Whole fibres swell back: nothing is filled, and it takes stain.',
  speaksAgainst: 'Crushed or torn fibres stay down; the wood has to dry.',
  barred: (at) =>
    at.keepsFilm
      ? 'Steam lifts the film that stays.'
      : at.material !== 'solid'
        ? 'Steam lifts veneer and swells board.'
        : at.damage.depth === 'through'
          ? 'The fibres are gone: there is nothing to swell.'
          : null,
};
const fill: Treatment = {
  id: 'fill',
  name: 'Fill and sand flush',
  steps: ['fill'],
  speaksFor: 'Quick, and gone under paint.',
  speaksAgainst: 'Takes no stain, and is weak on edges where it is ready-mixed.',
};
const patch: Treatment = {
  id: 'patch',
  name: 'Let in a piece of veneer',
  steps: ['patch-veneer'],
  speaksFor: 'Grain and colour can be matched; it takes stain.',
  speaksAgainst: 'Slow work for every place.',
  barred: noVeneer,
};
const peel: Treatment = {
  id: 'peel',
  name: 'Peel the whole face and paint it',
  steps: ['peel'],
  speaksFor: 'Often quicker than patching many places.',
  speaksAgainst: 'The veneer is gone for good.',
  barred: (at) =>
    noVeneer(at) ?? (at.showsWood ? 'What lies under the veneer is not worth showing: peel and lay new.' : null),
};
const reVeneer: Treatment = {
  id: 're-veneer',
  name: 'Peel it and lay new veneer',
  steps: ['peel', 're-veneer', 'clamp'],
  speaksFor: 'A whole new face that takes stain evenly.',
  speaksAgainst: 'Strong, flammable vapour for days, and one chance to place it.',
  barred: noVeneer,
};
const stick: Treatment = {
  id: 'fill-stick',
  name: 'Melt in a coloured stick',
  steps: ['fill-stick'],
  speaksFor: 'Small places vanish in a finish that stays.',
  speaksAgainst: 'Soft: not for edges or for large places.',
};
const sandOut: Treatment = {
  id: 'sand-out',
  name: 'Sanded out with the rest',
  steps: [],
  speaksFor: 'The ladder takes it anyway.',
  speaksAgainst: 'Only where the film comes off and there is wood to spare.',
  barred: (at) => (at.keepsFilm ? 'The old finish stays on: nothing is sanded to the wood.' : null),
};
const bleach: Treatment = {
  id: 'bleach',
  name: 'Bleach the stain',
  steps: ['bleach'],
  speaksFor: 'Takes black water marks out of the wood.',
  speaksAgainst: 'Has to be rinsed and dry before anything follows.',
  barred: (at) => (at.keepsFilm ? 'Bleach works on bare wood only.' : null),
};
const bareOnly = (at: DamageCase) => (at.keepsFilm ? 'It enters bare wood only, and the old finish stays.' : null);
const black = ({ damage }: DamageCase): boolean => damage.depth === 'deep' || damage.depth === 'through';
const liftRing: Treatment = {
  id: 'lift-ring',
  name: 'Draw the ring out',
  steps: ['lift-ring'],
  speaksFor: 'Gentle heat, oil and a fine abrasive, or a mist of alcohol: the film stays, and is whole again.',
  speaksAgainst: 'Too much of any of them spoils the film; begin with the mildest.',
  barred: (at) =>
    !at.keepsFilm
      ? 'The film comes off, and the ring with it.'
      : black(at)
        ? 'A black ring is in the wood: only stripping and bleach reach it.'
        : null,
};
const touchIn: Treatment = {
  id: 'touch-in',
  name: 'Touch it in with colour',
  steps: ['touch-in'],
  speaksFor: 'It is no longer the first thing seen, and the finish stays.',
  speaksAgainst: 'It can be felt, and shows against the light.',
  barred: (at) => (at.keepsFilm && at.showsWood ? null : 'Only in a finish that stays and shows its wood.'),
};
const replaceTop: Treatment = {
  id: 'new-top',
  name: 'Make a new top',
  steps: ['make-part'],
  speaksFor: 'Swollen board never goes flat again.',
  speaksAgainst: 'Material and hours, and the old top is gone.',
  barred: noRouter,
};
const one = (
  id: string,
  name: string,
  steps: readonly StepKindId[],
  speaksFor: string,
  speaksAgainst: string,
  barred?: Treatment['barred'],
): Treatment => ({
  id,
  name,
  steps,
  speaksFor,
  speaksAgainst,
  ...(barred ? { barred } : {}),
});

const row = (
  id: DamageKind,
  name: string,
  treatments: readonly [Treatment, ...Treatment[]],
  recommend: DamageRow['recommend'] | string,
): DamageRow => ({
  id,
  name,
  treatments,
  recommend: typeof recommend === 'string' ? () => [treatments[0].id, recommend] : recommend,
});

const small =
  (why: string): DamageRow['recommend'] =>
  (at) =>
    at.keepsFilm && at.showsWood
      ? ['fill-stick', 'The finish round it stays: a coloured stick is the smallest repair.']
      : ['fill', why];

/** Every kind of damage with its treatments, the usual one first. */
export const damageTable: readonly DamageRow[] = [
  row('loose-veneer', 'loose veneer', [glue, peel, reVeneer], (at) =>
    widely(at) && !at.showsWood && at.liftingVeneer === 'peel' && at.material === 'veneer'
      ? ['peel', 'It lifts widely and is to be painted: peeling the face is quicker than glueing many places.']
      : ['glue', 'What lifts in few places is glued and pressed.'],
  ),
  row(
    'chipped-veneer',
    'chipped veneer',
    [chip, { ...fill, barred: stains }, patch, reVeneer],
    'With the chip to hand it is glued back; otherwise choose a patch or filler.',
  ),
  row('missing-veneer', 'missing veneer', [patch, { ...fill, barred: stains }, peel, reVeneer], (at) =>
    at.showsWood || at.material !== 'veneer'
      ? ['patch', 'The wood shows: only veneer takes stain like veneer.']
      : ['fill', 'Under paint filler is enough.'],
  ),
  row(
    'veneer-bubble',
    'veneer bubble',
    [
      one(
        'glue',
        'Slit, glue and press',
        ['glue', 'clamp'],
        'Keeps the veneer.',
        'The slit may show under a clear coat.',
        noClamps,
      ),
      peel,
      reVeneer,
    ],
    'A small bubble is slit along the grain, glued and pressed.',
  ),
  row('open-joint', 'open joint', [glue], 'A joint that moves cracks every film over it.'),
  row('wobbly-leg', 'wobbly leg', [glue], 'A leg that moves cracks every film over it.'),
  row('dent', 'dent or gouge', [fill, steam, stick, accept], (at) =>
    at.damage.depth === 'shallow' && !steam.barred?.(at)
      ? ['steam', 'The fibres are whole: steam swells them up, and nothing has to be filled.']
      : small('Crushed or missing wood is filled and sanded flush.')(at),
  ),
  row(
    'missing-corner',
    'missing corner',
    [
      fill,
      one('make', 'Make the piece that is missing', ['make-part', 'glue', 'clamp'], 'Takes stain, and lasts.', 'Slow.'),
    ],
    (at) =>
      at.showsWood && !at.keepsFilm
        ? ['make', 'The wood is to show: no filler takes stain, a piece of the same wood does.']
        : ['fill', 'Two-part filler makes a hard edge.'],
  ),
  row('scratch', 'scratch', [sandOut, stick, touchIn, { ...fill, barred: stains }, accept], (at) =>
    !at.keepsFilm
      ? ['sand-out', 'The film comes off, and the ladder takes the scratch with it.']
      : at.showsWood
        ? at.character === 'keep'
          ? ['accept', 'House rule: what marks its age is kept.']
          : ['fill-stick', 'The finish stays: a coloured stick hides it.']
        : ['fill', 'Paint shows every scratch under it.'],
  ),
  row('water-ring', 'water ring', [sandOut, liftRing, bleach, accept], (at) =>
    at.keepsFilm
      ? at.showsWood && !black(at)
        ? ['lift-ring', 'A white ring sits in the film, and is drawn out of it.']
        : [
            'accept',
            black(at)
              ? 'A black ring is in the wood, under a film that stays.'
              : 'It sits in the film, and goes under the paint.',
          ]
      : at.damage.depth === 'deep' && at.showsWood
        ? ['bleach', 'A black ring goes deep: only bleach takes it.']
        : ['sand-out', 'A shallow ring goes with the film and the first grits.'],
  ),
  row('bleached-area', 'bleached area', [sandOut, touchIn, accept], (at) =>
    at.keepsFilm
      ? ['accept', 'The toned or new coats even it out.']
      : ['sand-out', 'Sun goes no deeper than the first grits.'],
  ),
  row('burn', 'burn', [fill, sandOut, accept], (at) =>
    at.damage.depth === 'shallow' && !at.keepsFilm
      ? ['sand-out', 'A shallow burn goes with the ladder.']
      : ['fill', 'Charred wood is cut out and filled.'],
  ),
  row(
    'split',
    'split',
    [
      one(
        'glue',
        'Glue and clamp overnight',
        ['glue', 'clamp'],
        'Holds like the wood beside it.',
        'Needs clamps and a night.',
        noClamps,
      ),
      { ...fill, barred: stains },
    ],
    'A split is glued, not filled: filler falls out when the wood moves.',
  ),
  row('hairline-crack', 'hairline crack', [{ ...fill, barred: stains }, stick, accept], (at) =>
    at.showsWood
      ? ['accept', 'A hairline under clear is seen less than what fills it.']
      : ['fill', 'Paint shows every crack: thin filler is rubbed across it, and sanded flush.'],
  ),
  row(
    'blotchy-wood',
    'bare wood that took stain in blotches',
    [
      one(
        'even',
        'Conditioner before the stain, whatever the wood',
        [],
        'What drinks unevenly is evened before the colour goes in.',
        'The colour comes out paler.',
        (at) => (at.keepsFilm ? 'The old finish stays: nothing goes into the wood.' : null),
      ),
      accept,
    ],
    (at) =>
      at.showsWood && !at.keepsFilm
        ? ['even', 'It has shown that it blotches: the sample tells whether conditioner is enough, or a gel has to do.']
        : ['accept', 'Nothing goes into the wood here, so nothing blotches.'],
  ),
  row(
    'greasy-wood',
    'bare wood full of grease',
    [
      one(
        'draw-out',
        'Draw it out with spirits',
        ['remove-residue'],
        'Films hold, and stain goes in.',
        'Rags by the dozen, and vapour.',
        (at) => (at.tools.includes('ventilation') ? null : 'The workshop has no ventilation for it.'),
      ),
      accept,
    ],
    (at) =>
      at.tools.includes('ventilation')
        ? ['draw-out', 'A wash takes grease off the wood, not out of it, and no film holds on grease.']
        : ['accept', 'Spirits want ventilation: the wash is all there is.'],
  ),
  row(
    'open-gap',
    'open gap between parts',
    [
      one(
        'caulk',
        'Sealant in the primed gap',
        ['caulk'],
        'Stretches with the wood, and is gone under paint.',
        'Takes no stain, cannot be sanded, and shows under clear.',
        (at) => (at.showsWood ? 'Sealant shows beside wood.' : null),
      ),
      one(
        'slip',
        'Glue a slip of wood in',
        ['make-part', 'glue', 'clamp'],
        'Takes stain, and is hardly seen.',
        'Slow, and the joint no longer moves.',
        noClamps,
      ),
      accept,
    ],
    (at) =>
      at.showsWood
        ? ['accept', 'A gap that opens and closes with the seasons is left to it.']
        : ['caulk', 'A gap swallows paint and shows as a black line: closed over the primer.'],
  ),
  row(
    'missing-trim',
    'missing trim',
    [
      one(
        'replace',
        'Order and fit a matching trim',
        ['obtain', 'replace-part'],
        'Shows no repair.',
        'Has to come by post before the finish begins.',
      ),
      one(
        'make',
        'Make it',
        ['make-part', 'glue', 'clamp'],
        'Fits, and nothing has to come.',
        'Needs a router.',
        noRouter,
      ),
      accept,
    ],
    'A matching moulding is ordered first: it has the longest wait.',
  ),
  row(
    'old-holes',
    'old hardware holes',
    [
      one(
        'plug',
        'Plug and sand flush',
        ['plug'],
        'Gone under paint, small under clear.',
        'The old plate pressed a ring into the wood: overfill.',
      ),
      accept,
    ],
    'New hardware seldom fits old holes.',
  ),
  row(
    'lock-hole',
    'lock hole',
    [
      one(
        'plug',
        'Fill the hole',
        ['plug'],
        'A lock that cannot be had leaves no hole behind.',
        'It stays visible under a clear coat.',
      ),
      accept,
    ],
    (at) =>
      at.showsWood
        ? ['accept', 'Under a clear coat the fill shows more than the hole.']
        : ['plug', 'Under paint the fill is gone.'],
  ),
  row(
    'flaked-film',
    'flaked film',
    [
      one(
        'feather',
        'Feather the edge and prime it',
        ['feather', 'spot-prime'],
        'Only the bad places are touched.',
        'An edge that was missed shows through the paint.',
        (at) => (at.keepsFilm && !at.showsWood ? null : 'Only where an old film stays under paint.'),
      ),
      sandOut,
      accept,
    ],
    (at) =>
      !at.keepsFilm
        ? ['sand-out', 'The film comes off altogether.']
        : at.showsWood
          ? ['accept', 'New coats over the old finish even it out.']
          : ['feather', 'The film stays: its broken edges are feathered out.'],
  ),
  row(
    'run-in-film',
    'run or sag in a coat',
    [
      one('level', 'Level it and coat again', ['level'], 'Gone under the next coat.', 'The film has to be hard first.'),
      accept,
    ],
    'A run is sanded flat once it is hard; one coat over all of it evens the sheen.',
  ),
  row(
    'spoiled-film',
    'spoiled coat: dust, fisheyes, blush or a print',
    [
      one('coat-again', 'Sand it flat and coat again', ['denib'], 'Gone under the next coat.', 'One more coat to dry.'),
      accept,
    ],
    'Sanded flat once it is hard, and coated again; what caused it is removed first.',
  ),
  row(
    'sticking-drawer',
    'sticking drawer',
    [one('ease', 'Take a little off the sides', ['ease-drawer'], 'Runs again.', 'Too much, and it rattles.'), accept],
    'Drawers are eased before the finish, not after.',
  ),
  row('loose-runner', 'loose runner', [glue], 'A runner is glued before anything wet.'),
  row(
    'sagging-door',
    'sagging door',
    [
      one(
        'align',
        'Shim the lower hinge',
        ['align-door'],
        'Meets its catch again.',
        'Check that it does not rub on the other side.',
      ),
      accept,
    ],
    'Doors are set right before the finish, not after.',
  ),
  row('swollen-board', 'swollen board', [replaceTop, accept], (at) =>
    replaceTop.barred?.(at)
      ? ['accept', 'Without a router no new top can be made here.']
      : ['new-top', 'Swollen particleboard is replaced, never filled.'],
  ),
  row(
    'torn-leather',
    'torn leather',
    [
      one(
        'fill-leather',
        'Patch and fill in thin layers',
        ['glue', 'fill-leather', 'dry'],
        'Keeps the leather.',
        'Many layers, each dry before the next.',
      ),
      one(
        're-cover',
        'New cover',
        ['remove-covering', 'obtain', 'replace-part'],
        'A new seat.',
        'Staples take long, and the old leather is gone.',
        notUpholstered,
      ),
      accept,
    ],
    'A tear is patched from below and filled with what bends.',
  ),
  row(
    'torn-cloth',
    'torn cloth',
    [
      one(
        're-cover',
        'New cover',
        ['remove-covering', 'obtain', 'replace-part'],
        'A new seat.',
        'Staples take long.',
        notUpholstered,
      ),
      accept,
    ],
    'Torn cloth is not mended: it gets a new cover.',
  ),
  row(
    'broken-cane',
    'broken cane',
    [
      one(
        're-cane',
        'Lay new cane',
        ['obtain', 're-cane'],
        'Sound again for years.',
        'New cane is lighter than old.',
        notUpholstered,
      ),
      accept,
    ],
    'Broken strands run on: the panel is laid new.',
  ),
  row(
    'filthy',
    'filthy',
    [
      one(
        'wash',
        'Vacuum and wash',
        ['vacuum', 'wash'],
        'Shows what is under the dirt.',
        'Has to dry before it is judged.',
      ),
    ],
    'Dirt hides damage and quality alike.',
  ),
  row(
    'odour',
    'odour',
    [
      one('wash', 'Wash the inside', ['wash'], 'Takes what smells.', 'Some smells need a sealing coat as well.'),
      one(
        'wash-and-seal',
        'Wash it, and seal in what is left',
        ['wash', 'seal'],
        'Shellac keeps in what no wash takes out.',
        'A film inside, and a day more.',
      ),
      accept,
    ],
    'An odour is washed out before it is sealed in.',
  ),
  row(
    'mould',
    'mould',
    [
      one('treat', 'Isolate, wet with disinfectant and wipe off', ['disinfect'], 'Stops it.', 'Has to dry first.'),
      one(
        'treat-fluid',
        'Isolate, wipe off with disinfectant, then a fluid in the bare wood',
        ['disinfect', 'treat-pests'],
        'Reaches what sits in bare wood.',
        'Only on bare wood, and nothing covers it for a season.',
        bareOnly,
      ),
    ],
    'Mould is treated before anything else, away from other pieces.',
  ),
  row(
    'droppings',
    'nests or droppings of rodents',
    [
      one(
        'wet-and-lift',
        'Wet with disinfectant and lift',
        ['disinfect'],
        'Nothing of it gets into the air.',
        'Has to dry before anything else is done.',
      ),
    ],
    'Droppings and nests carry disease in their dust: wetted and lifted, never swept or vacuumed dry.',
  ),
  row(
    'live-insects',
    'live insects',
    [
      one(
        'treat',
        'Isolate, and brush the bare wood with insect fluid',
        ['treat-pests'],
        'Stops it in the wood that it enters.',
        'Enters bare wood only, and nothing covers it for a season.',
        bareOnly,
      ),
      one(
        'firm',
        'Have it treated by a firm: cold, heat or gas',
        ['obtain', 'treat-pests'],
        'Reaches through a finish that stays, and all through the wood.',
        'Costs money and about two weeks, and protects from nothing later.',
      ),
    ],
    (at) =>
      at.keepsFilm
        ? ['firm', 'The old finish stays, and no fluid goes through it.']
        : ['treat', 'The wood is bare, or will be: the fluid goes in before any coat.'],
  ),
  row(
    'fibrous-lining',
    'grey fibrous or board lining, old wiring or heater',
    [
      one('leave-alone', 'Leave it alone', [], 'Nothing is disturbed.', 'The zone cannot be worked.'),
      one(
        'licensed',
        'Have it taken out by licensed people',
        [],
        'The piece can be worked afterwards.',
        'Costs money, and waits for them.',
      ),
    ],
    'Such linings may hold asbestos: nothing is disturbed until licensed people have dealt with it.',
  ),
];

const anywhere: readonly DamageKind[] = ['filthy', 'odour', 'mould', 'droppings', 'live-insects', 'fibrous-lining'];
const ofMaterial: Readonly<Partial<Record<MaterialKind, readonly DamageKind[]>>> = {
  leather: ['torn-leather'],
  cloth: ['torn-cloth'],
  cane: ['broken-cane'],
  glass: [],
  metal: ['scratch', 'dent', 'flaked-film'],
};
/** Only wood drinks. */
const inBareWood: readonly DamageKind[] = ['blotchy-wood', 'greasy-wood'];
const ofOneMaterial: readonly DamageKind[] = ['torn-leather', 'torn-cloth', 'broken-cane'];

/** Whether a kind of damage can be found on a material: cloth has no open joints, wood no broken cane. */
export const canHave = (damage: DamageKind, material: MaterialKind): boolean =>
  (anywhere.includes(damage) && material !== 'metal' && material !== 'glass') ||
  (ofMaterial[material]?.includes(damage) ??
    (!ofOneMaterial.includes(damage) && (!inBareWood.includes(damage) || materialOf(material).wood)));

const byId = new Map(damageTable.map((r) => [r.id, r]));

/** The row of a kind of damage. */
export const damageRow = (id: DamageKind): DamageRow => byId.get(id)!;

/** Damage that moves or tears until it is glued: everything else waits for it. */
export const gluedDamage: readonly DamageKind[] = [
  'loose-veneer',
  'chipped-veneer',
  'veneer-bubble',
  'open-joint',
  'wobbly-leg',
  'loose-runner',
  'split',
];

/** Whether a kind of step puts a kind of damage right in any of its treatments. */
export const closesDamage = (kind: StepKindId, damage: DamageKind): boolean =>
  damageRow(damage).treatments.some((t) => t.steps.includes(kind));

/** The treatment of a damage: what the user decided where it can be done, else what is recommended. */
export function treatmentOf(at: DamageCase, decided: string | undefined): Treatment {
  const { treatments, recommend } = damageRow(at.damage.kind);
  const can = (id: string | undefined) => treatments.find((t) => t.id === id && !t.barred?.(at));
  return can(decided) ?? can(recommend(at)[0]) ?? treatments.find((t) => !t.barred?.(at)) ?? accept;
}
