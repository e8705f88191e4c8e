import type {
  AddedPartKind,
  AlterationKind,
  Area,
  Condition,
  Depth,
  KeptKind,
  LegKind,
  OldFinishKind,
  Ownership,
  SpotReaction,
  WearClass,
} from '../workshop';

/** Words of the survey. */
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
  failing: 'flaking',
  thick: 'thick, hides detail',
  crazed: 'crazed or alligatored',
  bubbled: 'bubbled',
  weathered: 'weathered grey',
};
export const legNames: Readonly<Record<LegKind, string>> = {
  none: 'None',
  plinth: 'Plinth',
  bracket: 'Bracket feet',
  square: 'Square',
  tapered: 'Tapered',
  turned: 'Turned',
  cabriole: 'Cabriole',
};
export const depthNames: Readonly<Record<Depth, string>> = {
  shallow: 'in the finish only',
  deep: 'into the wood',
  through: 'right through',
  unknown: 'not known',
};
export const keptNames: Readonly<Record<KeptKind, string>> = {
  artwork: 'painted artwork',
  label: 'old label',
  decal: 'decal',
  'sound-colour': 'sound old colour',
  inlay: 'inlay',
};
export const wearNames: Readonly<Record<WearClass, string>> = {
  display: 'display only',
  furniture: 'furniture in general',
  'used-top': 'a used top',
  wet: 'wet or outdoors',
  'child-food': 'children or food',
};
export const ownershipNames: Readonly<Record<Ownership, string>> = {
  own: 'Own',
  resale: 'For sale',
  commission: 'Commission',
};
export const addedPartNames: Readonly<Record<AddedPartKind, string>> = {
  panel: 'Panel',
  rail: 'Rail',
  moulding: 'Moulding or ornament',
  spindles: 'Row of spindles',
  'drawer-box': 'Drawer front',
  cushion: 'Cushion',
  'cane-panel': 'Cane panel',
  glass: 'Glass',
};
/** Figures that are cut out of a face. */
export const areaNames: Readonly<Record<Area['outline']['kind'], string>> = {
  border: 'Border',
  strip: 'Strip',
  panel: 'Panel',
  circle: 'Circle',
  triangle: 'Triangle',
};

export const alterationNames: Readonly<Record<AlterationKind, string>> = {
  'ornament-removed': 'Ornament removed',
  'ornament-filled': 'Ornament filled flush',
  'base-squared': 'Base squared off',
  'moulding-added': 'Moulding added',
  'trim-added': 'Trim added',
  'new-top': 'New top with overhang',
  backplate: 'Backplate added',
  'lock-hole-filled': 'Lock hole filled',
};
export const reactionNames: Readonly<Record<SpotReaction, string>> = {
  untried: 'not tried',
  nothing: 'nothing happens',
  softens: 'it softens',
  dissolves: 'it dissolves',
  wrinkles: 'it wrinkles',
};
