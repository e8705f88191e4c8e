import { houseOf } from '@cosmesis/core/finishing';
import { typicalSupplies } from '@cosmesis/core/products';
import { consumablesOfUse } from '@cosmesis/core/reckoning';
import {
  type BuyLine,
  type BuyList,
  leftoverWorth,
  type SupplyLine,
  type SupplyNeed,
  supplyList,
  willItLast,
} from '@cosmesis/core/stock';
import { buyListToCsv } from '@cosmesis/core/takeaway';
import { formatVolume, type Result } from '@cosmesis/core/units';
import { hasPlan } from '@cosmesis/core/workshop';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import useSWR from 'swr';
import { doDeed } from '../../store/doDeed';
import { nameOf } from '../../store/nameOf';
import { newId, theStore } from '../../store/theStore';
import { useNowMin } from '../../store/useNowMin';
import { useDraws, useSummaries } from '../../store/useSummaries';
import { useParts } from '../../store/useWorkshop';
import { download, fileName } from '../../ui/download';
import { dayName, money } from '../../ui/formatTime';
import { toProduct } from '../../ui/links';
import { ScrollRegion } from '../../ui/ScrollRegion';
import { say } from '../../ui/say';
import { callCore } from '../../workers/callCore';

function useBuyList(left: ReadonlySet<string>): Result<BuyList> | undefined {
  const { products, containers } = useParts('products', 'containers');
  const nowMin = useNowMin();
  const draws = useDraws();
  const needs = useMemo(() => draws.filter((d) => !left.has(d.pieceId)), [draws, left]);
  const hour = Math.floor(nowMin / 60);
  const key = ['buy', hour, nameOf(products), nameOf(containers), nameOf(draws), [...left].sort().join()].join('/');
  const { data } = useSWR<Result<BuyList>, Error>(
    key,
    () => callCore('buy', [needs, nowMin], { key: 'buy', urgent: true, needs: [] }),
    { compare: Object.is, keepPreviousData: true, revalidateOnFocus: false, revalidateIfStale: false },
  );
  return data;
}

/** Cans of a line as they come onto the shelf. */
function bought(line: BuyLine): void {
  const cans = line.packs.counts.flatMap(({ pack, count }) =>
    Array.from({ length: count }, () => ({
      productId: line.product.id,
      litres: pack.volumeL,
      place: '',
      batch: null,
      finite: false,
    })),
  );
  doDeed(`Bought: ${line.product.name}`, { do: 'bring', containers: cans });
  say({
    text: `On the shelf: ${line.product.name}, ${cans.length} ${cans.length === 1 ? 'can' : 'cans'}.`,
    action: { name: 'Undo', run: () => theStore().undo() },
  });
}

