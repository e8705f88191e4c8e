import { houseOf, stepKind, upperFirst } from '@cosmesis/core/finishing';
import {
  type Evidence,
  type FigureOf,
  figureOf,
  inMoney,
  plannedAgainstActual,
  type TaughtFigure,
} from '@cosmesis/core/learning';
import { pricePerL } from '@cosmesis/core/products';
import { figureName } from '@cosmesis/core/reckoning';
import { money } from '@cosmesis/core/units';
import type { StepKindId } from '@cosmesis/core/workshop';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import useMediaQuery from '@mui/material/useMediaQuery';
import { useState } from 'react';
import { ErrorBar, ReferenceLine, ResponsiveContainer, Scatter, ScatterChart, XAxis, YAxis } from 'recharts';
import { useParts } from '../../store/useWorkshop';
import { Keys } from '../../ui/Keys';
import { figureKinds } from './figureKinds';

type Kind = FigureOf['kind'] | 'money';
const ways = [
  { value: 'figure', name: 'By what it was' },
  { value: 'step', name: 'By step' },
  { value: 'product', name: 'By product' },
  { value: 'piece', name: 'By piece' },
] as const;
type Way = (typeof ways)[number]['value'];

const mostRows = 12;
const percent = (ratio: number): string =>
  Math.abs(ratio - 1) < 0.005
    ? 'as planned'
    : `${Math.abs(Math.round((ratio - 1) * 100))} % ${ratio > 1 ? 'more' : 'less'}`;

/** What is compared by each way, and what it is called; null: it is in none of its groups. */
const groupOf: Readonly<Record<Way, (e: Evidence) => string | null>> = {
  figure: (e) => e.key,
  step: (e) => e.stepKind,
  product: (e) => e.productId,
  piece: (e) => e.pieceId,
};

/** How far what was done lay off what was planned: the middle, nine in ten between the ends, and how often. */
export default function Apart({ figures }: { figures: readonly TaughtFigure[] }) {
  const { products, pieces, settings } = useParts('products', 'pieces', 'settings');
  const isPhone = useMediaQuery('(max-width: 760px)');
  const [kind, setKind] = useState<Kind>('litres');
  const [way, setWay] = useState<Way>('figure');
  const all = figures.flatMap((f) => f.evidence.map((of) => ({ kind: f.of.kind, of })));
  // Only where hours are paid by the hour are they money.
  const perHour = houseOf(settings, { houseRules: {} }).labour === 'rate' ? settings.labour.ratePerHour : 0;
  const evidence =
    kind === 'money'
      ? inMoney(all, products, { perL: pricePerL, perHour })
      : all.flatMap((e) => (e.kind === kind ? [e.of] : []));
  const names: Readonly<Record<Way, (group: string) => string>> = {
    figure: (key) => {
      const of = figureOf(key);
      return of ? figureName({ of }, products) : key;
    },
    step: (stepKindId) => upperFirst(stepKind(stepKindId as StepKindId).verb),
    product: (id) => products[id]?.name ?? 'A product that is gone',
    piece: (id) => pieces[id]?.name ?? 'A piece that is gone',
  };
  const inWorkshop = (sum: number) => money(sum, settings.currency);
  const grouped = evidence.filter((e) => groupOf[way](e) !== null);
  const rows = plannedAgainstActual(grouped, (e) => groupOf[way](e)!)
    .slice(0, mostRows)
    .map((row) => {
      const of = kind === 'money' ? `: ${inWorkshop(row.actual)}, planned ${inWorkshop(row.planned)}` : '';
      // Of money the sum counts, not how often it was more.
      const middle = kind === 'money' ? row.actual / row.planned : row.middle;
      return {
        ...row,
        middle,
        name: `${names[way](row.of)} (${row.count})${of}`,
        ends: [Math.max(0, middle - row.low), Math.max(0, row.high - middle)],
      };
    });
  const most = Math.max(1.5, ...rows.map((r) => r.high));
  return (
    <Stack component="section" aria-label="Planned against actual" spacing={1.5}>
      <Typography variant="h2">Planned against actual</Typography>
      <Stack direction="row" useFlexGap sx={{ flexWrap: 'wrap', gap: 2 }}>
        <Keys<Kind>
          legend="What is compared"
          value={kind}
          onPick={setKind}
          choices={[
            ...figureKinds.filter((k) => figures.some((f) => f.of.kind === k.value)),
            { value: 'money', name: 'Money' },
          ]}
        />
        <Keys<Way> legend="How it is grouped" value={way} onPick={setWay} choices={ways} />
      </Stack>
      {rows.length === 0 ? (
        <Typography>Nothing of it is logged yet.</Typography>
      ) : (
        <figure style={{ margin: 0, maxWidth: 900 }}>
          <Typography component="figcaption" variant="body2">
            Each dot is the {kind === 'money' ? 'sum' : 'middle'}, its line holds eight of ten, the number says how
            often. Left of the plan it was less, right of it more.
            {kind === 'money' ? ' Material and hours, what they came to for what was planned.' : ''}
          </Typography>
          <Typography component="ul" className="visually-hidden">
            {rows.map((r) => (
              <li key={r.name}>
                {r.name}: {percent(r.middle)}
              </li>
            ))}
          </Typography>
          <div aria-hidden="true">
            <ResponsiveContainer width="100%" height={64 + rows.length * (isPhone ? 92 : 44)}>
              <ScatterChart accessibilityLayer={false} margin={{ top: 22, right: 24, bottom: 4, left: 0 }}>
                <XAxis
                  type="number"
                  dataKey="middle"
                  domain={[0, Math.ceil(most * 2) / 2]}
                  ticks={Array.from({ length: Math.ceil(most * 2) + 1 }, (_, i) => i / 2)}
                  tickFormatter={(x: number) => `${x}×`}
                  stroke="var(--ink-2)"
                />
                <YAxis
                  type="category"
                  dataKey="name"
                  allowDuplicatedCategory={false}
                  width={isPhone ? 150 : 360}
                  stroke="var(--ink-2)"
                  interval={0}
                  reversed
                />
                <ReferenceLine
                  x={1}
                  stroke="var(--ink)"
                  strokeWidth={2}
                  label={{ value: 'as planned', position: 'top', fill: 'var(--ink)' }}
                />
                <Scatter data={rows} fill="var(--verdigris)" isAnimationActive={false}>
                  <ErrorBar dataKey="ends" direction="x" stroke="var(--ink)" strokeWidth={2} />
                </Scatter>
              </ScatterChart>
            </ResponsiveContainer>
          </div>
        </figure>
      )}
    </Stack>
  );
}
