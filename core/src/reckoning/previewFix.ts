import { applyFix, type Finding, type Fix } from '../finishing';
import { good, type Result } from '../units';
import type { Piece } from '../workshop';
import { type ReckonInput, reckonPiece } from './reckonPiece';
import { toBuyPrice } from './toBuyPrice';

/** What a piece comes to. */
interface Sum {
  handsOnMin: number;
  productL: number;
  /** Cans still to be bought, less the shelf. */
  price: number;
  lightUseAtMin: number | null;
}

/** What a fix would change, before and after, and which findings it resolves and raises. */
export interface FixPreview {
  before: Sum;
  after: Sum;
  resolves: readonly string[];
  raises: readonly string[];
}

const kinds = (findings: readonly Finding[]) => new Map(findings.map((f) => [`${f.ruleId}/${f.zoneId}`, f.sentence]));

/**
 * Works a fix out on a copy of the piece, planned, priced and scheduled; nothing is stored.
 * Refused where the piece cannot be worked out with it.
 */
export function previewFix(input: ReckonInput, fix: Fix): Result<FixPreview> {
  const { piece } = input;
  const before = reckonPiece(input);
  if (!before.ok) return before;
  const copy: Piece = {
    ...piece,
    edits: { dropped: [...piece.edits.dropped], pins: [...piece.edits.pins], extra: [...piece.edits.extra] },
    choices: { ...piece.choices },
    decisions: { ...piece.decisions },
    looks: { ...piece.looks },
  };
  let count = 0;
  const newId = () => {
    count += 1;
    return `preview-${count}`;
  };
  applyFix(copy, fix, newId, '1970-01-01T00:00:00Z');
  const after = reckonPiece({ ...input, piece: copy });
  if (!after.ok) return after;
  const [was, is] = [kinds(before.value.findings), kinds(after.value.findings)];
  const sum = (r: typeof before.value): Sum => ({
    handsOnMin: r.totals.handsOnMin,
    productL: r.totals.productL,
    price: toBuyPrice(input, r),
    lightUseAtMin: r.totals.lightUseAtMin,
  });
  return good({
    before: sum(before.value),
    after: sum(after.value),
    resolves: [...was].filter(([key]) => !is.has(key)).map(([, sentence]) => sentence),
    raises: [...is].filter(([key]) => !was.has(key)).map(([, sentence]) => sentence),
  });
}
