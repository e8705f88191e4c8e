import { usableUntilMin } from '@cosmesis/core/stock';
import { recordCode } from '@cosmesis/core/takeaway';
import { formatVolume, parseVolume } from '@cosmesis/core/units';
import type { Container, Product, SupplyKind } from '@cosmesis/core/workshop';
import { supplyKinds } from '@cosmesis/core/workshop';
import TextField from '@mui/material/TextField';
import type { Draft } from 'immer';
import { useState } from 'react';
import { Link } from 'react-router';
import { newId, nowIso, theStore } from '../../store/theStore';
import { useDraws } from '../../store/useAround';
import { useNowMin } from '../../store/useNowMin';
import { useWorkshop } from '../../store/useWorkshop';
import { fileName } from '../../ui/download';
import { dateName } from '../../ui/formatTime';
import { downloadLabel } from '../../ui/labelPdf';
import { MeasureField } from '../../ui/MeasureField';
import { NumberField } from '../../ui/NumberField';
import { Select } from '../../ui/Select';
import { say } from '../../ui/say';

const dayMin = 1440;

function editCan(
  id: string,
  label: string,
  change: (can: Draft<Container>) => void,
  mergeKey: string | null = null,
): void {
  theStore().transact(
    label,
    (draft) => {
      const can = draft.containers[id];
      if (!can) throw new Error('the can is gone');
      change(can);
    },
    mergeKey,
  );
}

interface Placed {
  can: Container;
  product: Product;
  untilMin: number | null;
  /** When the planned steps have used this product up; null: not in sight. */
  runsOutMin: number | null;
  fullL: number;
}

/** How full a can is, drawn. */
function Level({ share, colour, label }: { share: number; colour: string; label: string }) {
  const height = 44 * Math.max(0, Math.min(1, share));
  return (
    <svg viewBox="0 0 40 60" width="40" height="60" role="img" aria-label={label}>
      <rect x="6" y={54 - height} width="28" height={height} fill={colour} />
      <path d="M6 10 V54 H34 V10 M4 10 H36 M10 10 Q20 -2 30 10" fill="none" stroke="#15211d" strokeWidth="2.4" />
    </svg>
  );
}

/** What is left by weight: what the can weighs less what it weighs empty. */
function Weigh({ can, densityKgPerL }: { can: Container; densityKgPerL: number }) {
  const [gross, setGross] = useState<number | null>(null);
  const [empty, setEmpty] = useState<number | null>(null);
  const take = () => {
    if (gross === null || empty === null || gross < empty) {
      say({ text: 'Type what the can weighs now and what it weighs empty: the first cannot be less.' });
      return;
    }
    editCan(can.id, 'Amount left, weighed', (c) => {
      c.leftL = (gross - empty) / 1000 / densityKgPerL;
    });
    say({ text: 'Weighed.', action: { name: 'Undo', run: () => theStore().undo() } });
  };
  return (
    <details>
      <summary className="quiet">Weigh</summary>
      <div className="row">
        <NumberField
          label="Weighs, g"
          draftKey={`can/${can.id}/gross`}
          value={gross}
          least={0}
          most={100_000}
          digits={1}
          onValue={setGross}
        />
        <NumberField
          label="Empty, g"
          draftKey={`can/${can.id}/empty`}
          value={empty}
          least={0}
          most={100_000}
          digits={1}
          onValue={setEmpty}
        />
        <button type="button" className="line" onClick={take}>
          Take it over
        </button>
      </div>
    </details>
  );
}

