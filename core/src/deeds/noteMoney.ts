import type { Draft } from 'immer';
import { minuteOf } from '../units';
import { noMoney, type Workshop } from '../workshop';
import type { DeedOf } from './Deed';
import { DeedRefused } from './DeedRefused';
import { pieceOf } from './logDeeds';

const amounts = ['boughtFor', 'otherCosts', 'soldFor', 'fee'] as const;
const isBefore = (a: string | null, b: string | null): boolean => a !== null && b !== null && minuteOf(a) < minuteOf(b);

/** What came in and went out for a piece is noted. @throws DeedRefused below nothing, or sold before it was bought or offered */
export function noteMoney(draft: Draft<Workshop>, { pieceId, change }: DeedOf<'note-money'>): void {
  const piece = pieceOf(draft, pieceId);
  const money = { ...noMoney, ...piece.money, ...change };
  for (const key of amounts)
    if (money[key] !== null && !(money[key] >= 0))
      throw new DeedRefused(
        'below_nothing',
        'An amount cannot be below nothing: write what it cost or brought, without a sign.',
      );
  if (isBefore(money.soldAt, money.boughtAt))
    throw new DeedRefused('sold_before_bought', 'It cannot be sold before it was bought: look at both days.');
  if (isBefore(money.soldAt, money.offeredAt))
    throw new DeedRefused('sold_before_offered', 'It cannot be sold before it was offered: look at both days.');
  piece.money = money;
}
