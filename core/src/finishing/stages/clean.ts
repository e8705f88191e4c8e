import { materialOf } from '../../piece';
import { phase } from '../phases';
import type { Situation } from '../Situation';
import type { ZoneChain } from '../ZoneChain';
import { firmTreatmentMin, overnightMin, type Stage, sealedDryMin, waxedAgain } from './Stage';

/** What comes before the wash: insects, mould, heavy dirt. */
const firstAid: Stage = (chain, s) => {
  if (s.places('disinfect') > 0) {
    const { productId, method } = chain.pick('disinfect', ['disinfectant']);
    chain.add(phase.intake, 'disinfect', {
      productId,
      method,
      reason:
        'Nests, droppings and mould are wetted, left to soak and lifted with paper, away from other pieces: never swept or vacuumed dry, their dust carries disease.',
    });
    chain.add(phase.intake, 'dry-out', {
      fixedWaitMin: overnightMin,
      reason: 'It dries before anything else is done.',
    });
  }
  if (s.treated.some((t) => t.treatment.id === 'firm')) {
    chain.add(phase.intake, 'treat-pests', {
      fixedWaitMin: firmTreatmentMin,
      reason:
        'By a firm, with cold, heat or gas: it goes through the finish that stays. Kept apart from other pieces until then.',
    });
  }
  if (s.places('vacuum') > 0)
    chain.add(phase.clean, 'vacuum', {
      reason:
        'Cobwebs and loose dirt come off before anything is wetted. A nest or droppings: stop, and note them as damage.',
    });
  if (s.places('wash') === 0 || s.flexible || waterHurts(s)) return;
  const { productId, method } = chain.pick('wash', ['cleaner']);
  chain.add(phase.clean, 'wash', {
    productId,
    method,
    reason: 'Dirt hides both damage and quality: washed before it is judged, and once is enough.',
  });
  chain.add(phase.clean, 'rinse', { reason: 'Residue of the cleaner spoils adhesion.' });
  chain.add(phase.clean, 'dry-out', { fixedWaitMin: overnightMin, reason: 'A soaking wash dries overnight.' });
  chain.add(phase.clean, 'test', {
    test: 'moisture',
    reason: 'After a soaking wash the wood is measured before anything goes on.',
  });
};

/** Tests that the survey still owes. */
const tests: Stage = (chain, s) => {
  if (s.look !== 'washed' && s.hasFilm && !s.tests && s.surfaces.some((x) => x.oldFinish.kind === 'unknown'))
    chain.add(phase.clean, 'test', {
      test: 'finish',
      reason:
        'What the old finish is decides what holds on it: spirits, alcohol, lacquer thinner, in that order, on a hidden place.',
    });
  const pale = s.painted || s.look === 'whitewashed';
  if (pale && s.wood && !s.tests && s.species.some((x) => x.id === 'unknown'))
    chain.add(phase.clean, 'test', {
      test: 'bleed',
      reason:
        'A wood that is not known may bleed through pale coats, from under an old film too: a patch of white primer shows it.',
    });
};

/** Films and grounds that water spoils: shellac, wax, veneer in old glue, raw board. */
const waterHurts = (s: Situation): boolean =>
  s.surfaces.some(({ material, oldFinish: { kind, condition } }) => {
    const sealed = (kind === 'paint' || kind === 'polyurethane') && condition === 'sound';
    return (
      kind === 'shellac' ||
      kind === 'wax' ||
      (material.kind === 'veneer' && !sealed) ||
      (materialOf(material.kind).board && kind === 'none')
    );
  });

/** Spirits that take wax or silicone off take the dirt with it, where water would hurt. */
const spiritsClean = (s: Situation): boolean =>
  (s.hasWax || s.tests?.silicone === true) &&
  !waxedAgain(s) &&
  !s.flexible &&
  waterHurts(s) &&
  s.tools.includes('ventilation');

