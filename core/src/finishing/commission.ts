import type { Piece } from '../workshop';

/** What a client may bring. */
export type AwaitedKind = NonNullable<Piece['commission']['awaited']>[number]['kind'];

export const awaitedNames: Readonly<Record<AwaitedKind, string>> = {
  pulls: 'Pulls and fittings',
  covering: 'Cloth or leather',
  glass: 'Glass or mirror',
  colour: 'Paint or stain',
  all: 'Something all work waits for',
};

/** One station on the way from an enquiry to handing over. */
export interface Station {
  id: 'enquiry' | 'survey' | 'offer' | 'approved' | 'supplied' | 'samples' | 'changes' | 'handed-over';
  name: string;
  /** It is passed, it is next, it comes later, or there is no need of it. */
  state: 'passed' | 'now' | 'later' | 'not-needed';
  /** Instant at which it was passed; null: it was not, or that is not known. */
  at: string | null;
  /** What it waits for, or what was agreed. */
  words: string;
}

/** How far a plan is, as a commission asks. */
export interface PlanSoFar {
  /** Steps that ask the client about a sample: how many, and how many are done. */
  samples: { count: number; done: number; lastAt: string | null };
  /** All of the plan is done but for its curing. */
  complete: boolean;
}

const latest = (instants: readonly (string | null)[]): string | null => {
  const known = instants.filter((x) => x !== null);
  return known.length > 0 ? known.reduce((a, b) => (Date.parse(a) > Date.parse(b) ? a : b)) : null;
};

/** How far a commission is: its stations in their order, the first that is not passed is next. */
export function stationsOf(piece: Piece, { samples, complete }: PlanSoFar): Station[] {
  const { offer, awaited = [], changes = [], handedOverAt = null } = piece.commission;
  const missing = awaited.filter((a) => a.receivedAt === null);
  const open = changes.filter((c) => c.approvedAt === null);
  const nothing = { passed: true, needed: false, at: null, words: '' };
  const raw: (Pick<Station, 'id' | 'name' | 'at' | 'words'> & { passed: boolean; needed: boolean })[] = [
    { id: 'enquiry', name: 'Enquiry', passed: true, needed: true, at: piece.createdAt, words: '' },
    {
      id: 'survey',
      name: 'Surveyed',
      passed: piece.heightM !== null,
      needed: true,
      at: null,
      words: piece.heightM === null ? 'to be measured and looked over' : '',
    },
    {
      id: 'offer',
      name: 'Offered',
      passed: offer != null,
      needed: true,
      at: offer?.at ?? null,
      words: offer?.what ?? '',
    },
    {
      id: 'approved',
      name: 'Offer approved',
      passed: offer?.approvedAt != null,
      needed: true,
      at: offer?.approvedAt ?? null,
      words: offer?.how ?? '',
    },
    {
      id: 'supplied',
      name: 'What the client brings',
      ...(awaited.length === 0
        ? nothing
        : {
            passed: missing.length === 0,
            needed: true,
            at: latest(awaited.map((a) => a.receivedAt)),
            words:
              missing.length > 0
                ? `still to come: ${missing.map((a) => a.what || awaitedNames[a.kind].toLowerCase()).join(', ')}`
                : '',
          }),
    },
    {
      id: 'samples',
      name: 'Samples approved',
      ...(samples.count === 0
        ? nothing
        : {
            passed: samples.done === samples.count,
            needed: true,
            at: samples.lastAt,
            words: samples.done < samples.count ? `${samples.count - samples.done} to be shown` : '',
          }),
    },
    {
      id: 'changes',
      name: 'Changes agreed on',
      ...(changes.length === 0
        ? nothing
        : {
            passed: open.length === 0,
            needed: true,
            at: latest(changes.map((c) => c.approvedAt)),
            words: open.map((c) => c.what).join('; '),
          }),
    },
    {
      id: 'handed-over',
      name: 'Handed over',
      passed: handedOverAt !== null,
      needed: true,
      at: handedOverAt,
      words: complete ? 'with its care card' : 'when the work is done',
    },
  ];
  const next = raw.find((s) => s.needed && !s.passed)?.id;
  return raw.map(
    ({ passed, needed, ...s }): Station => ({
      ...s,
      state: !needed ? 'not-needed' : passed ? 'passed' : s.id === next ? 'now' : 'later',
    }),
  );
}
