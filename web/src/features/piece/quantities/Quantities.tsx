import { doWhat, lowerFirst, methodNames, whereOf } from '@cosmesis/core/finishing';
import { zoneNames } from '@cosmesis/core/piece';
import { filmBuildUp, type ProductNeed, type ReckonedStep, type Reckoning } from '@cosmesis/core/reckoning';
import { formatAbout, formatArea, formatVolume, money, runningLength } from '@cosmesis/core/units';
import Accordion from '@mui/material/Accordion';
import AccordionDetails from '@mui/material/AccordionDetails';
import AccordionSummary from '@mui/material/AccordionSummary';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { lazy, Suspense } from 'react';
import { Link } from 'react-router';
import { useNowMin } from '../../../store/useNowMin';
import { useParts, useSettings } from '../../../store/useWorkshop';
import { download, fileName } from '../../../ui/download';
import { HeadRow } from '../../../ui/HeadRow';
import { toProduct } from '../../../ui/links';
import { ScrollRegion } from '../../../ui/ScrollRegion';
import { say } from '../../../ui/say';
import { Figure } from '../../../ui/Working';
import { callCore } from '../../../workers/callCore';
import { NotYet, usePieceContext } from '../PieceFrame';
import { MoneyFields } from './MoneyFields';

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
    <TableRow>
      <TableCell>
        <Link to={toProduct(need.productId)}>{need.name}</Link>
      </TableCell>
      <TableCell align="right">
        <Figure working={need.working}>{formatAbout(need.needL, unitSystem)}</Figure>
      </TableCell>
      <TableCell align="right" className="hide-small">
        {need.needL.low === need.needL.high ? 'as logged' : `${amount(need.needL.low)} – ${amount(need.needL.high)}`}
      </TableCell>
      <TableCell align="right">
        <b>
          <Cans need={need} />
        </b>
      </TableCell>
      <TableCell align="right">
        <Figure working={need.packsWorking}>{money(need.packs.price, currency)}</Figure>
      </TableCell>
    </TableRow>
  );
}

function StepRow({ reckoned }: { reckoned: ReckonedStep }) {
  const { products, settings } = useParts('products', 'settings');
  const { step, productL, working } = reckoned;
  if (!productL || !working) return null;
  const amount = (litres: number) => formatVolume(litres, settings.unitSystem);
  return (
    <TableRow sx={reckoned.status === 'done' ? { color: 'text.secondary' } : {}}>
      <TableCell>
        {whereOf(reckoned)}: {lowerFirst(doWhat(reckoned))}
      </TableCell>
      <TableCell>{(step.productId && products[step.productId]?.name) || ''}</TableCell>
      <TableCell className="hide-small">{step.method ? methodNames[step.method] : ''}</TableCell>
      <TableCell align="right" className="hide-small">
        {formatArea(reckoned.areaM2, settings.unitSystem)}
      </TableCell>
      <TableCell align="right">
        <Figure working={working}>{formatAbout(productL, settings.unitSystem)}</Figure>
        {reckoned.thinnerL && <div>+ {amount(reckoned.thinnerL.likely)} thinner</div>}
      </TableCell>
      <TableCell align="right" className="hide-small">
        {amount(productL.low)} – {amount(productL.high)}
      </TableCell>
      <TableCell align="right">{reckoned.actualL === null ? '' : amount(reckoned.actualL)}</TableCell>
    </TableRow>
  );
}

/** The film each zone gets, coat by coat, as it builds up. */
function Films({ reckoning }: { reckoning: Reckoning }) {
  const { products } = useParts('products');
  const zones = filmBuildUp(reckoning, products);
  if (zones.length === 0) return null;
  return (
    <section aria-label="Film">
      <Typography variant="h2">Film built up</Typography>
      <ScrollRegion label="Film by zone">
        <Table>
          <HeadRow
            of={[
              'Zone',
              { name: 'Coats', figures: true },
              { name: 'Wet, each', figures: true },
              { name: 'Dry, in all', figures: true },
              { name: 'Thickest against what hangs upright', wideOnly: true },
            ]}
          />
          <TableBody>
            {zones.map((z) => {
              const wets = z.coats.map((c) => Math.round(c.wetUm));
              const thickest = z.coats.reduce((a, b) => (b.wetUm > a.wetUm ? b : a));
              return (
                <TableRow key={z.zoneId}>
                  <TableCell>{zoneNames[z.zoneId]}</TableCell>
                  <TableCell align="right">{z.coats.length}</TableCell>
                  <TableCell align="right">
                    {Math.min(...wets) === Math.max(...wets)
                      ? `${wets[0]} µm`
                      : `${Math.min(...wets)}–${Math.max(...wets)} µm`}
                  </TableCell>
                  <TableCell align="right">
                    {z.dryUm > 0 ? `${Math.round(z.dryUm)} µm` : '–'}
                    {z.unknown > 0 && z.dryUm > 0 ? ' or more' : ''}
                  </TableCell>
                  <TableCell className="hide-small">
                    {thickest.sagUm === null ? 'not known' : `${Math.round(thickest.wetUm)} of ${thickest.sagUm} µm`}
                  </TableCell>
                </TableRow>
              );
            })}
          </TableBody>
        </Table>
      </ScrollRegion>
      <Typography variant="body2">
        Wet: what of the spreading rate stays on the piece. Dry: wet times the volume solids of its sheet; where these
        are not known, it is more by so many coats.
      </Typography>
    </section>
  );
}

