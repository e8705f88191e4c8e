import { type BuyLine, type BuyList, leftoverWorth, type SupplyLine, willItLast } from '@cosmesis/core/stock';
import { buyListToCsv } from '@cosmesis/core/takeaway';
import { dayName, formatVolume, money } from '@cosmesis/core/units';
import { hasPlan } from '@cosmesis/core/workshop';
import Accordion from '@mui/material/Accordion';
import AccordionDetails from '@mui/material/AccordionDetails';
import AccordionSummary from '@mui/material/AccordionSummary';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Stack from '@mui/material/Stack';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { doDeed } from '../../store/doDeed';
import { theStore } from '../../store/theStore';
import { useDraws } from '../../store/useDraws';
import { useNowMin } from '../../store/useNowMin';
import { fewPieces, useSummaries } from '../../store/useSummaries';
import { useToBuy } from '../../store/useToBuy';
import { useParts, useSettings } from '../../store/useWorkshop';
import { useWorkshopPlanAtRest } from '../../store/useWorkshopPlan';
import { download, fileName } from '../../ui/download';
import { HeadRow } from '../../ui/HeadRow';
import { ActWhat, Late, Mark, TickBox, TickGrid } from '../../ui/layout';
import { toProduct } from '../../ui/links';
import { ScrollRegion } from '../../ui/ScrollRegion';
import { say } from '../../ui/say';

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
  return (
    <Box
      component="li"
      sx={{
        display: 'grid',
        gridTemplateColumns: 'auto minmax(0, 1fr) auto',
        gap: '6px 18px',
        alignItems: 'start',
        p: '12px 0',
        borderTop: '1px solid var(--line)',
        '@media (max-width: 900px)': {
          gridTemplateColumns: 'minmax(0, 1fr) auto',
          '& > .MuiButton-root': { gridRow: 2 },
        },
      }}
    >
      <Button
        variant="outlined"
        className="no-print"
        aria-label={`Bought: ${line.product.name}`}
        onClick={() => bought(line)}
        disabled={line.packs.counts.length === 0}
      >
        Bought
      </Button>
      <TickBox aria-hidden="true" sx={{ display: 'none', '@media print': { display: 'grid' } }} />
      <div>
        <Typography>
          <Mark
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
        </Typography>
        <ActWhat>
          {line.packs.counts.length === 0
            ? 'no pack on its sheet'
            : line.packs.counts
                .map((c) => `${c.count} × ${formatVolume(c.pack.volumeL, settings.unitSystem)}`)
                .join(' + ')}
        </ActWhat>
        <Typography variant="body2">
          {formatVolume(line.needL, settings.unitSystem)} needed
          {line.shelfL > 0 && <>, {formatVolume(line.shelfL, settings.unitSystem)} on the shelf</>}
          {line.agedL > 0 && <>, {formatVolume(line.agedL, settings.unitSystem)} past its date by then</>} · for{' '}
          {line.for.join(', ')}
        </Typography>
        <Accordion className="no-print">
          <AccordionSummary>
            <Typography variant="body2">How it is worked out, and how far the shelf goes</Typography>
          </AccordionSummary>
          <AccordionDetails>
            <Typography>
              {formatVolume(line.needL, settings.unitSystem)} needed − {formatVolume(line.shelfL, settings.unitSystem)}{' '}
              on the shelf = {formatVolume(line.buyL, settings.unitSystem)};{' '}
              {formatVolume(line.packs.volumeL, settings.unitSystem)} in the packs. A litre left over counts{' '}
              {money(leftoverWorth(line.product), settings.currency)}.
            </Typography>
            <ol className="bare">
              {lasts.map((l, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: a list that is only shown
                <Stack component="li" direction="row" key={i}>
                  <span className="n">{l.atMin === null ? 'no day yet' : dayName(l.atMin, settings.timeZone)}</span>
                  <span>{l.pieceName}</span>
                  <span className="n">− {formatVolume(l.highL, settings.unitSystem)}</span>
                  <b className="n">
                    {l.leftL < -1e-9
                      ? `short of ${formatVolume(-l.leftL, settings.unitSystem)}`
                      : `${formatVolume(l.leftL, settings.unitSystem)} left`}
                  </b>
                </Stack>
              ))}
            </ol>
          </AccordionDetails>
        </Accordion>
      </div>
      <Box sx={{ display: 'grid', justifyItems: 'end', gap: '2px', textAlign: 'right', '& .n': { fontSize: 20 } }}>
        {line.time === null ? (
          <b>no day yet</b>
        ) : line.time.orderByMin <= nowMin ? (
          <Late>order today</Late>
        ) : (
          <b>by {dayName(line.time.orderByMin, settings.timeZone)}</b>
        )}
        <Typography component="span" variant="body2">
          {line.time ? `needed ${dayName(line.time.neededAtMin, settings.timeZone)}` : 'for what is held or waits'}
        </Typography>
        <b className="n">{money(line.packs.price, settings.currency)}</b>
      </Box>
    </Box>
  );
}

