import { coatsToHide, hardlyVisible, primerTonesFor } from '@cosmesis/core/coverage';
import { formatVolume } from '@cosmesis/core/units';
import type { Product } from '@cosmesis/core/workshop';
import Stack from '@mui/material/Stack';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { Line, LineChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { useSettings } from '../store/useWorkshop';
import { Mark } from './layout';
import { Term } from './Term';

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
    <Stack component="section" aria-label="Hiding">
      <Typography variant="h2">Coats to hide</Typography>
      <Typography>
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
      </Typography>
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
      <Table>
        <caption className="visually-hidden">What still shows after each coat, as a difference of colour</caption>
        <TableHead>
          <TableRow>
            <TableCell>Primer</TableCell>
            <TableCell align="right">Coats</TableCell>
            {[1, 2, 3, 4].map((n) => (
              <TableCell align="right" key={n}>
                after {n}
              </TableCell>
            ))}
          </TableRow>
        </TableHead>
        <TableBody>
          {tones.map((t, i) => (
            <TableRow key={t.tone.name}>
              <TableCell>
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
                <Mark
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
              </TableCell>
              <TableCell align="right">{t.coats ?? 'over 12'}</TableCell>
              {[1, 2, 3, 4].map((n) => (
                <TableCell align="right" key={n}>
                  {t.left[n]!.toFixed(1)}
                </TableCell>
              ))}
            </TableRow>
          ))}
        </TableBody>
      </Table>
      <Typography variant="body2">
        What still shows of the ground, as a <Term id="deltaE" />: 1 is hardly visible, the line in the chart.
        Kubelka–Munk from the share one coat hides, less a fifth for an uneven brush; an estimate until a test board
        says otherwise.
      </Typography>
    </Stack>
  );
}
