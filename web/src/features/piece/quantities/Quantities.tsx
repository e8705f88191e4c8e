import { doWhat, methodNames, whereOf } from '@cosmesis/core/finishing';
import { zoneNames } from '@cosmesis/core/piece';
import { filmBuildUp, type ProductNeed, type ReckonedStep, type Reckoning } from '@cosmesis/core/reckoning';
import { formatArea, formatVolume, runningLength } from '@cosmesis/core/units';
import { lazy, Suspense } from 'react';
import { Link } from 'react-router';
import { useNowMin } from '../../../store/useNowMin';
import { useParts, useSettings } from '../../../store/useWorkshop';
import { download, fileName } from '../../../ui/download';
import { money } from '../../../ui/formatTime';
import { toProduct } from '../../../ui/links';
import { ScrollRegion } from '../../../ui/ScrollRegion';
import { say } from '../../../ui/say';
import { Figure } from '../../../ui/Working';
import { callCore } from '../../../workers/callCore';
import { NotYet, usePieceContext } from '../PieceFrame';

/** Things that are counted, where their plural is not made with an s. */
const manyWords: Readonly<Record<string, string>> = {
  brush: 'brushes',
  leaf: 'leaves',
  gloves: 'gloves',
  staples: 'staples',
};
const manyOf = (what: string): string => manyWords[what] ?? `${what}s`;

function Cans({ need }: { need: ProductNeed }) {
  const { unitSystem } = useSettings();
  if (need.packs.counts.length === 0) return <>no pack on its sheet</>;
  return <>{need.packs.counts.map((c) => `${c.count} × ${formatVolume(c.pack.volumeL, unitSystem)}`).join(' + ')}</>;
}

function NeedRow({ need }: { need: ProductNeed }) {
  const { unitSystem, currency } = useSettings();
  const amount = (litres: number) => formatVolume(litres, unitSystem);
  return (
    <tr>
      <td>
        <Link to={toProduct(need.productId)}>{need.name}</Link>
      </td>
      <td className="num">
        <Figure working={need.working}>{amount(need.needL.likely)}</Figure>
      </td>
      <td className="num hide-small">
        {need.needL.low === need.needL.high ? 'as logged' : `${amount(need.needL.low)} – ${amount(need.needL.high)}`}
      </td>
      <td className="num">
        <b>
          <Cans need={need} />
        </b>
      </td>
      <td className="num">
        <Figure working={need.packsWorking}>{money(need.packs.price, currency)}</Figure>
      </td>
    </tr>
  );
}

function StepRow({ reckoned }: { reckoned: ReckonedStep }) {
  const { products, settings } = useParts('products', 'settings');
  const { step, productL, working } = reckoned;
  if (!productL || !working) return null;
  const amount = (litres: number) => formatVolume(litres, settings.unitSystem);
  return (
    <tr className={reckoned.status === 'done' ? 'over' : ''}>
      <td>
        {whereOf(reckoned)}: {doWhat(reckoned).toLowerCase()}
      </td>
      <td>{(step.productId && products[step.productId]?.name) || ''}</td>
      <td className="hide-small">{step.method ? methodNames[step.method] : ''}</td>
      <td className="num hide-small">{formatArea(reckoned.areaM2, settings.unitSystem)}</td>
      <td className="num">
        <Figure working={working}>{amount(productL.likely)}</Figure>
        {reckoned.thinnerL && <div>+ {amount(reckoned.thinnerL.likely)} thinner</div>}
      </td>
      <td className="num hide-small">
        {amount(productL.low)} – {amount(productL.high)}
      </td>
      <td className="num">{reckoned.actualL === null ? '' : amount(reckoned.actualL)}</td>
    </tr>
  );
}

