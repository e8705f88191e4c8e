import {
  availableLooks,
  blockOf,
  blockTable,
  damageCase,
  damageRow,
  houseOf,
  isLocal,
  lookOf,
  lookRow,
  type Member,
  memberKey,
  membersOf,
  recommendTakeOff,
  type Situation,
  situationsOf,
  takeOffOf,
  takeOffTable,
  worksFor,
} from '../finishing';
import { buildFaces, shapeOf, type Zone, zonesOf } from '../piece';
import { good, type Result } from '../units';
import { keepKey, type LookKind, type Piece, withDecision, type ZoneId } from '../workshop';
import { type ReckonInput, reckonPiece } from './reckonPiece';
import { sittingsOf } from './sittingsOf';
import { toBuyPrice } from './toBuyPrice';

/** What an alternative comes to over the whole piece. */
export interface TreatmentFigures {
  steps: number;
  sittings: number;
  handsOnMin: number;
  /** Cans still to be bought, less the shelf. */
  price: number;
  lightUseAtMin: number | null;
  findings: number;
}

/** One way to treat something, with what speaks for and against it and what the piece comes to with it. */
export interface Alternative {
  choice: string;
  name: string;
  speaksFor: string;
  speaksAgainst: string;
  /** Why it cannot be had here; it then has no figures. */
  barredBecause: string | null;
  figures: TreatmentFigures | null;
}

/** A choice to be made on a piece: the old film of a zone, or one damage. */
export interface Question {
  /** Key of the decision: "zone/look", "zone/take-off", "zone/block", "apart/member" or "damage/id". */
  key: string;
  zoneId: ZoneId;
  about: 'keep' | 'take-off' | 'damage' | 'block' | 'member';
  subject: string;
  count: number;
  alternatives: Alternative[];
  recommended: { choice: string; why: string };
  /** What holds now: decided by the user, or as recommended. */
  current: string;
  decided: { at: string; why: string } | null;
}

type Draft = Omit<Question, 'alternatives'> & { alternatives: Omit<Alternative, 'figures'>[] };

/** What the choice of one alternative comes to, worked out by planning, pricing and scheduling; nothing is stored. */
function figuresOf(input: ReckonInput, key: string, choice: string): TreatmentFigures | null {
  const { piece } = input;
  const decided: Piece = { ...piece, ...withDecision(piece, key, { choice, at: '1970-01-01T00:00:00Z', why: '' }) };
  const reckoned = reckonPiece({ ...input, piece: decided });
  if (!reckoned.ok) return null;
  const { totals, findings, steps } = reckoned.value;
  return {
    steps: steps.length,
    sittings: sittingsOf(steps).length,
    handsOnMin: totals.handsOnMin,
    price: toBuyPrice(input, reckoned.value),
    lightUseAtMin: totals.lightUseAtMin,
    findings: findings.filter((f) => f.severity !== 'advice' && f.overruledBecause === null).length,
  };
}

/** Older than this, age and patina speak for what is there (from memory). */
const oldUntil = 1930;

const keepWords: Readonly<Partial<Record<LookKind, readonly [speaksFor: string, speaksAgainst: string]>>> = {
  revived: [
    'Age, maker, patina and a sound old film are worth more than a new one, and a scraped surface is not undone.',
    'It stays as hard wearing as it was; deep marks stay.',
  ],
  refreshed: [
    'New coats over the old finish: it wears better, and the colour stays.',
    'The patina lies under new film.',
  ],
};

/** First of all: keep it? Asked while nothing is done yet on a zone whose old finish could stay. */
function keepQuestion(piece: Piece, s: Situation, zone: Zone | undefined, tools: Situation['tools']): Draft[] {
  if (!zone || s.look === 'leave' || piece.log.some((e) => e.step.zoneId === zone.id)) return [];
  const choices = availableLooks(piece, zone.faces, tools);
  const barredOf = (look: LookKind) => choices.find((c) => c.look === look)?.barredBecause ?? null;
  if (barredOf('revived') !== null) return [];
  const key = keepKey(zone.id);
  const worked: LookKind = s.look === 'revived' ? 'natural-clear' : s.look;
  const looks = [...new Set<LookKind>(['revived', 'refreshed', worked])];
  const old = piece.decade !== null && piece.decade <= oldUntil && !s.painted;
  const decided = piece.decisions[key];
  return [
    {
      key,
      zoneId: zone.id,
      about: 'keep',
      subject: 'Keep the old finish',
      count: 1,
      alternatives: looks.map((look) => ({
        choice: look,
        name: lookRow(look).name.replace(/^./, (c) => c.toUpperCase()),
        speaksFor: keepWords[look]?.[0] ?? 'A new finish from the ground up, as even and as hard wearing as its coats.',
        speaksAgainst: keepWords[look]?.[1] ?? 'What is old about it is gone for good, and it takes longest.',
        barredBecause: barredOf(look),
      })),
      recommended: old
        ? {
            choice: 'revived',
            why: 'It is old, and its finish can stay: cleaning and reviving keeps what cannot be made again.',
          }
        : { choice: s.look, why: 'The look that was chosen for it.' },
      current: s.look,
      decided: decided?.choice === s.look ? decided : null,
    },
  ];
}

