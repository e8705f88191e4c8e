import { type Face, formById, type Zone } from '../piece';
import type { DamageKind, PartKind, Piece, Step, ZoneId } from '../workshop';
import type { House } from './houseRules';
import { lookOf } from './Situation';

/** What can come off a body, to be worked and to dry beside it. */
export type MemberId = 'drawers' | 'doors' | 'lid' | 'seat-pad' | 'top' | 'legs' | 'frame';

/** What a piece says about its members. */
type OfPiece = Pick<Piece, 'form' | 'legs' | 'surfaces' | 'damage' | 'decisions' | 'looks' | 'upholstery'>;

/** A member: how it comes off, and what speaks for and against it. Common practice, no source. */
export interface Member {
  id: MemberId;
  name: string;
  /** The zone it is asked about at. */
  zoneId: ZoneId;
  /** What its steps take off and fit; null: it is lifted out without one. */
  part: (piece: OfPiece) => PartKind | null;
  /** Number of parts that come off; left out: as many as its faces have. */
  count?: (piece: OfPiece) => number;
  /** Whether a piece of this make has it at all; left out: where it has such faces. */
  found?: (piece: OfPiece) => boolean;
  has: (face: Face) => boolean;
  /** It holds the others: off last, and together first. */
  carries?: true;
  /** It comes off only where one of these is worked. */
  worked: readonly ZoneId[];
  usual: (house: House, piece: OfPiece) => boolean;
  why: string;
  off: { name: string; speaksFor: string; speaksAgainst: string; barred: (piece: OfPiece) => string | null };
  on: { name: string; speaksFor: string; speaksAgainst: string };
}

/** What a face is part of: an area belongs to what it was marked off on. */
const pathOf = (face: Pick<Face, 'id' | 'hostId'>): string => face.hostId ?? face.id;
const startsWith = (pattern: RegExp) => (face: Face) => pattern.test(pathOf(face));

/** Joints of a chair that are knocked apart, and bolts of a cot (typical, from memory). */
const jointsOf = ({ form }: OfPiece): number =>
  formById(form).family === 'chair' ? 16 : formById(form).family === 'cot' ? 8 : 0;

/** Damage that the joints of a frame have; it is put right as it goes together again. */
export const frameDamage: readonly DamageKind[] = ['open-joint', 'wobbly-leg'];

const none = () => null;
const notLeft = (house: House): boolean => house['hardware-doors'] !== 'left-masked';
const screwed: readonly Piece['legs'][] = ['square', 'tapered', 'turned', 'cabriole'];