function Line({ line }: { line: BuyLine }) {
  const { settings, containers } = useParts('settings', 'containers');
  const draws = useDraws();
  const nowMin = useNowMin();
  const lasts = willItLast(line.product, draws, Object.values(containers));
  const late = line.orderByMin <= nowMin;
  return (
    <li className="buy-line">
      <button
        type="button"
        className="line no-print"
        aria-label={`Bought: ${line.product.name}`}
        onClick={() => bought(line)}
        disabled={line.packs.counts.length === 0}
      >
        Bought
      </button>
      <span className="tick-box print-only" aria-hidden="true" />
      <div>
        <p>
          <span
            className="mark"
            style={{
              background: line.product.colour,
              display: 'inline-block',
              width: 18,
              height: 18,
              border: '1.5px solid #15211d',
              marginRight: 8,
              verticalAlign: -3,
            }}
          />
          <Link to={toProduct(line.product.id)}>{line.product.name}</Link>
        </p>
        <p className="what">
          {line.packs.counts.length === 0
            ? 'no pack on its sheet'
            : line.packs.counts
                .map((c) => `${c.count} × ${formatVolume(c.pack.volumeL, settings.unitSystem)}`)
                .join(' + ')}
        </p>
        <p className="quiet">
          {formatVolume(line.needL, settings.unitSystem)} needed
          {line.shelfL > 0 && <>, {formatVolume(line.shelfL, settings.unitSystem)} on the shelf</>}
          {line.agedL > 0 && <>, {formatVolume(line.agedL, settings.unitSystem)} past its date by then</>} · for{' '}
          {line.for.join(', ')}
        </p>
        <details className="no-print">
          <summary className="quiet">How it is worked out, and how far the shelf goes</summary>
          <p>
            {formatVolume(line.needL, settings.unitSystem)} needed − {formatVolume(line.shelfL, settings.unitSystem)} on
            the shelf = {formatVolume(line.buyL, settings.unitSystem)};{' '}
            {formatVolume(line.packs.volumeL, settings.unitSystem)} in the packs. A litre left over counts{' '}
            {money(leftoverWorth(line.product), settings.currency)}.
          </p>
          <ol className="bare">
            {lasts.map((l, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a list that is only shown
              <li key={i} className="row">
                <span className="n">{dayName(l.atMin, settings.timeZone)}</span>
                <span>{l.pieceName}</span>
                <span className="n">− {formatVolume(l.highL, settings.unitSystem)}</span>
                <b className="n">
                  {l.leftL < -1e-9
                    ? `short of ${formatVolume(-l.leftL, settings.unitSystem)}`
                    : `${formatVolume(l.leftL, settings.unitSystem)} left`}
                </b>
              </li>
            ))}
          </ol>
        </details>
      </div>
      <div className="buy-when">
        <b className={late ? 'late' : ''}>{late ? 'order now' : `by ${dayName(line.orderByMin, settings.timeZone)}`}</b>
        <span className="quiet">needed {dayName(line.neededAtMin, settings.timeZone)}</span>
        <b className="n">{money(line.packs.price, settings.currency)}</b>
      </div>
    </li>
  );
}

/** Packs of supplies as they come in: counted from then on. */
function boughtSupply(line: SupplyLine): void {
  const amount = line.packs.reduce((sum, p) => sum + p.amount * p.count, 0);
  const id = newId();
  theStore().transact(`Bought: ${line.supply.name}`, (draft) => {
    const own = Object.values(draft.supplies).find((s) => s.kind === line.need.what);
    if (own) own.left += amount;
    else
      draft.supplies[id] = {
        ...line.supply,
        packs: line.supply.packs.map((p) => ({ ...p })),
        id,
        left: amount,
      };
  });
  say({ text: `There now: ${line.supply.name}.`, action: { name: 'Undo', run: () => theStore().undo() } });
}

