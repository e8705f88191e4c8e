import type { Method, Piece, Product, Step, StepKindId, ZoneId } from '../../workshop';
import { ownExtraId, ownStepId } from '../applyEdits';
import { fromShelf } from '../fromShelf';
import { stepKind } from '../stepKinds';

/** One change of a piece that a fix makes. */
export type PlanEdit =
  | { do: 'restore'; stepId: string }
  | { do: 'drop'; stepId: string }
  | {
      do: 'insert';
      kind: StepKindId;
      zoneId: ZoneId | null;
      afterId: string;
      productId: string | null;
      method: Method | null;
      grit: number | null;
      /** A step that has to wait for it; left out: none. */
      thenId?: string;
    }
  | { do: 'unpin'; beforeId: string; afterId: string }
  | { do: 'remove-own'; extraId: string }
  | {
      do: 'choose';
      key: string;
      productId?: string | null;
      method?: Method | null;
      coats?: number | null;
      batches?: number | null;
    }
  | { do: 'decide'; key: string; choice: string }
  | { do: 'look'; zoneId: ZoneId; look: NonNullable<Piece['looks'][ZoneId]> }
  | { do: 'unrework'; reworkedId: string }
  | { do: 'stand-in'; spaceId: string };

/** A way out that the program can take by itself: named by what it does. */
export interface Fix {
  name: string;
  edits: readonly PlanEdit[];
}

type Edited = Pick<Piece, 'edits' | 'choices' | 'decisions' | 'looks' | 'reworked' | 'spaceId'>;

const change: {
  [E in PlanEdit['do']]: (piece: Edited, edit: Extract<PlanEdit, { do: E }>, id: () => string, at: string) => void;
} = {
  restore: (p, e) => {
    p.edits.dropped = p.edits.dropped.filter((d) => d !== e.stepId);
  },
  drop: (p, e) => void p.edits.dropped.push(e.stepId),
  insert: (p, { do: _, thenId, ...extra }, id) => {
    const own = { id: id(), ...extra };
    p.edits.extra.push(own);
    if (thenId) p.edits.pins.push({ beforeId: ownStepId(own), afterId: thenId });
  },
  unpin: (p, e) => {
    p.edits.pins = p.edits.pins.filter((x) => x.beforeId !== e.beforeId || x.afterId !== e.afterId);
  },
  'remove-own': (p, e) => {
    p.edits.extra = p.edits.extra.filter((x) => x.id !== e.extraId);
  },
  choose: (p, { do: _, key, ...to }) => {
    p.choices[key] = { productId: null, coats: null, method: null, ...p.choices[key], ...to };
  },
  decide: (p, e, _, at) => {
    p.decisions[e.key] = { choice: e.choice, at, why: '' };
  },
  look: (p, e) => {
    p.looks[e.zoneId] = e.look;
  },
  unrework: (p, e) => {
    const undone = p.reworked.find((r) => r.id === e.reworkedId);
    if (undone) p.looks[undone.zoneId] = undone.from;
    p.reworked = p.reworked.filter((r) => r !== undone);
  },
  'stand-in': (p, e) => {
    p.spaceId = e.spaceId;
  },
};

/**
 * Makes the changes of a fix on a draft of a piece; its plan is then to be made again.
 * @param newId gives ids for steps that are put in
 * @param at instant of the decision, ISO 8601 with offset
 */
export function applyFix(piece: Edited, fix: Fix, newId: () => string, at: string): void {
  for (const edit of fix.edits)
    (change[edit.do] as (p: Edited, e: PlanEdit, id: () => string, at: string) => void)(piece, edit, newId, at);
}

/** Puts a step back that the user left out. */
export const restore = (stepId: string): PlanEdit => ({ do: 'restore', stepId });

/** Whether a step stands in the plan itself; what the schedule puts in for a passed window carries the id of its coat. */
const inPlan = (step: Step): boolean => step.id.split('/').length <= 3;

/** The step of a zone right before another one in the plan. */
const before = (steps: readonly Step[], step: Step): string =>
  steps
    .slice(0, Math.max(0, steps.indexOf(step)))
    .findLast((s) => s.zoneId === step.zoneId && s.kind !== 'obtain' && inPlan(s))?.id ?? 'piece/photograph/1';

/** What a step that is put in needs besides its kind. */
type Details = Partial<Pick<Extract<PlanEdit, { do: 'insert' }>, 'productId' | 'method' | 'grit'>>;

/** A product of the shelf that does a job, with the first way its label names; none where there is none. */
export function onShelf(
  { products }: { products: Readonly<Record<string, Product>> },
  kind: Product['kind'],
  fits: (product: Product) => boolean = () => true,
): Details {
  const product = fromShelf(products, [kind], {}, fits);
  return product ? { productId: product.id, method: product.methods[0] ?? null } : {};
}

