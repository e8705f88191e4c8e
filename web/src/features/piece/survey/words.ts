import type { Condition, DamageKind, LegKind, MaterialKind, OldFinishKind } from '@cosmesis/core/workshop';

/** Words of the survey. */
export const materialNames: Readonly<Record<MaterialKind, string>> = {
  solid: 'Solid wood',
  veneer: 'Veneer',
  mdf: 'MDF',
  particleboard: 'Particleboard',
};
export const finishNames: Readonly<Record<OldFinishKind, string>> = {
  unknown: 'Not known',
  none: 'None, bare',
  shellac: 'Shellac',
  lacquer: 'Lacquer',
  'oil-varnish': 'Oil varnish',
  polyurethane: 'Polyurethane',
  wax: 'Wax only',
  paint: 'Paint',
};
export const conditionNames: Readonly<Record<Condition, string>> = {
  sound: 'sound',
  failing: 'flaking or crazed',
  thick: 'thick, hides detail',
};
export const damageNames: Readonly<Record<DamageKind, string>> = {
  'loose-veneer': 'loose veneer',
  'chipped-veneer': 'chipped veneer',
  'open-joint': 'open joint',
  'wobbly-leg': 'wobbly leg',
  dent: 'dent or gouge',
  'missing-corner': 'missing corner',
};
export const legNames: Readonly<Record<LegKind, string>> = {
  none: 'None',
  plinth: 'Plinth',
  square: 'Square',
  tapered: 'Tapered',
  turned: 'Turned',
};
