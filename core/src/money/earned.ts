import { lookNames } from '../finishing';
import { formById } from '../piece';
import type { Reckoning } from '../reckoning';
import { inMinor, minuteOf } from '../units';
import type { LookKind, Piece, Settings, Supply } from '../workshop';
import { minutesWorked } from './hoursWorked';
import { productsCost, suppliesCost } from './materialsCost';

/** What a piece cost and brought. Amounts in whole minor units of the currency: the costs add up to their sum to the last one. */
export interface Earned {
  pieceId: string;
  name: string;
  form: string;
  /** Looks it got, each once. */
  looks: readonly string[];
  /** Minutes that were worked, and those of the plan that are still to come. */
  workedMin: number;
  aheadMin: number;
  costs: readonly { name: string; minor: number }[];
  costMinor: number;
  /** What it was sold for, or is to be sold for; null: neither is known. */
  broughtMinor: number | null;
  sold: boolean;
  profitMinor: number | null;
  /** Profit for each hour, worked and to come; null: nothing was brought in, or no hour is known. */
  perHourMinor: number | null;
  /** From when it was offered, or bought, until it was sold, days; null: not sold, or not known. */
  daysOnSale: number | null;
  soldAt: string | null;
}

const dayMin = 24 * 60;

/**
 * What a piece earned: what it brought less what was paid for it, for what went on it, for what was used up, for each hour of the
 * workshop, and for selling it. The hours themselves are what is earned with, and no cost.
 */
export function earned(
  piece: Piece,
  reckoning: Pick<Reckoning, 'products' | 'consumables' | 'steps'>,
  settings: Pick<Settings, 'currency' | 'overheadPerHour'>,
  supplies: readonly Supply[],
): Earned {
  const { money } = piece;
  const minor = (amount: number) => inMinor(amount, settings.currency);
  const plannedOf = new Map(reckoning.steps.map((s) => [s.step.id, s.handsOnMin]));
  const workedMin = minutesWorked(piece.log, (id) => plannedOf.get(id) ?? 0);
  const ahead = reckoning.steps.filter((s) => s.status !== 'done');
  const aheadMin = ahead.reduce((sum, s) => sum + s.handsOnMin, 0);
  const hours = (workedMin + aheadMin) / 60;
  const costs = [
    { name: 'Bought for', minor: minor(money?.boughtFor ?? 0) },
    { name: 'Fetching and other costs', minor: minor(money?.otherCosts ?? 0) },
    { name: 'Finishing materials, by what goes on', minor: minor(productsCost(reckoning)) },
    { name: 'Abrasives, tape, gloves and the like', minor: minor(suppliesCost(reckoning, supplies)) },
    { name: 'Rent, light and tools', minor: minor(hours * (settings.overheadPerHour ?? 0)) },
    { name: 'What selling it cost', minor: minor(money?.fee ?? 0) },
  ].filter((c) => c.minor > 0);
  const costMinor = costs.reduce((sum, c) => sum + c.minor, 0);
  const sold = money?.soldFor != null;
  const brought = money?.soldFor ?? piece.salePrice;
  const broughtMinor = brought === null ? null : minor(brought);
  const profitMinor = broughtMinor === null ? null : broughtMinor - costMinor;
  const from = money?.offeredAt ?? money?.boughtAt ?? null;
  const looks = [...new Set(Object.values(piece.looks) as LookKind[])].filter((l) => l !== 'leave');
  return {
    pieceId: piece.id,
    name: piece.name,
    form: formById(piece.form).name,
    looks: looks.map((l) => lookNames[l]),
    workedMin,
    aheadMin,
    costs,
    costMinor,
    broughtMinor,
    sold,
    profitMinor,
    perHourMinor: profitMinor === null || hours <= 0 ? null : Math.round(profitMinor / hours),
    daysOnSale: money?.soldAt && from ? Math.floor((minuteOf(money.soldAt) - minuteOf(from)) / dayMin) : null,
    soldAt: money?.soldAt ?? null,
  };
}

/** What a kind of pieces earned together. */
export interface EarnedBy {
  name: string;
  pieces: number;
  minutes: number;
  profitMinor: number;
  /** Null: no hour is known. */
  perHourMinor: number | null;
}

/** What pieces earned that were sold, by a kind of them, the best hour first. A piece of several kinds counts in each. */
export function earnedBy(all: readonly Earned[], kindsOf: (one: Earned) => readonly string[]): EarnedBy[] {
  const by = new Map<string, Omit<EarnedBy, 'perHourMinor'>>();
  for (const one of all) {
    if (!one.sold || one.profitMinor === null) continue;
    for (const name of kindsOf(one)) {
      const own = by.get(name) ?? { name, pieces: 0, minutes: 0, profitMinor: 0 };
      by.set(name, {
        name,
        pieces: own.pieces + 1,
        minutes: own.minutes + one.workedMin + one.aheadMin,
        profitMinor: own.profitMinor + one.profitMinor,
      });
    }
  }
  return [...by.values()]
    .map((b) => ({ ...b, perHourMinor: b.minutes > 0 ? Math.round((b.profitMinor / b.minutes) * 60) : null }))
    .sort((a, b) => (b.perHourMinor ?? Number.NEGATIVE_INFINITY) - (a.perHourMinor ?? Number.NEGATIVE_INFINITY));
}
