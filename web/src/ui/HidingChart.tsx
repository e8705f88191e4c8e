import { coatsToHide, hardlyVisible, primerTonesFor } from '@cosmesis/core/coverage';
import { formatVolume } from '@cosmesis/core/units';
import type { Product } from '@cosmesis/core/workshop';
import { Line, LineChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { useSettings } from '../store/useWorkshop';

const shownCoats = 6;
const dashes = ['', '8 4', '2 3', '10 3 2 3', '5 2'];

/** How much of the ground still shows after each coat, by the tone of the primer under it. */
export function HidingChart({
  product,
  ground,
  coatL,
}: {
  product: Product;
  ground?: { name: string; colour: string };
  coatL?: number;
}) {
  const { unitSystem } = useSettings();
  const paint = { colour: product.colour, hidingFrac: Math.min(0.98, product.hidingFrac) };
  const tones = primerTonesFor(paint, shownCoats);
  const [best] = tones;
  const white = tones.find((t) => t.tone.name === 'white');
  const rows = Array.from({ length: shownCoats + 1 }, (_, n) => ({
    coat: n,
    ...Object.fromEntries(tones.map((t) => [t.tone.name, +t.left[n]!.toFixed(2)])),
  }));
  const straight = ground ? coatsToHide(paint, ground.colour) : null;
  const saved = best?.coats != null && white?.coats != null ? white.coats - best.coats : 0;
  return (
    <section className="stack" aria-label="Hiding">
      <h2>Coats to hide</h2>
      <p>
        {best?.coats == null ? (
          'More coats than anyone would lay.'
        ) : (
          <>
            <b>
              {best.coats} {best.coats === 1 ? 'coat' : 'coats'}
            </b>{' '}
            over a {best.tone.name} primer
            {saved > 0 && (
              <>
                {' '}
                instead of {white!.coats} over white: {saved} fewer
                {coatL !== undefined && <>, about {formatVolume(saved * coatL, unitSystem)}</>}
              </>
            )}
            .
          </>
        )}
        {ground && (
          <>
            {' '}
            Straight over {ground.name}: {straight ?? 'more than a dozen'}.
          </>
        )}
      </p>
      <div aria-hidden="true" style={{ maxWidth: 560 }}>
        <ResponsiveContainer width="100%" height={220}>
          <LineChart accessibilityLayer={false} data={rows} margin={{ top: 8, right: 12, bottom: 18, left: 0 }}>
            <XAxis dataKey="coat" label={{ value: 'coats', position: 'insideBottom', offset: -8 }} />
            <YAxis width={44} />
            <ReferenceLine y={hardlyVisible} stroke="#8c3a2b" strokeDasharray="3 3" />
            {tones.map((t, i) => (
              <Line
                key={t.tone.name}
                dataKey={t.tone.name}
                stroke={t === best ? '#176a5b' : '#54635c'}
                strokeWidth={t === best ? 3 : 1.6}
                strokeDasharray={dashes[i] ?? ''}
                dot={false}
                isAnimationActive={false}
              />
            ))}
          </LineChart>
        </ResponsiveContainer>
      </div>
      <table className="figures">
        <caption className="visually-hidden">What still shows after each coat, as a difference of colour</caption>
        <thead>
          <tr>
            <th scope="col">Primer</th>
            <th scope="col" className="num">
              Coats
            </th>
            {[1, 2, 3, 4].map((n) => (
              <th key={n} scope="col" className="num">
                after {n}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {tones.map((t, i) => (
            <tr key={t.tone.name}>
              <td>
                <svg width="44" height="12" aria-hidden="true" style={{ marginRight: 8 }}>
                  <line
                    x1="0"
                    x2="44"
                    y1="6"
                    y2="6"
                    stroke={i === 0 ? '#176a5b' : '#54635c'}
                    strokeWidth={i === 0 ? 3 : 1.8}
                    strokeDasharray={dashes[i] ?? ''}
                  />
                </svg>
                <span
                  className="mark"
                  style={{
                    background: t.tone.colour,
                    display: 'inline-block',
                    width: 16,
                    height: 16,
                    border: '1.5px solid #15211d',
                    marginRight: 8,
                  }}
                />
                {t.tone.name}
              </td>
              <td className="num">{t.coats ?? 'over 12'}</td>
              {[1, 2, 3, 4].map((n) => (
                <td key={n} className="num">
                  {t.left[n]!.toFixed(1)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="quiet">
        What still shows of the ground, as a difference of colour (ΔE00): 1 is hardly visible, the line in the chart.
        Kubelka–Munk from the share one coat hides, less a fifth for an uneven brush; an estimate until a test board
        says otherwise.
      </p>
    </section>
  );
}
