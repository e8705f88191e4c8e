import type { DamageKind, Step, StepKindId } from '../../workshop';
import type { Wish } from '../fromShelf';
import { frameDamage } from '../members';
import { type Phase, phase } from '../phases';
import type { Situation, Treated } from '../Situation';
import { decoratePhase } from './coats';
import { newTopAltered, order, overnightMin, type Stage } from './Stage';

/** The user's own reason for a treatment, or the usual words of the step. */
const reasonOf = (s: Situation, kind: StepKindId, usual: string): string =>
  s.treated.find((t) => t.treatment.steps.includes(kind) && t.why)?.why ?? usual;

const has = (s: Situation, kind: DamageKind, step: StepKindId) =>
  s.treated.some((t) => t.damage.kind === kind && t.treatment.steps.includes(step));

/** Drawers, doors, trims and tops are put right before anything is finished. */
export const putRight: Stage = (chain, s) => {
  const add = (kind: StepKindId, usual: string) => {
    const count = s.places(kind);
    if (count > 0) chain.add(phase.form, kind, { count, reason: reasonOf(s, kind, usual) });
  };
  add('ease-drawer', 'Drawers are eased before the finish: afterwards it would be planed off again.');
  add('align-door', 'Doors are set right before the finish: check that the gap is even along its length first.');
  const trims = s.treated.filter((t) => t.damage.kind === 'missing-trim' && t.treatment.id === 'replace').length;
  if (trims > 0) {
    const ordered = order(chain, 'A matching trim');
    chain.add(phase.form, 'replace-part', {
      part: 'trim',
      count: trims,
      after: [ordered.id],
      reason: 'Fitted before the finish, so that it gets the same coats.',
    });
  }
  alter(chain, s);
  // A new top by its alteration is not made a second time for the board that swelled.
  const made =
    s.places('make-part') - (newTopAltered(s) ? s.treated.filter((t) => t.treatment.id === 'new-top').length : 0);
  if (made === 0) return;
  chain.add(phase.form, 'make-part', {
    count: made,
    ...(s.zoneId === 'top' && has(s, 'swollen-board', 'make-part')
      ? { part: 'top' as const, after: [order(chain, 'Wood or board for the new top').id] }
      : {}),
    reason: has(s, 'swollen-board', 'make-part')
      ? 'Swollen particleboard never goes flat again: a new top of solid wood or board, with an overhang.'
      : reasonOf(s, 'make-part', 'Made to fit before the finish, of the same wood.'),
  });
};

const alterReasons = {
  'ornament-removed': 'Ornament off before anything is sanded: pared and scraped flush.',
  'base-squared': 'The base is squared off before the finish: its new faces get the same coats.',
  'moulding-added': 'The moulding is glued on before the finish, so that it gets the same coats.',
  'trim-added': 'The trim is fitted before the finish, so that it gets the same coats.',
  backplate: 'A backplate that covers old holes and new: tried before the finish.',
} as const;

/** Changes of form come before the finish. */
function alter(chain: Parameters<Stage>[0], s: Situation): void {
  for (const { kind } of s.alterations) {
    if (kind === 'new-top')
      chain.add(phase.form, 'make-part', {
        part: 'top',
        count: 1,
        after: [
          order(
            chain,
            `Wood or board for the new top${s.species[0] && s.species[0].id !== 'unknown' ? `, ${s.species[0].name.toLowerCase()},` : ''}`,
          ).id,
        ],
        reason:
          'A new top with an overhang, its edges eased or lipped: made and tried before the finish. The old one comes off.',
      });
    else if (kind !== 'ornament-filled' && kind !== 'lock-hole-filled')
      chain.add(phase.form, 'alter-form', { count: 1, reason: alterReasons[kind] });
  }
}

/** Holes for new hardware, where the house drills before the finish. */
export const drillNew: Stage = (chain, s, house) => {
  if (s.newHoles === 0 || house.drilling !== 'before-primer') return;
  chain.add(phase.abrade, 'drill', {
    count: s.newHoles,
    reason:
      'Before the finish: a finished front chips. From one template; a pull is tried in the first holes before the rest are drilled.',
  });
  chain.add(phase.abrade, 'de-dust', { reason: 'Drilling dust stands in the next coat.' });
};