/** Every member, in the order in which they come off. */
export const memberTable: readonly Member[] = [
  {
    id: 'drawers',
    name: 'Drawers',
    zoneId: 'fronts',
    part: none,
    has: startsWith(/^drawer-\d+\//),
    worked: [],
    usual: (house) => house.drawers !== 'in',
    why: 'House rule for drawers.',
    off: {
      name: 'Out, worked beside it',
      speaksFor: 'Edges are reached, fronts lie flat, and nothing has to be masked between fronts and carcass.',
      speaksAgainst: 'Gaps line up only with them in; the openings have to be covered from mist.',
      barred: none,
    },
    on: {
      name: 'In their places',
      speaksFor: 'One surface to go over, and every gap is seen.',
      speaksAgainst: 'Edges stay as they were, and a drawer painted in sticks.',
    },
  },
  {
    id: 'doors',
    name: 'Doors',
    zoneId: 'fronts',
    part: () => 'door',
    has: startsWith(/^door-\d+\//),
    worked: ['fronts'],
    usual: notLeft,
    why: 'House rule for hardware and doors.',
    off: {
      name: 'Off their hinges',
      speaksFor: 'Edges and hinge sides are reached, and they dry lying flat.',
      speaksAgainst: 'Hanging them again takes longer than taking them off; old screws may break.',
      barred: none,
    },
    on: {
      name: 'Left hanging, masked',
      speaksFor: 'Nothing to hang and to set right again.',
      speaksAgainst: 'Hinge sides and edges stay as they were; every hinge is taped.',
    },
  },
  {
    id: 'lid',
    name: 'Lid',
    zoneId: 'top',
    part: () => 'lid',
    found: (p) => formById(p.form).family === 'lidded',
    has: startsWith(/^top\//),
    worked: ['top', 'interior'],
    usual: notLeft,
    why: 'House rule for hardware and doors.',
    off: {
      name: 'Off its hinges',
      speaksFor: 'Its edges and its inside are reached, and it dries lying flat.',
      speaksAgainst: 'Hanging it again takes longer than taking it off; old screws may break.',
      barred: none,
    },
    on: {
      name: 'Left on, masked',
      speaksFor: 'Nothing to hang and to set right again.',
      speaksAgainst: 'It has to be propped up, and scrapes on the rim while both are fresh.',
    },
  },
  {
    id: 'seat-pad',
    name: 'Seat pad',
    zoneId: 'seat',
    part: () => 'seat-pad',
    found: (p) => p.surfaces.seat !== null && ['cloth', 'leather'].includes(p.surfaces.seat.material.kind),
    count: () => 1,
    has: (face) => face.zoneId === 'seat',
    worked: ['carcass', 'legs'],
    usual: (house, { upholstery }) => upholstery !== 'fixed' && notLeft(house),
    why: 'House rule for hardware and doors; what is stuffed over and tacked stays on.',
    off: {
      name: 'Off the frame',
      speaksFor: 'Pad and cover stay clean, and the rails are reached to their edges.',
      speaksAgainst: 'Screws or staples have to be drawn.',
      barred: ({ upholstery }) =>
        upholstery === 'fixed' ? 'It is stuffed over and tacked to the frame: only its cover comes off.' : null,
    },
    on: {
      name: 'Left on, covered',
      speaksFor: 'Quick where only the legs are touched.',
      speaksAgainst: 'Tape along all of the cover, and what creeps under it stays.',
    },
  },
  {
    id: 'top',
    name: 'Top',
    zoneId: 'top',
    part: () => 'top',
    found: (p) => formById(p.form).family === 'table',
    has: startsWith(/^top\//),
    carries: true,
    worked: ['top', 'carcass', 'legs'],
    usual: () => false,
    why: 'It stays on unless it is known to be screwed or buttoned on.',
    off: {
      name: 'Off the frame',
      speaksFor: 'Base and top are worked side by side, and nothing is masked between them.',
      speaksAgainst: 'Only where it is screwed or buttoned on from below; a glued one stays.',
      barred: none,
    },
    on: {
      name: 'Left on',
      speaksFor: 'Nothing to unscrew, and nothing to line up again.',
      speaksAgainst: 'Where the two get different finishes one has to be covered from the other.',
    },
  },
  {
    id: 'legs',
    name: 'Legs',
    zoneId: 'legs',
    part: () => 'leg',
    found: (p) => ['table', 'drawers', 'doors'].includes(formById(p.form).family) && screwed.includes(p.legs),
    has: startsWith(/^leg-/),
    carries: true,
    worked: ['legs', 'carcass'],
    usual: () => false,
    why: 'They stay on unless they are known to be screwed or bolted on.',
    off: {
      name: 'Off, worked by themselves',
      speaksFor: 'They dry side by side, every side in reach; the piece need not be turned for them.',
      speaksAgainst: 'Only where they are screwed or bolted on; the piece stands on blocks meanwhile.',
      barred: none,
    },
    on: {
      name: 'Left on',
      speaksFor: 'Nothing to take off and to line up again.',
      speaksAgainst: 'The piece is turned over for them, and they wait until what it rests on can be handled.',
    },
  },
  {
    id: 'frame',
    name: 'Frame',
    zoneId: 'carcass',
    part: ({ form }) => (formById(form).family === 'chair' ? 'joint' : 'bolt'),
    found: (p) => jointsOf(p) > 0,
    count: jointsOf,
    has: () => true,
    carries: true,
    worked: ['carcass', 'legs', 'seat'],
    usual: () => false,
    why: 'It is glued first and worked as it stands: films keep glue out of the joints.',
    off: {
      name: 'Knocked apart',
      speaksFor: 'Every member lies flat and dries by itself; joints are scraped clean and glued anew in one go.',
      speaksAgainst:
        'All joints, not only the loose ones: hours of work. Tenons and mortises have to stay free of film.',
      barred: (p) =>
        formById(p.form).family === 'chair' && !p.damage.some((d) => frameDamage.includes(d.kind))
          ? 'Its joints are sound: knocking them apart breaks them.'
          : null,
    },
    on: {
      name: 'Left together',
      speaksFor: 'Only what is loose is glued.',
      speaksAgainst: 'Corners are hard to strip and to sand, and it is turned over for its underside.',
    },
  },
];

/** Key of the decision whether a member comes off: "off" or "on". */
export const memberKey = (id: MemberId): `apart/${MemberId}` => `apart/${id}`;

/** Number of parts of a member that a piece has. */
export function countOf(member: Member, piece: OfPiece, zones: readonly Zone[]): number {
  if (member.found && !member.found(piece)) return 0;
  const parts = new Set(zones.flatMap((z) => z.faces.filter(member.has).map((f) => pathOf(f).split('/')[0])));
  return parts.size > 0 ? (member.count?.(piece) ?? parts.size) : 0;
}

/** A member that a piece has. */
export interface MemberOfPiece {
  member: Member;
  /** It comes off for the work. */
  off: boolean;
  /** The user decided so. */
  decided: boolean;
}

const known = new WeakMap<readonly Zone[], { piece: OfPiece; schools: string; members: MemberOfPiece[] }>();

/** The members that a piece has, in the order in which they come off. */
export function membersOf(piece: OfPiece, house: House, zones: readonly Zone[]): readonly MemberOfPiece[] {
  const schools = `${house.drawers} ${house['hardware-doors']}`;
  const last = known.get(zones);
  if (last?.piece === piece && last.schools === schools) return last.members;
  const members = memberTable
    .filter((m) => countOf(m, piece, zones) > 0)
    .map((member) => {
      const choice = piece.decisions[memberKey(member.id)]?.choice;
      const decided = choice === 'on' || (choice === 'off' && member.off.barred(piece) === null);
      return { member, decided, off: decided ? choice === 'off' : member.usual(house, piece) };
    });
  known.set(zones, { piece, schools, members });
  return members;
}

/** Members that come off for the work on a piece: those that are in the way of a zone that is worked. */
export function membersOff(piece: OfPiece, house: House, zones: readonly Zone[]): Member[] {
  const works = (id: ZoneId) => zones.some((z) => z.id === id) && lookOf(piece, id) !== 'leave';
  return membersOf(piece, house, zones).flatMap(({ member, off }) =>
    off && (member.worked.length === 0 || zones.some((z) => works(z.id) && worksFor(member, z))) ? [member] : [],
  );
}

/** Whether the work on a zone asks for a member to come off: on one it is in the way of, or that holds some of it. */
export const worksFor = (member: Member, zone: Zone): boolean =>
  member.worked.includes(zone.id) ||
  (zone.id.startsWith('own-') && zone.faces.some((f) => member.worked.includes(f.zoneId)));

/** Zones that lie beside the body while some members are off: hardware, and every zone that is made of them alone. */
const zonesBeside = (zones: readonly Zone[], off: readonly Member[]): Set<ZoneId> =>
  new Set(
    zones
      .filter((z) => z.id === 'hardware' || (z.faces.length > 0 && z.faces.every((f) => off.some((m) => m.has(f)))))
      .map((z) => z.id),
  );

/** Zones of a piece that are worked beside the body. */
export const zonesApart = (piece: OfPiece, house: House, zones: readonly Zone[]): Set<ZoneId> =>
  zonesBeside(zones, membersOff(piece, house, zones));

/** Whether the drawers are worked in their places. */
export const drawersIn = (piece: OfPiece, house: House, zones: readonly Zone[]): boolean =>
  membersOf(piece, house, zones).some((m) => m.member.id === 'drawers' && !m.off);

/** Follows what is off while a plan is worked. */
export function partsOffIn(piece: OfPiece, zones: readonly Zone[], house: House) {
  const has = membersOf(piece, house, zones).map((m) => m.member);
  const off = new Set(has.filter((m) => m.id === 'drawers' && !drawersIn(piece, house, zones)));
  const hardware = new Set(zones.find((z) => z.id === 'hardware')?.faces.map((f) => f.id));
  const faces = new Map(zones.flatMap((z) => z.faces.map((f) => [f.id, f])));
  let uncovered = false;
  const besideNow = (): Set<ZoneId> => {
    const zoneIds = zonesBeside(zones, [...off]);
    return uncovered ? zoneIds.add('seat') : zoneIds;
  };
  let apart = besideNow();
  return {
    /** Zones that lie beside the body now. */
    get apart(): ReadonlySet<ZoneId> {
      return apart;
    },
    /** Whether a face is on a part that lies beside the body: it neither turns nor is carried with it. */
    isBeside: (id: string): boolean => hardware.has(id) || [...off].some((m) => faces.has(id) && m.has(faces.get(id)!)),
    /** Takes note of a step that takes something off, or fits it. */
    take({ kind, part }: Pick<Step, 'kind' | 'part'>): void {
      if (!part || (kind !== 'remove-part' && kind !== 'refit-part')) return;
      if (part === 'covering') uncovered = kind === 'remove-part';
      for (const m of has.filter((x) => x.part(piece) === part)) {
        if (kind === 'remove-part') off.add(m);
        else off.delete(m);
      }
      apart = besideNow();
    },
  };
}
