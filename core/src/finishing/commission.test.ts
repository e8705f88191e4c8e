import { describe, expect, it } from 'vitest';
import { newPiece } from '../piece';
import type { Piece } from '../workshop';
import { type PlanSoFar, stationsOf } from './index';

const at = '2026-11-25T08:00:00Z';
const piece = (commission: Partial<Piece['commission']> = {}, heightM: number | null = 0.9): Piece => {
  const plain = newPiece('p', 'Desk', 'desk', at);
  return { ...plain, heightM, ownership: 'commission', commission: { ...plain.commission, ...commission } };
};
const noSamples = { samples: { count: 0, done: 0, lastAt: null }, complete: false };
const now = (p: Piece, plan: PlanSoFar = noSamples) => stationsOf(p, plan).find((s) => s.state === 'now')?.id;
const offer = { at, what: '£420', approvedAt: null, how: '' };
const agreed = { ...offer, approvedAt: at, how: 'signed' };

describe('the way of a commission', () => {
  it('goes from the enquiry over survey, offer and what is brought, shown and changed, to handing over', () => {
    expect(now(piece({}, null))).toBe('survey');
    expect(now(piece())).toBe('offer');
    expect(now(piece({ offer }))).toBe('approved');
    const brings = [{ id: 'a', kind: 'pulls' as const, what: 'Seven pulls', receivedAt: null }];
    expect(now(piece({ offer: agreed, awaited: brings }))).toBe('supplied');
    const shown = { samples: { count: 2, done: 1, lastAt: at }, complete: false };
    expect(now(piece({ offer: agreed, awaited: [{ ...brings[0]!, receivedAt: at }] }), shown)).toBe('samples');
    const change = { id: 'c', zoneId: 'top' as const, what: 'Green', price: 40, askedAt: at, approvedAt: null };
    expect(now(piece({ offer: agreed, changes: [change] }))).toBe('changes');
    expect(now(piece({ offer: agreed, changes: [{ ...change, approvedAt: at }] }))).toBe('handed-over');
    expect(now(piece({ offer: agreed, handedOverAt: at }))).toBeUndefined();
  });

  it('has no station for what nobody brings, shows or changes; what is missing is named', () => {
    const states = Object.fromEntries(stationsOf(piece(), noSamples).map((s) => [s.id, s.state]));
    expect([states.supplied, states.samples, states.changes]).toEqual(['not-needed', 'not-needed', 'not-needed']);
    const waits = stationsOf(
      piece({ awaited: [{ id: 'a', kind: 'covering', what: '', receivedAt: null }] }),
      noSamples,
    );
    expect(waits.find((s) => s.id === 'supplied')!.words).toBe('still to come: cloth or leather');
  });
});