/** What is loose is glued and pressed before anything abrasive or wet. */
export const glue: Stage = (chain, s) => {
  const glued = s.treated.filter((t) => t.treatment.steps.includes('glue'));
  const pressed = glued.filter((t) => t.treatment.steps.includes('clamp'));
  const places = (of: readonly Treated[]) => of.reduce((n, t) => n + t.damage.count, 0);
  const add = (of: readonly Treated[], wish: Wish, reason: string, part: Step['part'] = null) => {
    if (of.length === 0) return;
    const { productId, method } = chain.pick('glue', ['glue'], null, wish);
    chain.add(phase.glue, 'glue', { productId, method, part, count: places(of), reason });
  };
  add(
    glued.filter((t) => t.damage.kind === 'torn-leather'),
    { trait: 'flexible' },
    'A patch is glued in from below, over sound leather all round, with what bends; the edges are held together while it sets.',
  );
  add(
    glued.filter((t) => !pressed.includes(t) && t.damage.kind !== 'torn-leather'),
    { trait: 'instant' },
    'A chip is pressed back with glue that holds in seconds, before the abrasive can tear more off.',
  );
  // What old glue holds is glued again with it, or cleaned bare first.
  const wish: Wish = s.hideGlued ? { trait: 'reversible' } : { not: 'instant' };
  const old = s.hideGlued
    ? ' From before 1950 it is hide glue, mostly: warm water opens it, cleaned to the wood, and new melts into old.'
    : '';
  const joint = (t: Treated) => frameDamage.includes(t.damage.kind);
  add(
    pressed.filter((t) => !joint(t)),
    wish,
    `What is loose tears under the abrasive, and glue smears show under stain: everything is glued first.${old}`,
  );
  add(
    pressed.filter(joint),
    wish,
    `Taken apart, cleaned to the wood and glued: a joint that moves cracks every film.${old}`,
    'joint',
  );
  if (pressed.length > 0)
    chain.add(phase.glue, 'clamp', {
      count: places(pressed),
      fixedWaitMin: overnightMin,
      reason: 'Clamped within five to ten minutes of spreading, and left overnight: glue creeps while it sets.',
    });
};

/** Dents whose fibres are whole swell up under a damp cloth and heat. */
const steamUp: Stage = (chain, s) => {
  const count = s.places('steam');
  if (count === 0) return;
  chain.add(phase.repair, 'steam', {
    count,
    reason: 'A damp cloth and an iron over it: whole fibres swell back. Steamed before anything is filled.',
  });
  chain.add(phase.repair, 'dry-out', { fixedWaitMin: overnightMin, reason: 'Steamed wood dries before it is sanded.' });
};

/** Chiselling old veneer out gouges the softer ground: it is filled flat before new veneer shows every hollow, L per m² (from memory). */
const groundL = 0.08;
const levelGround: Stage = (chain, s, house) => {
  if (fillsFirst(s)) fill(chain, s, house);
  const { productId, method } = chain.pick('fill', ['filler-two-part', 'filler-ready']);
  chain.add(phase.repair, 'fill', {
    productId,
    method,
    count: Math.max(1, Math.ceil(s.areaM2 / 0.25)),
    fillL: groundL * s.areaM2,
    reason: 'Peeling gouges the softer ground: filled and sanded flat, or the new veneer shows it.',
  });
};

/** Bare wood is made whole before the ladder: new veneer, patches, bleached marks. */
export const mendWood: Stage = (chain, s, house) => {
  steamUp(chain, s, house);
  if (s.places('re-veneer') > 0) {
    levelGround(chain, s, house);
    chain.addAbrasive(phase.repair, 'sand', {
      grit: 120,
      reason: 'Contact cement wants a flat, keyed ground without any old glue.',
    });
    const ordered = order(chain, 'A sheet of veneer');
    const { productId, method } = chain.pick('re-veneer', ['contact-cement']);
    chain.add(phase.repair, 're-veneer', {
      productId,
      method,
      after: [ordered.id],
      reason: 'Two coats on both faces, each left to dry; one chance to place it, rolled out from the centre.',
    });
    chain.add(phase.repair, 'clamp', {
      count: 1,
      fixedWaitMin: overnightMin,
      reason: 'Solvent leaves the cement overnight before anything flat is asked of it.',
    });
  }
  const patches = s.places('patch-veneer');
  if (patches > 0) {
    const { productId, method } = chain.pick('patch-veneer', ['glue']);
    chain.add(phase.repair, 'patch-veneer', {
      productId,
      method,
      count: patches,
      reason: reasonOf(
        s,
        'patch-veneer',
        'Only veneer takes stain like veneer: let in with the grain running through.',
      ),
    });
  }
  if (s.places('bleach') === 0) return;
  const { productId, method } = chain.pick('bleach', ['bleach']);
  chain.add(phase.repair, 'bleach', {
    productId,
    method,
    reason: 'The whole face, not the ring alone, or the ring stays as a pale one.',
  });
  chain.add(phase.repair, 'rinse', { reason: 'Bleach left in the wood works on under the coats.' });
  chain.add(phase.repair, 'dry-out', { fixedWaitMin: overnightMin, reason: 'Rinsed wood dries overnight.' });
};

