import { formatVolume, type Issue } from '@cosmesis/core/units';
import { type Product, productKinds } from '@cosmesis/core/workshop';
import { useState } from 'react';
import { Link } from 'react-router';
import { theStore } from '../../store/theStore';
import { useParts, useSettings } from '../../store/useWorkshop';
import { download, fileName } from '../../ui/download';
import { duration, money } from '../../ui/formatTime';
import { toProduct } from '../../ui/links';
import { ScrollRegion } from '../../ui/ScrollRegion';
import { say } from '../../ui/say';
import { kindNames } from './words';

function Row({ product }: { product: Product }) {
  const settings = useSettings();
  const { times, spreadM2PerL, packs } = product;
  const window = times.recoatUntilMin
    ? `${duration(times.recoatFromMin.high)} to ${duration(times.recoatUntilMin.low)}`
    : times.recoatFromMin.high > 0
      ? `from ${duration(times.recoatFromMin.high)}`
      : '';
  return (
    <tr>
      <td>
        <span
          className="mark"
          style={{
            display: 'inline-block',
            width: 18,
            height: 18,
            background: product.colour,
            border: '1.5px solid #15211d',
            marginRight: 10,
            verticalAlign: -3,
          }}
        />
        <Link to={toProduct(product.id)}>{product.name}</Link>
      </td>
      <td>{kindNames[product.kind]}</td>
      <td className="num">{spreadM2PerL ? `${spreadM2PerL.low}–${spreadM2PerL.high} m²/L` : 'by the place'}</td>
      <td className="num">{window}</td>
      <td className="num">
        {packs
          .map((p) => `${formatVolume(p.volumeL, settings.unitSystem)} ${money(p.price, settings.currency)}`)
          .join(', ')}
      </td>
    </tr>
  );
}

/** Sheets out of the workshop and into it, as CSV; what could not be read is said row by row. */
function Exchange() {
  const { products, settings } = useParts('products', 'settings');
  const [issues, setIssues] = useState<readonly Issue[]>([]);
  const read = async (file: File | undefined) => {
    if (!file) return;
    const { productsFromCsv } = await import('@cosmesis/core/takeaway');
    const { ownProduct } = await import('@cosmesis/core/products');
    const told = productsFromCsv(await file.text(), products, ownProduct);
    if (!told.ok) {
      setIssues(told.issues);
      return;
    }
    setIssues(told.value.issues);
    const sheets = told.value.products;
    if (sheets.length > 0)
      theStore().transact(`Read ${sheets.length} product sheets`, (draft) => {
        for (const sheet of sheets) draft.products[sheet.id] = sheet;
      });
    say({
      text: `${sheets.length} ${sheets.length === 1 ? 'sheet' : 'sheets'} read${told.value.issues.length > 0 ? `, ${told.value.issues.length} things to look at` : ''}.`,
      ...(sheets.length > 0 ? { action: { name: 'Undo', run: () => theStore().undo() } } : {}),
    });
  };
  const save = async () => {
    const { productsToCsv } = await import('@cosmesis/core/takeaway');
    download(fileName(`${settings.name} products`, 'csv'), 'text/csv', productsToCsv(Object.values(products)));
  };
  return (
    <>
      <div className="row">
        <Link className="go" to="/products/new">
          Type in your can’s label
        </Link>
        <button type="button" className="line" onClick={() => void save()}>
          Save the sheets (CSV)
        </button>
        <label className="line file-key">
          Read sheets from CSV
          <input
            type="file"
            accept=".csv,text/csv"
            onChange={(e) => {
              void read(e.target.files?.[0]);
              e.target.value = '';
            }}
          />
        </label>
      </div>
      {issues.length > 0 && (
        <div role="alert" className="notice">
          <ul>
            {issues.slice(0, 30).map((i) => (
              <li key={i.path + i.code + i.message}>{i.message}</li>
            ))}
          </ul>
          {issues.length > 30 && <p>and {issues.length - 30} more.</p>}
        </div>
      )}
    </>
  );
}

/** The products a plan can use. */
export default function Products() {
  const { products } = useParts('products');
  const all = Object.values(products).sort((a, b) => productKinds.indexOf(a.kind) - productKinds.indexOf(b.kind));
  return (
    <div className="stack">
      <h1>Products</h1>
      <p className="quiet">
        Generic products, typical values. Open one and type in what the label of your own can says: every plan follows.
      </p>
      <Exchange />
      <ScrollRegion label="Products">
        <table className="figures">
          <thead>
            <tr>
              <th>Product</th>
              <th>Kind</th>
              <th className="num">Spreading rate by brush</th>
              <th className="num">Next coat</th>
              <th className="num">Packs</th>
            </tr>
          </thead>
          <tbody>
            {all.map((p) => (
              <Row key={p.id} product={p} />
            ))}
          </tbody>
        </table>
      </ScrollRegion>
    </div>
  );
}