/** Packs of supplies as they come in: counted from then on. */
function boughtSupply(line: SupplyLine): void {
  const amount = line.packs.reduce((sum, p) => sum + p.amount * p.count, 0);
  const { id: _, left: __, counts: ___, ...supply } = line.supply;
  const done = doDeed(`Bought: ${supply.name}`, { do: 'bring-supply', supply, amount });
  if (!done.ok) say({ text: done.issues[0]!.message });
  else say({ text: `There now: ${line.supply.name}.`, action: { name: 'Undo', run: () => theStore().undo() } });
}

/** What is used up besides the products, less what there is, in packs. */
function Supplies({ lines, price }: { lines: readonly SupplyLine[]; price: number }) {
  const settings = useSettings();
  if (lines.length === 0) return null;
  const amount = (n: number, unit: string) =>
    unit === 'pieces' ? String(Math.ceil(n - 1e-9)) : `${n.toFixed(n < 1 ? 2 : 1)} ${unit}`;
  return (
    <Stack component="section" aria-label="Sheets, tape and what is used up">
      <Typography variant="h2">
        Sheets, tape and what is used up: <span className="n">{money(price, settings.currency)}</span>
      </Typography>
      <ScrollRegion label="Supplies">
        <Table>
          <HeadRow
            of={[
              'What',
              { name: 'Needed', figures: true },
              { name: 'There', figures: true },
              'Buy',
              { name: 'Price', figures: true },
              { name: 'Bought', unseen: true },
            ]}
          />
          <TableBody>
            {lines.map((l) => (
              <TableRow key={l.need.what} sx={l.buyAmount === 0 ? { color: 'text.secondary' } : {}}>
                <TableCell>{l.supply.name}</TableCell>
                <TableCell align="right">{amount(l.need.amount, l.need.unit)}</TableCell>
                <TableCell align="right">{amount(l.haveAmount, l.need.unit)}</TableCell>
                <TableCell>
                  {l.buyAmount === 0
                    ? 'enough'
                    : l.packs.map((p) => `${p.count} × ${amount(p.amount, l.need.unit)}`).join(' + ') ||
                      amount(l.buyAmount, l.need.unit)}
                </TableCell>
                <TableCell align="right">{l.price > 0 ? money(l.price, settings.currency) : ''}</TableCell>
                <TableCell className="no-print">
                  {l.packs.length > 0 && (
                    <Button aria-label={`Bought: ${l.supply.name}`} onClick={() => boughtSupply(l)}>
                      Bought
                    </Button>
                  )}
                </TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </ScrollRegion>
    </Stack>
  );
}

/** The buy list: what the planned steps need less the shelf, in the cheapest cans, by the day each has to be ordered. */
export default function Buy() {
  const { pieces, settings } = useParts('pieces', 'settings');
  const planned = Object.values(pieces).filter(hasPlan);
  const [address, setAddress] = useSearchParams();
  const only = planned.find((p) => p.id === address.get('for'));
  const [unticked, setUnticked] = useState<ReadonlySet<string>>(new Set());
  const left = only ? new Set(planned.flatMap((p) => (p === only ? [] : p.id))) : unticked;
  const { cans: list, supplies, suppliesPrice, price } = useToBuy(only ? { only: only.id } : { but: left });
  const setLeft = (next: ReadonlySet<string>) => {
    setAddress({}, { replace: true });
    setUnticked(next);
  };
  const nowMin = useNowMin();
  const savePdf = async (value: BuyList) => {
    const { saveBuyPdf } = await import('./buyPdf');
    await saveBuyPdf(value, supplies, settings, nowMin);
  };
  const { all, missing } = useSummaries();
  const { isTold } = useWorkshopPlanAtRest();
  // The order in which it is needed is that of the schedule: nothing moves under a finger when that is told.
  const shown = list?.ok && (isTold || all > fewPieces) ? list.value : null;
  return (
    <Stack style={{ gap: 20, maxWidth: 980 }}>
      <Stack direction="row">
        <Typography variant="h1">
          Buy
          {only && ` for ${only.name}`}
          {price !== null && price > 0 && (
            <>
              : <span className="n">{money(price, settings.currency)}</span>
            </>
          )}
        </Typography>
        {shown && shown.lines.length > 0 && (
          <Stack component="span" direction="row" sx={{ ml: 'auto' }} className="no-print">
            <Button
              variant="outlined"
              onClick={() => download(fileName(`${settings.name} buy list`, 'csv'), 'text/csv', buyListToCsv(shown))}
            >
              Download as CSV
            </Button>
            <Button variant="outlined" onClick={() => void savePdf(shown)}>
              Save as PDF
            </Button>
            <Button variant="outlined" onClick={() => window.print()}>
              Print
            </Button>
          </Stack>
        )}
      </Stack>
      {list?.ok && price !== null && price > 0 && (
        <Typography>
          {list.value.price > 0 ? `${money(list.value.price, settings.currency)} in cans` : 'No cans'},{' '}
          {money(suppliesPrice, settings.currency)} in sheets, tape and what is used up. What the shelf has is taken
          off.
        </Typography>
      )}
      <Accordion className="no-print">
        <AccordionSummary>
          <Typography variant="body2">
            For{' '}
            {left.size === 0
              ? planned.length === 1
                ? 'the one planned piece'
                : `all ${planned.length} planned pieces`
              : `${planned.length - left.size} of ${planned.length} planned pieces`}
          </Typography>
        </AccordionSummary>
        <AccordionDetails>
          <TickGrid>
            {planned.map((p) => (
              <FormControlLabel
                key={p.id}
                control={
                  <Checkbox
                    checked={!left.has(p.id)}
                    onChange={(e) => {
                      const next = new Set(left);
                      if (e.target.checked) next.delete(p.id);
                      else next.add(p.id);
                      setLeft(next);
                    }}
                  />
                }
                label={p.name}
              />
            ))}
          </TickGrid>
        </AccordionDetails>
      </Accordion>
      {(list === undefined || missing > 0 || (list.ok && !shown)) && (
        <Typography variant="body2" role="status">
          Working it out{missing > 0 ? `: ${all - missing} of ${all} pieces` : ''}…
        </Typography>
      )}
      {list?.ok === false && list.issues.map((i) => <Typography key={i.code}>{i.message}</Typography>)}
      {shown && (
        <>
          {shown.issues.map((i) => (
            <Alert severity="warning" key={i.path + i.code}>
              {i.message}
            </Alert>
          ))}
          {shown.lines.length === 0 ? (
            <Typography>The shelf does for every planned step of these pieces.</Typography>
          ) : (
            <ScrollRegion label="Buy list">
              <ul className="bare">
                {shown.lines.map((line) => (
                  <Line key={line.product.id} line={line} />
                ))}
              </ul>
            </ScrollRegion>
          )}
        </>
      )}
      {/* It comes with the cans above it, which would push it down. */}
      {(shown || list?.ok === false) && <Supplies lines={supplies} price={suppliesPrice} />}
      <Typography variant="body2">
        The cheapest cans that are never short of the high end; half of what is left over of a can that keeps a year
        counts as used. Prices are placeholders until you type your own under Products.
      </Typography>
    </Stack>
  );
}
