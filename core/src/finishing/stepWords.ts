import { zoneNames } from '../piece';
import type { PartKind, Step, TestKind } from '../workshop';
import { stepKind } from './stepKinds';

const partWords: Readonly<Record<PartKind, readonly [one: string, many: string]>> = {
  hardware: ['the hardware', 'the hardware'],
  door: ['the door', 'doors'],
  lid: ['the lid', 'lids'],
  mirror: ['the mirror', 'mirrors'],
  glass: ['the glass', 'panes of glass'],
  'seat-pad': ['the seat pad', 'seat pads'],
  covering: ['the cover', 'covers'],
  webbing: ['the webbing', 'webbings'],
  padding: ['foam and wadding', 'foam and wadding'],
  'dust-cover': ['the dust cover', 'dust covers'],
  top: ['the top', 'tops'],
  trim: ['the trim', 'trims'],
  cane: ['the cane', 'canes'],
  leg: ['the leg', 'legs'],
  joint: ['the joint', 'joints'],
  bolt: ['the bolt', 'bolts'],
  caster: ['the caster', 'casters'],
  leveller: ['the leveller', 'levellers'],
  catch: ['the catch', 'catches'],
  fixing: ['the fixing', 'fixings'],
  button: ['the button', 'buttons'],
  'show-nail': ['the show-nail', 'show-nails'],
};
const testWords: Readonly<Record<TestKind, string>> = {
  finish: 'the old finish',
  bleed: 'for bleeding',
  lead: 'for lead',
  moisture: 'how damp the wood is',
  adhesion: 'how the primer holds',
  spray: 'the gun on a board',
  wet: 'the bare wood, wetted',
};
const byPlace = new Set(['glue', 'fill', 'plug', 'fill-stick', 'patch-veneer', 'drill', 'spot-prime', 'fill-leather']);

/** A frame is not taken off and fitted as a part is. */
const frameWords: Readonly<Partial<Record<PartKind, readonly [apart: string, together: string]>>> = {
  joint: ['Knock the frame apart', 'Put the frame together'],
  bolt: ['Unbolt the frame', 'Bolt the frame together'],
};

function partOf({ step }: { step: Step }): string {
  if (step.test) return ` ${testWords[step.test]}`;
  if (!step.part) return '';
  const [one, many] = partWords[step.part];
  return step.count === 1 || step.part === 'hardware' ? ` ${one}` : ` ${step.count} ${many}`;
}

/** What to do, without the zone: "Sand P150 by hand", "Clear coat 2 of 3". */
export function doWhat(reckoned: { step: Step }): string {
  const { step } = reckoned;
  const frame = step.part && step.kind !== 'glue' ? frameWords[step.part] : undefined;
  if (frame) return `${frame[step.kind === 'remove-part' ? 0 : 1]}, ${step.count} ${partWords[step.part!][1]}`;
  if (step.kind === 'fit-restraint') return step.part === 'lid' ? 'Fit a lid support' : 'Fit a restraint to the wall';
  const grit = step.grit ? ` P${step.grit}${step.byHand ? ' by hand' : ''}` : '';
  const places = byPlace.has(step.kind) && !step.part ? `, ${step.count} ${step.count === 1 ? 'place' : 'places'}` : '';
  const touched = stepKind(step.kind).film && step.areaFrac <= 0.1 && !places ? ', in places' : '';
  return `${stepKind(step.kind).verb}${partOf(reckoned)}${grit}${places}${touched}${step.of > 1 ? ` ${step.ordinal} of ${step.of}` : ''}`;
}

/** The zone of a step, or the whole piece. */
export const whereOf = ({ step }: { step: Step }): string => (step.zoneId ? zoneNames[step.zoneId] : 'Whole piece');

/** Words that begin a sentence. */
export const upperFirst = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

/** Words that go on with a sentence. */
export const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);
