import type { Step } from '../workshop';
import { gluedDamage } from './damageTable';
import { type Need, stepKind } from './stepKinds';
import type { SurfaceState } from './surfaceState';

/** Whether a surface is what a need asks for. */
const met: Readonly<Record<Need, (state: SurfaceState) => boolean>> = {
  clean: (s) => s.soil === 'clean' && s.residue !== 'cleaner',
  dry: (s) => !s.wet,
  'dust-free': (s) => !s.dusty,
  glued: (s) => !s.openDamage.some((d) => gluedDamage.includes(d)),
  'no-stripper': (s) => s.residue !== 'stripper' && s.residue !== 'softened-film',
  'no-bleach': (s) => s.residue !== 'bleach',
  'no-wax': (s) => s.residue !== 'wax' && !s.layers.some((l) => l.role === 'wax'),
  'no-pests': (s) => !s.openDamage.includes('live-insects') && !s.openDamage.includes('mould'),
  bare: (s) => s.layers.every((l) => l.role === 'in-wood'),
  coated: (s) => s.layers.some((l) => l.role !== 'wax'),
  // Old wax has filled the pores: new wax stays on top of it.
  sealed: (s) => s.layers.some((l) => l.role === 'film' || (l.role === 'wax' && l.old !== null)),
  uncovered: (s) => !s.covered,
};

/** What a surface lacks for a step; none where it is ready. */
export const unmetNeeds = (step: Step, state: SurfaceState): Need[] =>
  stepKind(step.kind).needs.filter((need) => !met[need](state));