/** Fills places, in the stage of the ladder. */
export const fill: Stage = (chain, s, house) => {
  const small = s.places('fill') - s.corners - s.hardFills;
  if (s.corners > 0) {
    const jobs =
      house['filler-edges'] === 'two-part'
        ? (['filler-two-part', 'filler-ready'] as const)
        : (['filler-ready', 'filler-two-part'] as const);
    const { productId, method } = chain.pick('fill', jobs);
    chain.add(phase.abrade, 'fill', {
      productId,
      method,
      count: s.corners,
      fillL: s.fillL.corners,
      fills: 'corners',
      reason: 'Corners and edges need the hard edge of two-part filler: built up in rounds, no more than sets at once.',
    });
    chain.addAbrasive(phase.abrade, 'shape', {
      grit: 80,
      byHand: true,
      count: s.corners,
      reason: 'Cut back to its lines while it is still soft to the file; the ladder takes it from there.',
    });
  }
  if (s.hardFills > 0) {
    const { productId, method } = chain.pick('fill', ['filler-two-part', 'filler-ready']);
    chain.add(phase.abrade, 'fill', {
      productId,
      method,
      count: s.hardFills,
      fillL: s.fillL.hard,
      fills: 'large',
      reason: reasonOf(
        s,
        'fill',
        'What is large or deep wants filler that sets hard all through: ready-mixed shrinks, and stays soft below.',
      ),
    });
  }
  if (small > 0) {
    const { productId, method } = chain.pick('fill', ['filler-ready', 'filler-two-part']);
    chain.add(phase.abrade, 'fill', {
      productId,
      method,
      count: small,
      fillL: s.fillL.small,
      fills: 'small',
      reason: s.showsWood
        ? reasonOf(
            s,
            'fill',
            'Fills stay visible under clear and take no stain: keep them small. The last grit blends them in.',
          )
        : reasonOf(s, 'fill', 'Ready-mixed filler levels dents; the last grit blends it in.'),
    });
  }
  plug(chain, s, phase.abrade);
};

/** Plugs old holes. */
function plug(chain: Parameters<Stage>[0], s: Situation, at: Phase): void {
  const count = s.places('plug');
  if (count === 0) return;
  // Under a clear coat a plug of the same wood hides what no filler does.
  const inWood = s.showsWood && s.wood;
  const { productId, method } = inWood
    ? chain.pick('plug', ['glue'], null, { not: 'instant' })
    : chain.pick('plug', ['filler-two-part', 'filler-ready']);
  chain.add(at, 'plug', {
    productId,
    method,
    count,
    ...(inWood ? {} : { fillL: s.fillL.plugs }),
    reason: inWood
      ? 'Plugs of the same wood, their grain running through, glued in and pared flush.'
      : 'The old plate pressed a ring into the wood: overfill, and sand flush.',
  });
}

/** Whether anything is filled or plugged on the way. */
export const hasFills = (s: Situation): boolean => s.places('fill') + s.places('plug') > 0;

/** Broken edges of a film that stays. */
export const feather: Stage = (chain, s) => {
  const count = s.places('feather');
  if (count === 0) return;
  chain.addAbrasive(phase.abrade, 'feather', {
    grit: 220,
    byHand: true,
    areaFrac: 0.1,
    reason: 'The step from film to wood would show through every coat.',
  });
};

/** Small places in a finish that stays, once it is sealed. */
export const stickFills: Stage = (chain, s, house) => {
  const count = s.places('fill-stick');
  if (count === 0) return;
  const { productId, method } = chain.pick('fill-stick', ['filler-stick']);
  chain.add(decoratePhase(s, house), 'fill-stick', {
    productId,
    method,
    count,
    reason: 'Melted into the finished colour and levelled with a scraper: matched to what is round it.',
  });
};

/** Loose edges that are filled instead of glued are filled before the abrasive can tear them. */
export const fillsFirst = (s: Situation): boolean =>
  s.treated.some((t) => t.treatment.id === 'fill' && (t.damage.kind === 'chipped-veneer' || t.damage.kind === 'split'));

/** Sealant in a gap, L per m: a bead of 5 × 5 mm (from memory). */
const beadL = 0.025;
/** Length of a gap that nobody measured, m (from memory). */
const usualGapM = 0.5;

/** Gaps are closed over the primer, and painted over. */
export const caulk: Stage = (chain, s) => {
  const gaps = s.treated.filter((t) => t.treatment.steps.includes('caulk'));
  if (gaps.length === 0) return;
  const lineM = gaps.reduce((sum, t) => sum + t.damage.count * (t.damage.extentM ?? usualGapM), 0);
  const { productId, method } = chain.pick('caulk', ['sealant']);
  chain.add(phase.paint, 'caulk', {
    productId,
    method,
    count: s.places('caulk'),
    lineM,
    fillL: beadL * lineM,
    reason: reasonOf(s, 'caulk', 'Over the primer, smoothed with a wet finger at once: sealant cannot be sanded.'),
  });
};
