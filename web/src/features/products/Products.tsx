import { formatVolume } from '@cosmesis/core/units';
import { type Product, productKinds } from '@cosmesis/core/workshop';
import { Link } from 'react-router';
import { useWorkshop } from '../../store/useWorkshop';
import { duration, money } from '../../ui/formatTime';
import { ScrollRegion } from '../../ui/ScrollRegion';
import { kindNames } from './words';

function Row({ product }: { product: Product }) {
  const { settings } = useWorkshop();
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
        <Link to={`/products/${product.id}`}>{product.name}</Link>
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

/** The products a plan can use. */
export default function Products() {
  const { products } = useWorkshop();
  const all = Object.values(products).sort((a, b) => productKinds.indexOf(a.kind) - productKinds.indexOf(b.kind));
  return (
    <div className="stack">
      <h1>Products</h1>
      <p className="quiet">
        Generic products, typical values. Open one and type in what the label of your own can says: every plan follows.
      </p>
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