function Row({ placed, nowMin }: { placed: Placed; nowMin: number }) {
  const { settings, mixes } = useWorkshop();
  const { can, product, untilMin, runsOutMin, fullL } = placed;
  const aged = untilMin !== null && untilMin < nowMin;
  const parse = (text: string) => parseVolume(text, settings.unitSystem);
  return (
    <li className="shelf-row" aria-label={product.name}>
      <Level
        share={can.leftL / fullL}
        colour={product.colour}
        label={`${formatVolume(can.leftL, settings.unitSystem)} left`}
      />
      <div className="stack" style={{ gap: 4 }}>
        <p>
          <Link to={`/products/${product.id}`}>{product.name}</Link>
          {can.batch && <span className="quiet"> · batch {can.batch}</span>}
          {can.finite && <span className="quiet"> · cannot be bought again</span>}
        </p>
        <p className="quiet">
          {aged ? (
            <b className="late">past its date since {dateName(untilMin, nowMin, settings.timeZone)}</b>
          ) : untilMin !== null ? (
            <>use by {dateName(untilMin, nowMin, settings.timeZone)}</>
          ) : (
            'keeps, as far as its label says'
          )}
          {runsOutMin !== null && <> · planned steps use it up {dateName(runsOutMin, nowMin, settings.timeZone)}</>}
          {can.openedAt && (
            <> · opened {dateName(Math.floor(Date.parse(can.openedAt) / 60_000), nowMin, settings.timeZone)}</>
          )}
          {can.mixId && mixes[can.mixId] && (
            <>
              {' '}
              · <Link to={`/mix/${can.mixId}`}>its mix</Link>
            </>
          )}
        </p>
      </div>
      <MeasureField
        label="Left"
        draftKey={`can/${can.id}/left`}
        shown={formatVolume(can.leftL, settings.unitSystem)}
        parse={parse}
        onValue={(litres) =>
          editCan(
            can.id,
            'Amount left',
            (c) => {
              c.leftL = Math.min(1000, Math.max(0, litres));
            },
            `can/${can.id}/left`,
          )
        }
      />
      <TextField
        label="Place"
        helperText=" "
        value={can.place}
        onChange={(e) =>
          editCan(
            can.id,
            'Place',
            (c) => {
              c.place = e.target.value.slice(0, 200);
            },
            `can/${can.id}/place`,
          )
        }
      />
      <div className="row">
        {product.densityKgPerL && <Weigh can={can} densityKgPerL={product.densityKgPerL.value} />}
        {can.openedAt === null && (
          <button
            type="button"
            className="line"
            onClick={() =>
              editCan(can.id, 'Open a can', (c) => {
                c.openedAt = nowIso();
              })
            }
          >
            Opened
          </button>
        )}
        <button
          type="button"
          className="plain"
          aria-label={`Label: ${product.name}`}
          onClick={() =>
            void downloadLabel(fileName(`label ${product.name}`, 'pdf'), {
              title: product.name,
              colour: product.colour,
              code: recordCode('can', can.id),
              lines: [
                ...(can.batch ? [`Batch ${can.batch}`] : []),
                ...(can.openedAt
                  ? [`Opened ${dateName(Math.floor(Date.parse(can.openedAt) / 60_000), nowMin, settings.timeZone)}`]
                  : []),
                ...(untilMin !== null ? [`Use by ${dateName(untilMin, nowMin, settings.timeZone)}`] : []),
                ...(can.place ? [can.place] : []),
              ],
            })
          }
        >
          Label
        </button>
        <button
          type="button"
          className="plain"
          aria-label={`Take away: ${product.name}`}
          onClick={() => {
            theStore().transact('Take a can away', (draft) => {
              delete draft.containers[can.id];
            });
            say({ text: `Taken away: ${product.name}.`, action: { name: 'Undo', run: () => theStore().undo() } });
          }}
        >
          Take away
        </button>
      </div>
    </li>
  );
}

/** A can that is put on the shelf by hand. */
function AddCan() {
  const { products, settings } = useWorkshop();
  const all = Object.values(products);
  const [productId, setProductId] = useState(all[0]?.id ?? '');
  const product = products[productId];
  const [litres, setLitres] = useState<number | null>(null);
  const [batch, setBatch] = useState('');
  const [finite, setFinite] = useState(false);
  const amount = litres ?? product?.packs[0]?.volumeL ?? null;
  const add = () => {
    if (!product || amount === null) {
      say({ text: 'Type how much is in it: its sheet names no pack.' });
      return;
    }
    const [id, at] = [newId(), nowIso()];
    theStore().transact(`Put on the shelf: ${product.name}`, (draft) => {
      draft.containers[id] = {
        id,
        productId: product.id,
        leftL: amount,
        boughtAt: at,
        openedAt: null,
        place: '',
        batch: batch.trim() === '' ? null : batch.trim().slice(0, 200),
        finite,
        mixId: null,
        note: '',
      };
    });
    setLitres(null);
    setBatch('');
    say({ text: `On the shelf: ${product.name}.`, action: { name: 'Undo', run: () => theStore().undo() } });
  };
  return (
    <details>
      <summary style={{ minHeight: 48, cursor: 'pointer', fontWeight: 700 }}>Put a can on the shelf</summary>
      <div className="fields" style={{ paddingTop: 10 }}>
        <Select
          label="Product"
          value={productId}
          options={all.map((p) => ({ value: p.id, name: p.name }))}
          onPick={setProductId}
        />
        <MeasureField
          label="How much is in it"
          draftKey="shelf/add"
          key={productId}
          shown={amount === null ? '' : formatVolume(amount, settings.unitSystem)}
          parse={(text) => parseVolume(text, settings.unitSystem)}
          onValue={setLitres}
        />
        <TextField label="Batch number" value={batch} onChange={(e) => setBatch(e.target.value)} />
        <label className="tick">
          <input type="checkbox" checked={finite} onChange={(e) => setFinite(e.target.checked)} />
          Cannot be bought again
        </label>
        <button type="button" className="go" onClick={add}>
          Put it there
        </button>
      </div>
    </details>
  );
}

