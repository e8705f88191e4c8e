import type { Workshop } from '../workshop';

/**
 * A workshop with some of its pieces, and what they need to be understood: their products, the cans and mixes they drew on, and readings
 * since an instant. It is sent to another copy, and takes nothing away there.
 * @param since readings from then on; null: none
 */
export function someOf(workshop: Workshop, pieceIds: readonly string[], since: string | null): Workshop {
  const pieces = Object.fromEntries(
    pieceIds.flatMap((id) => (workshop.pieces[id] ? [[id, workshop.pieces[id]] as const] : [])),
  );
  const all = Object.values(pieces);
  const entryIds = new Set(all.flatMap((p) => p.log.map((e) => e.id)));
  const mixes = Object.fromEntries(
    Object.entries(workshop.mixes).filter(([, m]) => m.steps.some((s) => pieceIds.includes(s.pieceId))),
  );
  const drew = (ofId: string | null) => ofId !== null && (entryIds.has(ofId) || ofId in mixes);
  const containers = Object.fromEntries(
    Object.entries(workshop.containers).filter(([, c]) => c.ledger.some((row) => drew(row.ofId))),
  );
  const used = new Set([
    ...all.flatMap((p) => [
      ...p.log.flatMap((e) => e.step.productId ?? []),
      ...Object.values(p.choices).flatMap((c) => c.productId ?? []),
    ]),
    ...Object.values(containers).map((c) => c.productId),
    ...Object.values(mixes).flatMap((m) => m.parts.flatMap((p) => p.productId ?? [])),
  ]);
  const from = since === null ? Number.POSITIVE_INFINITY : Date.parse(since);
  return {
    ...workshop,
    pieces,
    containers,
    mixes,
    products: Object.fromEntries(Object.entries(workshop.products).filter(([id]) => used.has(id))),
    readings: Object.fromEntries(Object.entries(workshop.readings).filter(([, r]) => Date.parse(r.at) >= from)),
    supplies: {},
  };
}
