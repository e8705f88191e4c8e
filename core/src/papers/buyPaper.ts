import type { BuyList, SupplyLine } from '../stock';
import { dayName, exactMoney, formatVolume, fullDate, inMinor } from '../units';
import type { Settings } from '../workshop';
import type { Paper, TickRow } from './Paper';

const amountOf = (n: number, unit: string): string =>
  unit === 'pieces' ? String(Math.ceil(n - 1e-9)) : `${n.toFixed(n < 1 ? 2 : 1)} ${unit}`;

/** The buy list on paper: cans in the order in which they have to be ordered, then what is used up, with room for a tick. */
export function buyPaper(
  list: BuyList,
  supplies: readonly SupplyLine[],
  settings: Pick<Settings, 'name' | 'timeZone' | 'unitSystem' | 'currency'>,
  nowMin: number,
): Paper {
  const { timeZone, unitSystem, currency } = settings;
  const cost = (amount: number) => exactMoney(inMinor(amount, currency), currency);
  const litres = (x: number) => formatVolume(x, unitSystem);
  const cans = list.lines.map((l): TickRow => {
    const late = l.time !== null && l.time.orderByMin <= nowMin;
    return {
      done: false,
      what: `${l.product.name}: ${l.packs.counts.map((c) => `${c.count} × ${litres(c.pack.volumeL)}`).join(' + ') || litres(l.buyL)}`,
      cautions: late ? ['order today'] : [],
      notes: [
        `${litres(l.needL)} needed${l.shelfL > 0 ? `, ${litres(l.shelfL)} on the shelf` : ''}, for ${l.for.join(', ')}`,
      ],
      when: l.time ? `by ${dayName(l.time.orderByMin, timeZone)}` : 'no day yet',
      amount: l.packs.price > 0 ? cost(l.packs.price) : '',
    };
  });
  const short = supplies.filter((s) => s.buyAmount > 0);
  const used = short.map(
    (s): TickRow => ({
      done: false,
      what: `${s.supply.name}: ${s.packs.map((p) => `${p.count} × ${amountOf(p.amount, s.need.unit)}`).join(' + ') || amountOf(s.buyAmount, s.need.unit)}`,
      cautions: [],
      notes: [],
      when: '',
      amount: s.price > 0 ? cost(s.price) : '',
    }),
  );
  const sum = list.price + short.reduce((all, s) => all + s.price, 0);
  return {
    kind: 'buy',
    title: 'To buy',
    under: `${fullDate(nowMin, timeZone)} · ${cost(sum)} together`,
    blocks: [
      ...(cans.length > 0
        ? ([
            { kind: 'heading', text: 'Cans' },
            { kind: 'ticks', rows: cans },
          ] as const)
        : []),
      ...(used.length > 0
        ? ([
            { kind: 'heading', text: 'What is used up' },
            { kind: 'ticks', rows: used },
          ] as const)
        : []),
      ...(cans.length + used.length === 0 ? ([{ kind: 'text', text: 'Nothing: the shelf does.' }] as const) : []),
      ...list.issues.map((i) => ({ kind: 'small', text: i.message }) as const),
    ],
    foot: settings.name,
  };
}