/** What is used up besides the products: how much there is, and from when on to order. */
function SuppliesList() {
  const { supplies } = useWorkshop();
  const all = Object.values(supplies);
  const free = supplyKinds.filter((k) => !all.some((s) => s.kind === k));
  const unitOf = (kind: SupplyKind) =>
    (kind === 'tape' ? 'm' : kind === 'film' || kind === 'sheet goods' ? 'm²' : 'pieces') as 'm' | 'm²' | 'pieces';
  const add = (kind: SupplyKind) => {
    const id = newId();
    theStore().transact(`Count ${kind}`, (draft) => {
      draft.supplies[id] = {
        id,
        kind,
        name: kind,
        unit: unitOf(kind),
        packs: [],
        left: 0,
        reorderAt: null,
        deliveryDays: 3,
      };
    });
  };
  const edit = (id: string, label: string, change: (s: Draft<(typeof all)[number]>) => void) =>
    theStore().transact(
      label,
      (draft) => {
        const own = draft.supplies[id];
        if (own) change(own);
      },
      `supply/${id}/${label}`,
    );
  return (
    <section className="stack" aria-label="Sheets, tape and the like">
      <h2>Sheets, tape and the like</h2>
      <ul className="bare">
        {all.map((s) => (
          <li key={s.id} className="fields" aria-label={s.kind} style={{ padding: '10px 0' }}>
            <span>
              <b>{s.kind}</b>
              {s.reorderAt !== null && s.left <= s.reorderAt && <b className="late"> · order more</b>}
            </span>
            <NumberField
              label={`Left, ${s.unit}`}
              draftKey={`supply/${s.id}/left`}
              value={s.left}
              least={0}
              most={100_000}
              onValue={(v) =>
                edit(s.id, 'Amount left', (x) => {
                  x.left = v;
                })
              }
            />
            <NumberField
              label={`Order more at, ${s.unit}`}
              draftKey={`supply/${s.id}/reorder`}
              value={s.reorderAt}
              least={0}
              most={100_000}
              onValue={(v) =>
                edit(s.id, 'Reorder point', (x) => {
                  x.reorderAt = v;
                })
              }
              onEmpty={() =>
                edit(s.id, 'Reorder point', (x) => {
                  x.reorderAt = null;
                })
              }
            />
          </li>
        ))}
      </ul>
      {free.length > 0 && (
        <Select
          label="Keep count of"
          value=""
          options={[{ value: '', name: 'Choose…' }, ...free.map((k) => ({ value: k, name: k }))]}
          onPick={(k) => k && add(k as SupplyKind)}
        />
      )}
    </section>
  );
}

/** What is on the shelf: what is past its date or used up first stands first. */
export default function Shelf() {
  const { containers, products, settings } = useWorkshop();
  const nowMin = useNowMin();
  const draws = useDraws();
  const stock = new Map<string, number>();
  for (const c of Object.values(containers)) stock.set(c.productId, (stock.get(c.productId) ?? 0) + c.leftL);
  const runsOut = (productId: string): number | null => {
    let left = stock.get(productId) ?? 0;
    const own = draws.filter((d) => d.productId === productId).sort((a, b) => a.atMin - b.atMin);
    for (const d of own) {
      left -= d.highL;
      if (left < -1e-9) return d.atMin;
    }
    return null;
  };
  const rows = Object.values(containers)
    .flatMap((can): Placed[] => {
      const product = products[can.productId];
      if (!product) return [];
      const sizes = product.packs.map((p) => p.volumeL);
      return [
        {
          can,
          product,
          untilMin: usableUntilMin(can, product),
          runsOutMin: runsOut(can.productId),
          fullL: Math.min(...sizes.filter((v) => v >= can.leftL), Math.max(can.leftL, ...sizes, 0.001)),
        },
      ];
    })
    .sort((a, b) => {
      const first = (p: Placed) =>
        Math.min(p.untilMin ?? Number.POSITIVE_INFINITY, p.runsOutMin ?? Number.POSITIVE_INFINITY);
      return first(a) - first(b) || (a.product.name < b.product.name ? -1 : 1);
    });
  const lost = Object.values(containers).filter((c) => !products[c.productId]);
  const low = Object.values(products).filter((p) => p.reorderL !== null && (stock.get(p.id) ?? 0) <= p.reorderL);
  const soon = rows.filter((r) => r.untilMin !== null && r.untilMin < nowMin + 14 * dayMin).length;
  return (
    <div className="stack" style={{ gap: 20 }}>
      <h1>Shelf</h1>
      {low.map((p) => (
        <p key={p.id} className="notice">
          {p.name}: {formatVolume(stock.get(p.id) ?? 0, settings.unitSystem)} left, order at{' '}
          {formatVolume(p.reorderL ?? 0, settings.unitSystem)}. <Link to="/buy">To the buy list</Link>
        </p>
      ))}
      {lost.length > 0 && (
        <p className="notice">
          {lost.length === 1 ? 'One can is' : `${lost.length} cans are`} of a product that is not on the shelf any more;
          kept, and counted nowhere.
        </p>
      )}
      {rows.length === 0 ? (
        <p>
          Nothing is on the shelf yet. Tick things off as bought under <Link to="/buy">Buy</Link>, or put a can here:
          plans are then checked against what there is.
        </p>
      ) : (
        <p className="quiet">
          {soon === 0
            ? 'Nothing goes past its date in the next two weeks.'
            : `${soon} ${soon === 1 ? 'can is' : 'cans are'} within two weeks of the date, or past it.`}
        </p>
      )}
      <ul className="bare" aria-label="Cans">
        {rows.map((placed) => (
          <Row key={placed.can.id} placed={placed} nowMin={nowMin} />
        ))}
      </ul>
      <AddCan />
      <SuppliesList />
    </div>
  );
}