const HidingChart = lazy(() => import('../../../ui/HidingChart').then((m) => ({ default: m.HidingChart })));

/** Litres by product and by step, the cans to buy, and how each figure was worked out. */
export default function Quantities() {
  const { piece, result } = usePieceContext();
  const nowMin = useNowMin();
  const { products, settings } = useParts('products', 'settings');
  // What it was bought for is noted before there is a plan.
  if (!result?.ok || result.value.products.length === 0)
    return (
      <Stack style={{ gap: 24 }}>
        <NotYet result={result} piece={piece} />
        {result && <MoneyFields piece={piece} />}
      </Stack>
    );
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
    <Stack style={{ gap: 24 }}>
      <section aria-label="To buy">
        <Stack direction="row">
          <Typography variant="h2">
            Cans for the whole piece, bought new:{' '}
            <span className="n">{money(reckoning.totals.price, settings.currency)}</span>
          </Typography>
          <Button variant="outlined" sx={{ ml: 'auto' }} onClick={save}>
            Download as CSV
          </Button>
        </Stack>
        <Typography variant="body2">
          The cheapest cans that are never short of the high end. Prices are placeholders until you type your own under
          Products.
        </Typography>
        <ScrollRegion label="Cans by product">
          <Table>
            <HeadRow
              of={[
                'Product',
                { name: 'Likely', figures: true },
                { name: '10 to 90 %', figures: true, wideOnly: true },
                { name: 'Buy', figures: true },
                { name: 'Price', figures: true },
              ]}
            />
            <TableBody>
              {reckoning.products.map((need) => (
                <NeedRow key={need.productId} need={need} />
              ))}
            </TableBody>
          </Table>
        </ScrollRegion>
      </section>
      <section aria-label="To hand">
        <Typography variant="h2">To have at hand</Typography>
        <Typography variant="body2">Typical use by area and length; what comes in pieces is rounded up.</Typography>
        <Box
          component="ul"
          sx={{
            listStyle: 'none',
            m: 0,
            p: 0,
            display: 'grid',
            gridTemplateColumns: 'repeat(auto-fill, minmax(170px, 1fr))',
            gap: '8px 18px',
          }}
        >
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
        </Box>
      </section>
      <Films reckoning={reckoning} />
      {paints.length > 0 && (
        <Suspense fallback={<Typography variant="body2">Drawing…</Typography>}>
          {paints.map(({ product, ground, coatL }) => (
            <Accordion key={product.id}>
              <AccordionSummary>
                <b>Coats of {product.name} to hide what is under it</b>
              </AccordionSummary>
              <AccordionDetails>
                <HidingChart product={product} ground={ground} coatL={coatL} />
              </AccordionDetails>
            </Accordion>
          ))}
        </Suspense>
      )}
      <section aria-label="By step">
        <Typography variant="h2">By step</Typography>
        <ScrollRegion label="Litres by step">
          <Table>
            <HeadRow
              of={[
                'Step',
                'Product',
                { name: 'By', wideOnly: true },
                { name: 'Area', figures: true, wideOnly: true },
                { name: 'Likely', figures: true },
                { name: '10 to 90 %', figures: true, wideOnly: true },
                { name: 'Used', figures: true },
              ]}
            />
            <TableBody>
              {reckoning.steps.map((s) => (
                <StepRow key={s.step.id} reckoned={s} />
              ))}
            </TableBody>
          </Table>
        </ScrollRegion>
      </section>
      <MoneyFields piece={piece} />
    </Stack>
  );
}