/** What is used up besides the products, less what there is, in packs. */
function Supplies({ left }: { left: ReadonlySet<string> }) {
  const { supplies, settings } = useParts('supplies', 'settings');
  const { byId } = useSummaries();
  // Over all pieces at once and only for what is still to come: one brush does for a product, wherever it goes.
  const uses = [...byId.values()].flatMap((s) => (left.has(s.pieceId) ? [] : s.use));
  const needs: SupplyNeed[] = consumablesOfUse(uses, houseOf(settings, { houseRules: {} }));
  const lines = supplyList(needs, Object.values(supplies), typicalSupplies);
  if (lines.length === 0) return null;
  const amount = (n: number, unit: string) =>
    unit === 'pieces' ? String(Math.ceil(n - 1e-9)) : `${n.toFixed(n < 1 ? 2 : 1)} ${unit}`;
  return (
    <section className="stack" aria-label="Sheets, tape and what is used up">
      <h2>
        Sheets, tape and what is used up:{' '}
        <span className="n">
          {money(
            lines.reduce((sum, l) => sum + l.price, 0),
            settings.currency,
          )}
        </span>
      </h2>
      <ScrollRegion label="Supplies">
        <table className="figures">
          <thead>
            <tr>
              <th>What</th>
              <th className="num">Needed</th>
              <th className="num">There</th>
              <th>Buy</th>
              <th className="num">Price</th>
              <td className="no-print" />
            </tr>
          </thead>
          <tbody>
            {lines.map((l) => (
              <tr key={l.need.what} className={l.buyAmount === 0 ? 'over' : ''}>
                <td>{l.supply.name}</td>
                <td className="num">{amount(l.need.amount, l.need.unit)}</td>
                <td className="num">{amount(l.haveAmount, l.need.unit)}</td>
                <td>
                  {l.buyAmount === 0
                    ? 'enough'
                    : l.packs.map((p) => `${p.count} × ${amount(p.amount, l.need.unit)}`).join(' + ') ||
                      amount(l.buyAmount, l.need.unit)}
                </td>
                <td className="num">{l.price > 0 ? money(l.price, settings.currency) : ''}</td>
                <td className="no-print">
                  {l.packs.length > 0 && (
                    <button
                      type="button"
                      className="plain"
                      aria-label={`Bought: ${l.supply.name}`}
                      onClick={() => boughtSupply(l)}
                    >
                      Bought
                    </button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </ScrollRegion>
    </section>
  );
}

/** The buy list: what the planned steps need less the shelf, in the cheapest cans, by the day each has to be ordered. */
export default function Buy() {
  const { pieces, settings } = useParts('pieces', 'settings');
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const list = useBuyList(left);
  const { all, missing } = useSummaries();
  const planned = Object.values(pieces).filter(hasPlan);
  return (
    <div className="stack" style={{ gap: 20, maxWidth: 980 }}>
      <div className="row">
        <h1>
          Buy
          {list?.ok && list.value.lines.length > 0 && (
            <>
              : <span className="n">{money(list.value.price, settings.currency)}</span>
            </>
          )}
        </h1>
        {list?.ok && list.value.lines.length > 0 && (
          <span className="row spread no-print">
            <button
              type="button"
              className="line"
              onClick={() =>
                download(fileName(`${settings.name} buy list`, 'csv'), 'text/csv', buyListToCsv(list.value))
              }
            >
              Download as CSV
            </button>
            <button type="button" className="line" onClick={() => window.print()}>
              Print
            </button>
          </span>
        )}
      </div>
      <details className="no-print">
        <summary className="quiet" style={{ minHeight: 48 }}>
          For{' '}
          {left.size === 0
            ? `all ${planned.length} planned pieces`
            : `${planned.length - left.size} of ${planned.length} planned pieces`}
        </summary>
        <div className="also-ticks">
          {planned.map((p) => (
            <label key={p.id} className="tick">
              <input
                type="checkbox"
                checked={!left.has(p.id)}
                onChange={(e) => {
                  const next = new Set(left);
                  if (e.target.checked) next.delete(p.id);
                  else next.add(p.id);
                  setLeft(next);
                }}
              />
              {p.name}
            </label>
          ))}
        </div>
      </details>
      {(list === undefined || missing > 0) && (
        <p className="quiet" role="status">
          Working it out{missing > 0 ? `: ${all - missing} of ${all} pieces` : ''}…
        </p>
      )}
      {list?.ok === false && list.issues.map((i) => <p key={i.code}>{i.message}</p>)}
      {list?.ok && (
        <>
          {list.value.issues.map((i) => (
            <p key={i.path + i.code} className="notice">
              {i.message}
            </p>
          ))}
          {list.value.lines.length === 0 ? (
            <p>The shelf does for every planned step of these pieces.</p>
          ) : (
            <ScrollRegion label="Buy list">
              <ul className="bare">
                {list.value.lines.map((line) => (
                  <Line key={line.product.id} line={line} />
                ))}
              </ul>
            </ScrollRegion>
          )}
        </>
      )}
      <Supplies left={left} />
      <p className="quiet">
        The cheapest cans that are never short of the high end; half of what is left over of a can that keeps a year
        counts as used. Prices are placeholders until you type your own under Products.
      </p>
    </div>
  );
}