/** The film each zone gets, coat by coat, as it builds up. */
function Films({ reckoning }: { reckoning: Reckoning }) {
  const { products } = useParts('products');
  const zones = filmBuildUp(reckoning, products);
  if (zones.length === 0) return null;
  return (
    <section aria-label="Film">
      <h2>Film built up</h2>
      <ScrollRegion label="Film by zone">
        <table className="figures">
          <thead>
            <tr>
              <th>Zone</th>
              <th className="num">Coats</th>
              <th className="num">Wet, each</th>
              <th className="num">Dry, in all</th>
              <th className="hide-small">Thickest against what hangs upright</th>
            </tr>
          </thead>
          <tbody>
            {zones.map((z) => {
              const wets = z.coats.map((c) => Math.round(c.wetUm));
              const thickest = z.coats.reduce((a, b) => (b.wetUm > a.wetUm ? b : a));
              return (
                <tr key={z.zoneId}>
                  <td>{zoneNames[z.zoneId]}</td>
                  <td className="num">{z.coats.length}</td>
                  <td className="num">
                    {Math.min(...wets) === Math.max(...wets)
                      ? `${wets[0]} µm`
                      : `${Math.min(...wets)}–${Math.max(...wets)} µm`}
                  </td>
                  <td className="num">
                    {z.dryUm > 0 ? `${Math.round(z.dryUm)} µm` : '–'}
                    {z.unknown > 0 && z.dryUm > 0 ? ' or more' : ''}
                  </td>
                  <td className="hide-small">
                    {thickest.sagUm === null ? 'not known' : `${Math.round(thickest.wetUm)} of ${thickest.sagUm} µm`}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </ScrollRegion>
      <p className="quiet">
        Wet: what of the spreading rate stays on the piece. Dry: wet times the volume solids of its sheet; where these
        are not known, it is more by so many coats.
      </p>
    </section>
  );
}

const HidingChart = lazy(() => import('../../../ui/HidingChart').then((m) => ({ default: m.HidingChart })));

/** Litres by product and by step, the cans to buy, and how each figure was worked out. */
export default function Quantities() {
  const { piece, result } = usePieceContext();
  const nowMin = useNowMin();
  const { products, settings } = useParts('products', 'settings');
  if (!result?.ok || result.value.products.length === 0) return <NotYet result={result} piece={piece} />;
  const reckoning = result.value;
  const paints = [
    ...new Map(
      reckoning.steps.flatMap((s) => {
        const product = s.step.kind === 'paint' && s.step.productId ? products[s.step.productId] : undefined;
        const zone = reckoning.zones.find((z) => z.id === s.step.zoneId);
        return product && zone
          ? [
              [
                product.id,
                {
                  product,
                  coatL: s.productL?.likely ?? 0,
                  ground: { name: `the ${zoneNames[zone.id].toLowerCase()} as it is`, colour: zone.colour },
                },
              ] as const,
            ]
          : [];
      }),
    ).values(),
  ];
  const save = async () => {
    const csv = await callCore('csv', [piece.id, nowMin], { urgent: true, needs: [piece.id] });
    if (csv.ok) download(fileName(`${piece.name} quantities`, 'csv'), 'text/csv', csv.value);
    else say({ text: csv.issues[0]?.message ?? 'The file could not be made.' });
  };
  return (
    <div className="stack" style={{ gap: 24 }}>
      <section aria-label="To buy">
        <div className="row">
          <h2>
            Cans for the whole piece: <span className="n">{money(reckoning.totals.price, settings.currency)}</span>
          </h2>
          <button type="button" className="line spread" onClick={save}>
            Download as CSV
          </button>
        </div>
        <p className="quiet">
          The cheapest cans that are never short of the high end. Prices are placeholders until you type your own under
          Products.
        </p>
        <ScrollRegion label="Cans by product">
          <table className="figures">
            <thead>
              <tr>
                <th>Product</th>
                <th className="num">Likely</th>
                <th className="num hide-small">10 to 90 %</th>
                <th className="num">Buy</th>
                <th className="num">Price</th>
              </tr>
            </thead>
            <tbody>
              {reckoning.products.map((need) => (
                <NeedRow key={need.productId} need={need} />
              ))}
            </tbody>
          </table>
        </ScrollRegion>
      </section>
      <section aria-label="To hand">
        <h2>To have at hand</h2>
        <p className="quiet">Typical use by area and length; what comes in pieces is rounded up.</p>
        <ul className="bare at-hand">
          {reckoning.consumables.map((c) => (
            <li key={c.what}>
              <b className="n">
                {c.unit === 'pieces'
                  ? c.amount
                  : c.unit === 'm'
                    ? runningLength(c.amount, settings.unitSystem)
                    : formatArea(c.amount, settings.unitSystem)}
              </b>{' '}
              {c.unit === 'pieces' && c.amount > 1 ? manyOf(c.what) : c.what}
            </li>
          ))}
        </ul>
      </section>
      <Films reckoning={reckoning} />
      {paints.length > 0 && (
        <Suspense fallback={<p className="quiet">Drawing…</p>}>
          {paints.map(({ product, ground, coatL }) => (
            <details key={product.id}>
              <summary style={{ minHeight: 48, cursor: 'pointer', fontWeight: 700 }}>
                Coats of {product.name} to hide what is under it
              </summary>
              <HidingChart product={product} ground={ground} coatL={coatL} />
            </details>
          ))}
        </Suspense>
      )}
      <section aria-label="By step">
        <h2>By step</h2>
        <ScrollRegion label="Litres by step">
          <table className="figures">
            <thead>
              <tr>
                <th>Step</th>
                <th>Product</th>
                <th className="hide-small">By</th>
                <th className="num hide-small">Area</th>
                <th className="num">Likely</th>
                <th className="num hide-small">10 to 90 %</th>
                <th className="num">Used</th>
              </tr>
            </thead>
            <tbody>
              {reckoning.steps.map((s) => (
                <StepRow key={s.step.id} reckoned={s} />
              ))}
            </tbody>
          </table>
        </ScrollRegion>
      </section>
    </div>
  );
}
