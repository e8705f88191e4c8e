import type { Draft } from 'immer';
import type { Container, LedgerRow, Workshop } from '../workshop';
import type { DeedOf } from './Deed';
import { DeedRefused } from './DeedRefused';

/** More than any shelf carries of one thing, L. */
const mostL = 1000;

function containerOf(draft: Draft<Workshop>, containerId: string): Draft<Container> {
  const container = draft.containers[containerId];
  if (!container) throw new DeedRefused('container_gone', 'The can is gone: it was taken away in the meantime.');
  return container;
}

function checked(litres: number): number {
  if (!(litres >= 0 && litres <= mostL))
    throw new DeedRefused('amount_out_of_range', 'What is in a can cannot be less than nothing, nor over 1000 litres.');
  return litres;
}

/** Containers come onto the shelf. */
export function bring(draft: Draft<Workshop>, deed: DeedOf<'bring'>, at: string, newId: () => string): void {
  for (const { litres, ...container } of deed.containers) {
    const id = newId();
    const first: LedgerRow = { at, deed: 'brought', ofId: null, changeL: checked(litres), countedL: null };
    draft.containers[id] = {
      ...container,
      id,
      ledger: [first],
      boughtAt: at,
      openedAt: null,
      mixId: null,
      note: '',
    };
  }
}

/** What is in a container is typed or weighed: from then on that is what there is. */
export function count(draft: Draft<Workshop>, { containerId, litres, by }: DeedOf<'count'>, at: string): void {
  const { ledger } = containerOf(draft, containerId);
  const last = ledger.at(-1);
  const row: LedgerRow = { at, deed: by, ofId: null, changeL: null, countedL: checked(litres) };
  // A count corrected within the same minute is one count.
  if (last?.deed === by && Math.abs(Date.parse(at) - Date.parse(last.at)) < 60_000) ledger[ledger.length - 1] = row;
  else ledger.push(row);
}

/** A closed container is opened. */
export function open(draft: Draft<Workshop>, { containerId }: DeedOf<'open'>, at: string): void {
  containerOf(draft, containerId).openedAt = at;
}

/** Cans of a product are brought into a space, or put back on the shelf. */
export function bringIn(draft: Draft<Workshop>, { productId, spaceId }: DeedOf<'bring-in'>, at: string): void {
  if (spaceId !== null && !draft.settings.spaces.some((s) => s.id === spaceId))
    throw new DeedRefused('space_gone', 'The space is gone: it was taken away in the meantime.');
  for (const can of Object.values(draft.containers)) {
    if (can.productId !== productId) continue;
    if (spaceId === null) delete can.broughtIn;
    else can.broughtIn = { at, spaceId };
  }
}

/** Nothing is left in a container: used up, or thrown away with what was in it. */
export function empty(
  draft: Draft<Workshop>,
  { do: what, containerId }: DeedOf<'use-up' | 'throw-away'>,
  at: string,
): void {
  const deed = what === 'use-up' ? 'used-up' : 'thrown-away';
  containerOf(draft, containerId).ledger.push({ at, deed, ofId: null, changeL: null, countedL: 0 });
}

/** More than any shelf carries of one supply, in its unit. */
const mostOfSupply = 100_000;
/** Counted again so soon, a count is put right, minutes. */
const sameCountMin = 60;
/** So many counts teach all that can be learnt. */
const mostCounts = 500;

function amountOf(amount: number): number {
  if (!(amount >= 0 && amount <= mostOfSupply))
    throw new DeedRefused('amount_out_of_range', 'What is left cannot be less than nothing, nor over 100,000.');
  return amount;
}

/** What is left of a supply, counted: between two counts stands what the work used up. */
export function countSupply(draft: Draft<Workshop>, { supplyId, left }: DeedOf<'count-supply'>, at: string): void {
  const supply = draft.supplies[supplyId];
  if (!supply)
    throw new DeedRefused('supply_gone', 'It is no longer kept count of: choose it again under Keep count of.');
  const found = amountOf(left);
  const counts = supply.counts ?? [];
  const last = counts.at(-1);
  const again = last && last.found === supply.left && Date.parse(at) - Date.parse(last.at) < sameCountMin * 60_000;
  if (again) Object.assign(last, { at, found });
  else counts.push({ at, was: supply.left, found });
  supply.counts = counts.slice(-mostCounts);
  supply.left = found;
}

/** A supply comes in: more of what is kept count of, or the first of its kind. */
export function bringSupply(
  draft: Draft<Workshop>,
  { supply, amount }: DeedOf<'bring-supply'>,
  at: string,
  newId: () => string,
): void {
  const id = newId();
  const own = Object.values(draft.supplies).find((s) => s.kind === supply.kind);
  if (own) own.left = amountOf(own.left + amountOf(amount));
  else {
    const left = amountOf(amount);
    draft.supplies[id] = {
      ...supply,
      packs: supply.packs.map((p) => ({ ...p })),
      id,
      left,
      counts: [{ at, was: left, found: left }],
    };
  }
}
