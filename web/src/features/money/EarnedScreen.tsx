import { type Earned, type EarnedBy, earnedBy, earnedToCsv } from '@cosmesis/core/money';
import { exactMoney, minuteOf } from '@cosmesis/core/units';
import Button from '@mui/material/Button';
import Skeleton from '@mui/material/Skeleton';
import Stack from '@mui/material/Stack';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link } from 'react-router';
import { theStore } from '../../store/theStore';
import { useEarned } from '../../store/useEarned';
import { useParts } from '../../store/useWorkshop';
import { download, fileName } from '../../ui/download';
import { HeadRow } from '../../ui/HeadRow';
import { Keys } from '../../ui/Keys';
import { Fields } from '../../ui/layout';
import { toPiece } from '../../ui/links';
import { NumberField } from '../../ui/NumberField';
import { ScrollRegion } from '../../ui/ScrollRegion';

const kinds = [
  { value: 'look', name: 'By look' },
  { value: 'form', name: 'By form' },
  { value: 'month', name: 'By month' },
] as const;
type Kind = (typeof kinds)[number]['value'];
/** More pieces are not worked out at once. */
const mostPieces = 500;
const mostOverhead = 100_000;

const hours = (minutes: number): string => `${(minutes / 60).toFixed(1)} h`;

function kindsOf(kind: Kind, timeZone: string): (one: Earned) => readonly string[] {
  if (kind === 'look') return (e) => (e.looks.length > 0 ? e.looks : ['no look']);
  if (kind === 'form') return (e) => [e.form];
  const month = new Intl.DateTimeFormat('en-GB', { timeZone, month: 'long', year: 'numeric' });
  return (e) => [e.soldAt === null ? 'no day of sale' : month.format(minuteOf(e.soldAt) * 60_000)];
}

function ByKind({ rows, exact }: { rows: readonly EarnedBy[]; exact: (minor: number) => string }) {
  return (
    <ScrollRegion label="Earned by kind">
      <Table>
        <HeadRow
          of={[
            'Kind',
            { name: 'Pieces', figures: true },
            { name: 'Hours', figures: true, wideOnly: true },
            { name: 'Left over', figures: true },
            { name: 'An hour', figures: true },
          ]}
        />
        <TableBody>
          {rows.map((row) => (
            <TableRow key={row.name}>
              <TableCell>{row.name}</TableCell>
              <TableCell align="right">{row.pieces}</TableCell>
              <TableCell align="right" className="hide-small">
                {hours(row.minutes)}
              </TableCell>
              <TableCell align="right">{exact(row.profitMinor)}</TableCell>
              <TableCell align="right">
                <b>{row.perHourMinor === null ? '' : exact(row.perHourMinor)}</b>
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </ScrollRegion>
  );
}

/** What pieces earned: which look, form or month pays for its hours. */
export default function EarnedScreen() {
  const { pieces, settings } = useParts('pieces', 'settings');
  const { currency, timeZone } = settings;
  const [kind, setKind] = useState<Kind>('look');
  // Pieces of which something is known: bought, sold, to be sold, or worked on.
  const known = Object.values(pieces).filter((p) => p.money || p.salePrice !== null || p.log.length > 0);
  const told = useEarned(known.slice(0, mostPieces).map((p) => p.id));
  // What was sold first, the best hour first.
  const worth = (e: Earned) => (e.sold ? 1e12 : 0) + (e.perHourMinor ?? -1e9);
  const all = told && [...told].sort((a, b) => worth(b) - worth(a));
  const exact = (minor: number) => exactMoney(minor, currency);
  const sold = (all ?? []).filter((e) => e.sold);
  const minutes = sold.reduce((sum, e) => sum + e.workedMin + e.aheadMin, 0);
  const profit = sold.reduce((sum, e) => sum + (e.profitMinor ?? 0), 0);
  return (
    <Stack spacing={3}>
      <Typography variant="h1">What it earned</Typography>
      {all === undefined && (
        <Skeleton role="img" variant="rectangular" height={240} aria-label="It is being worked out" />
      )}
      {all && (
        <>
          <Typography>
            {sold.length === 0 ? (
              'Nothing is noted as sold yet: what a piece cost and brought is written on it, under Quantities.'
            ) : (
              <>
                {sold.length === 1 ? 'One piece sold' : `${sold.length} pieces sold`}, <b>{exact(profit)}</b> left over
                for {hours(minutes)}: <b>{minutes > 0 ? exact(Math.round((profit / minutes) * 60)) : '–'}</b> an hour.
              </>
            )}
          </Typography>
          {sold.length > 0 && (
            <Stack component="section" aria-label="Which pay" spacing={1.5}>
              <Keys<Kind> legend="Which pay" value={kind} onPick={setKind} choices={kinds} />
              <ByKind rows={earnedBy(all, kindsOf(kind, timeZone))} exact={exact} />
            </Stack>
          )}
          <Stack component="section" aria-label="Pieces" spacing={1.5}>
            <Stack direction="row">
              <Typography variant="h2">Pieces</Typography>
              <Button
                variant="outlined"
                sx={{ ml: 'auto' }}
                disabled={all.length === 0}
                onClick={() =>
                  download(fileName(`${settings.name} earned`, 'csv'), 'text/csv', earnedToCsv(all, currency))
                }
              >
                Download as CSV
              </Button>
            </Stack>
            <ScrollRegion label="Cost and brought, by piece">
              <Table>
                <HeadRow
                  of={[
                    'Piece',
                    { name: 'Hours', figures: true, wideOnly: true },
                    { name: 'Costs', figures: true },
                    { name: 'Brought', figures: true },
                    { name: 'An hour', figures: true },
                  ]}
                />
                <TableBody>
                  {all.map((e) => (
                    <TableRow key={e.pieceId}>
                      <TableCell>
                        <Link to={toPiece(e.pieceId, 'quantities')}>{e.name}</Link>
                        {!e.sold && <Typography variant="body2">not sold yet</Typography>}
                      </TableCell>
                      <TableCell align="right" className="hide-small">
                        {hours(e.workedMin + e.aheadMin)}
                      </TableCell>
                      <TableCell align="right">{exact(e.costMinor)}</TableCell>
                      <TableCell align="right">{e.broughtMinor === null ? '' : exact(e.broughtMinor)}</TableCell>
                      <TableCell align="right">
                        <b>{e.perHourMinor === null ? '' : exact(e.perHourMinor)}</b>
                      </TableCell>
                    </TableRow>
                  ))}
                </TableBody>
              </Table>
            </ScrollRegion>
            {told && told.length < Math.min(known.length, mostPieces) && (
              <Typography variant="body2">
                {Math.min(known.length, mostPieces) - told.length} more cannot be worked out yet: look at their plans.
              </Typography>
            )}
            {known.length > mostPieces && (
              <Typography variant="body2">
                The first {mostPieces} of {known.length} pieces.
              </Typography>
            )}
          </Stack>
          <Fields>
            <NumberField
              label={`Rent, light and tools for each hour, ${currency}`}
              draftKey="overhead"
              value={settings.overheadPerHour ?? null}
              least={0}
              most={mostOverhead}
              help="Counted among the costs of every piece"
              onValue={(value) =>
                theStore().transact('Overheads', (draft) => {
                  draft.settings.overheadPerHour = value;
                })
              }
              onEmpty={() =>
                theStore().transact('Overheads', (draft) => {
                  delete draft.settings.overheadPerHour;
                })
              }
            />
          </Fields>
        </>
      )}
    </Stack>
  );
}