/** Wiped down with what hurts nothing that is there: spirits, or a wrung cloth on leather and where no vapour may be. */
function wipeDown(chain: ZoneChain, s: Situation): void {
  const spirits = !s.flexible && s.tools.includes('ventilation');
  const { productId, method } = chain.pick('wipe-down', spirits ? ['solvent'] : ['cleaner'], null, {
    carrier: spirits ? 'oil' : 'water',
  });
  // Filth, or a smell, that may not be soaked off is gone over twice.
  const filthy = s.places('wash') > 0;
  if (filthy)
    chain.add(phase.clean, 'wipe-down', {
      productId,
      method,
      reason:
        'Filth and smells would be washed off, but a soaking wash would spoil what is here: gone over twice, the cloths changed often.',
    });
  chain.add(phase.clean, 'wipe-down', {
    productId,
    method,
    reason: s.flexible
      ? 'Swabbed with a wrung cloth and hardly any water: leather and cane are never soaked.'
      : spirits
        ? 'Spirits take grease and old polish, and raise neither veneer, shellac nor board as a wash would.'
        : 'A wrung cloth, dried at once: a wash would raise veneer, shellac and board.',
  });
  chain.add(phase.clean, 'dry-out', {
    fixedWaitMin: sealedDryMin,
    reason: spirits ? 'The spirits have to leave the surface.' : 'It dries in about an hour.',
  });
}

/** Cleaned by what is there, dried; what the survey owes is tested. */
export const clean: Stage = (chain, s, house) => {
  firstAid(chain, s, house);
  // What was soaked clean is not washed again.
  if (s.flexible || waterHurts(s)) {
    if (!spiritsClean(s)) wipeDown(chain, s);
  } else if (s.places('wash') === 0) {
    const { productId, method } = chain.pick('degrease', ['cleaner']);
    chain.add(phase.clean, 'degrease', {
      productId,
      method,
      reason: 'Grease driven into the wood by the first abrasive makes coats fail later.',
    });
    chain.add(phase.clean, 'rinse', { reason: 'Residue of the cleaner spoils adhesion.' });
    const bare = s.wood && !s.hasFinish;
    chain.add(phase.clean, 'dry-out', {
      fixedWaitMin: bare ? overnightMin : sealedDryMin,
      reason: bare ? 'Bare wood holds the rinse water overnight.' : 'A sealed surface dries in about an hour.',
    });
  }
  tests(chain, s, house);
};

/** Wax and polish off; silicone is washed again. */
export const dewax: Stage = (chain, s) => {
  if (s.residue === 'glue') {
    chain.add(phase.takeOff, 'wash-glue', { reason: 'Old glue was left on it: washed off and levelled first.' });
    chain.add(phase.takeOff, 'dry-out', {
      fixedWaitMin: overnightMin,
      reason: 'The ground has drunk: it dries overnight.',
    });
  }
  const greasy = s.places('remove-residue') > 0;
  if (waxedAgain(s) || (!s.hasWax && !s.tests?.silicone && s.residue !== 'stripper' && !greasy)) return;
  const { productId, method } = chain.pick('remove-residue', ['solvent']);
  // Where spirits clean it as well, they do so first of all.
  const at = spiritsClean(s) ? phase.clean : phase.takeOff;
  chain.add(at, 'remove-residue', {
    productId,
    method,
    reason:
      s.residue === 'stripper'
        ? 'Stripper was left on it: every trace is washed off.'
        : s.tests?.silicone
          ? 'The test patch showed fisheyes: silicone polish is wiped off with spirits and clean rags, twice.'
          : greasy
            ? 'Grease is in the wood, not only on it: spirits draw it out, the rags changed until they stay clean.'
            : 'Wax or polish may be on it, and no film holds on wax: wipe down with mineral spirits and clean rags.',
  });
  chain.add(at, 'dry-out', { fixedWaitMin: sealedDryMin, reason: 'The spirits have to leave the surface.' });
};

/** Insect fluid goes into bare wood, before anything that would keep it out. */
export const treatInsects: Stage = (chain, s) => {
  if (!s.insectFluid) return;
  const { productId, method } = chain.pick('treat-pests', ['pest-treatment']);
  chain.add(phase.takeOff, 'treat-pests', {
    productId,
    method,
    reason:
      'Fluid enters bare wood only, and nothing covers it before the time on its label: until no fresh dust has fallen for a season. Kept apart from other pieces meanwhile.',
  });
  chain.add(phase.takeOff, 'dry-out', {
    fixedWaitMin: overnightMin,
    reason: 'The treatment has to dry into the wood.',
  });
};