/** Number of a step among those of its kind and zone, from its id. */
const numberOf = (id: string): number => Number(id.split('/')[2] ?? 0);

/** Steps of a kind that the user left out and that may have stood before another one: the numbers of its kind rise along the plan. */
function leftOutBefore(piece: Piece, steps: readonly Step[], step: Step, kind: StepKindId): string[] {
  const at = steps.indexOf(step);
  const alike = (s: Step) => s.zoneId === step.zoneId && s.kind === kind && inPlan(s) && ownExtraId(s.id) === null;
  const above = Math.max(
    0,
    ...steps
      .slice(0, at)
      .filter(alike)
      .map((s) => numberOf(s.id)),
  );
  const below = Math.min(
    Number.POSITIVE_INFINITY,
    ...steps
      .slice(at + 1)
      .filter(alike)
      .map((s) => numberOf(s.id)),
  );
  return piece.edits.dropped.filter(
    (id) => id.startsWith(`${step.zoneId ?? 'piece'}/${kind}/`) && numberOf(id) > above && numberOf(id) < below,
  );
}

/** Puts the steps a plan lacks before a step: back where the user left them out, else as new ones. */
export function putBefore(
  context: { piece: Piece; run: readonly { step: Step }[] },
  step: Step,
  kinds: readonly (readonly [StepKindId, Details?])[],
): Fix {
  const steps = context.run.map((at) => at.step);
  const left = kinds.map(([kind]) => leftOutBefore(context.piece, steps, step, kind));
  const names = kinds.map(([kind]) => stepKind(kind).verb.toLowerCase()).join(', then ');
  if (left.every((ids) => ids.length > 0))
    return { name: `Put back: ${names}`, edits: left.flat().map((stepId) => ({ do: 'restore', stepId })) };
  const afterId = before(steps, step);
  return {
    name: `Add before it: ${names}`,
    // The last one is put in first: each goes right after the same step.
    edits: [...kinds].reverse().map(([kind, details]) => ({
      do: 'insert' as const,
      kind,
      zoneId: step.zoneId,
      afterId,
      productId: null,
      method: null,
      grit: null,
      ...details,
    })),
  };
}

/** Takes a step of the user's own out again. */
export const takeOut = (step: Step): Fix[] =>
  ownExtraId(step.id) === null
    ? []
    : [{ name: 'Take your own step out', edits: [{ do: 'remove-own', extraId: ownExtraId(step.id)! }] }];

/** A step of the user's own gives way to another kind in the same place. */
export function replaceOwn(
  { piece }: { piece: Piece },
  step: Step,
  kinds: readonly (readonly [StepKindId, Details?])[],
): Fix[] {
  const extra = piece.edits.extra.find((x) => `own/${x.id}` === step.id);
  if (!extra) return [];
  return [
    {
      name: `Instead of it: ${kinds.map(([kind]) => stepKind(kind).verb.toLowerCase()).join(', then ')}`,
      edits: [
        { do: 'remove-own', extraId: extra.id },
        ...[...kinds].reverse().map(([kind, details]) => ({
          do: 'insert' as const,
          kind,
          zoneId: step.zoneId,
          afterId: extra.afterId,
          productId: null,
          method: null,
          grit: null,
          ...details,
        })),
      ],
    },
  ];
}

/** A cleaner that is not strong alkali. */
export const isMild = (p: Product): boolean => !p.hazards.includes('caustic');

/** A product of a kind for the steps of a zone, named by what it is; none where the shelf has none that fits. */
export function take(
  context: { products: Readonly<Record<string, Product>> },
  what: string,
  [zoneId, stepKindId]: readonly [ZoneId | null, StepKindId],
  kind: Product['kind'],
  fits: (product: Product) => boolean,
): Fix[] {
  const { productId } = onShelf(context, kind, fits);
  return productId && zoneId
    ? [{ name: `Take ${what}`, edits: [{ do: 'choose', key: `${zoneId}/${stepKindId}`, productId }] }]
    : [];
}

/** Takes a waterborne clear. */
export const takeWaterborne = (
  context: { products: Readonly<Record<string, Product>> },
  zoneId: ZoneId | null,
  kind: StepKindId = 'clear',
): Fix[] => take(context, 'a waterborne clear', [zoneId, kind], 'clear', (p) => p.carrier === 'water');

/** Another product for a step: the first on the shelf that does the same job and keeps the condition. */
export function otherProduct(
  { products }: { products: Readonly<Record<string, Product>> },
  step: Step,
  fits: (product: Product) => boolean,
): Fix[] {
  const now = step.productId ? products[step.productId] : undefined;
  const other = now && fromShelf(products, [now.kind], {}, (p) => p.id !== now.id && fits(p));
  return other && ownExtraId(step.id) === null
    ? [
        {
          name: `Take ${other.name}`,
          edits: [{ do: 'choose', key: `${step.zoneId}/${step.kind}`, productId: other.id }],
        },
      ]
    : [];
}