function takeOffQuestion(piece: Piece, s: Situation, house: ReturnType<typeof houseOf>): Draft[] {
  if (!s.hasFilm || s.look === 'leave' || s.look === 'revived') return [];
  const key = `${s.zoneId}/take-off`;
  const [choice, why] = recommendTakeOff({ ...s, decidedTakeOff: undefined }, house);
  const [current] = takeOffOf(s, house);
  return [
    {
      key,
      zoneId: s.zoneId,
      about: 'take-off',
      subject: 'The old finish',
      count: 1,
      alternatives: takeOffTable.map((t) => ({
        choice: t.id,
        name: t.name,
        speaksFor: t.speaksFor,
        speaksAgainst: t.speaksAgainst,
        barredBecause: t.barred(s),
      })),
      recommended: { choice, why },
      current: current ?? choice,
      decided: piece.decisions[key] ?? null,
    },
  ];
}

function blockQuestion(piece: Piece, s: Situation, house: ReturnType<typeof houseOf>): Draft[] {
  if (!s.bleeder || !s.painted || s.metal || s.flexible) return [];
  const key = `${s.zoneId}/block`;
  const usual = blockOf({ decidedBlock: undefined }, house);
  return [
    {
      key,
      zoneId: s.zoneId,
      about: 'block',
      subject: `${s.bleeder} bleeds`,
      count: 1,
      alternatives: blockTable.map((b) => ({
        choice: b.id,
        name: b.name,
        speaksFor: b.speaksFor,
        speaksAgainst: b.speaksAgainst,
        barredBecause: null,
      })),
      recommended: { choice: usual.id, why: `House rule: ${usual.speaksFor.toLowerCase()}` },
      current: blockOf(s, house).id,
      decided: piece.decisions[key] ?? null,
    },
  ];
}

const needsFilmOff = 'It needs the new finish off: choose another look, which begins anew.';

function damageQuestions(input: ReckonInput, s: Situation, house: ReturnType<typeof houseOf>): Draft[] {
  const { piece, settings } = input;
  return [...s.treated, ...s.late].map((treated) => {
    const { damage, treatment } = treated;
    const late = s.late.includes(treated);
    const keepsFilm = late || (s.hasFilm && !s.strips);
    const at = damageCase(piece, damage, s.surfaces, keepsFilm, settings, house);
    const row = damageRow(damage.kind);
    const [choice, why] = row.recommend({ ...at, showsWood: lookRow(s.look).showsWood });
    return {
      key: `damage/${damage.id}`,
      zoneId: s.zoneId,
      about: 'damage' as const,
      subject: row.name,
      count: damage.count,
      alternatives: row.treatments.map((t) => ({
        choice: t.id,
        name: t.name,
        speaksFor: t.speaksFor,
        speaksAgainst: t.speaksAgainst,
        barredBecause: t.barred?.(at) ?? (late && !isLocal(t.steps) ? needsFilmOff : null),
      })),
      recommended: { choice, why },
      current: treatment.id,
      decided: piece.decisions[`damage/${damage.id}`] ?? null,
    };
  });
}

const wordsOf = ({ name, speaksFor, speaksAgainst }: Member['on']) => ({ name, speaksFor, speaksAgainst });

/** What can come off: asked where the work on a zone is hindered by it. */
function memberQuestions(piece: Piece, house: ReturnType<typeof houseOf>, zones: readonly Zone[]): Draft[] {
  const worked = zones.filter((z) => lookOf(piece, z.id) !== 'leave');
  return membersOf(piece, house, zones)
    .filter(({ member }) => worked.some((z) => worksFor(member, z) || z.faces.some(member.has)))
    .map(({ member, off, decided }) => {
      const key = memberKey(member.id);
      const barredBecause = member.off.barred(piece);
      const usual = member.usual(house, piece) ? 'off' : 'on';
      return {
        key,
        zoneId: member.zoneId,
        about: 'member',
        subject: member.name,
        count: 1,
        alternatives: [
          { choice: 'off', ...wordsOf(member.off), barredBecause },
          { choice: 'on', ...wordsOf(member.on), barredBecause: null },
        ],
        recommended: { choice: usual, why: member.why },
        current: off ? 'off' : 'on',
        decided: decided ? (piece.decisions[key] ?? null) : null,
      };
    });
}

/**
 * Every choice of treatment on a piece, each alternative with its hours, material, date and remaining findings side by
 * side. Refused where the piece has not been measured.
 */
export function compareTreatments(input: ReckonInput): Result<Question[]> {
  const { piece, settings } = input;
  const shape = shapeOf(piece);
  if (!shape.ok) return shape;
  const zones = zonesOf(piece, buildFaces(shape.value)).filter((z) => z.id !== 'hardware');
  const house = houseOf(settings, piece);
  const drafts = [
    ...situationsOf(piece, zones, house, settings).flatMap((s) =>
      s.look === 'leave'
        ? []
        : [
            ...keepQuestion(
              piece,
              s,
              zones.find((z) => z.id === s.zoneId),
              settings.tools,
            ),
            ...takeOffQuestion(piece, s, house),
            ...blockQuestion(piece, s, house),
            ...damageQuestions(input, s, house),
          ],
    ),
    ...memberQuestions(piece, house, zones),
  ];
  return good(
    drafts
      .filter((d) => d.alternatives.length > 1)
      .map((d) => ({
        ...d,
        alternatives: d.alternatives.map((a) => ({
          ...a,
          figures: a.barredBecause === null ? figuresOf(input, d.key, a.choice) : null,
        })),
      })),
  );
}
