import type { Reckoning } from '@cosmesis/core/reckoning';
import { aboutTime, clockTime, dayName, minuteOf, money, type Result } from '@cosmesis/core/units';
import { hasPlan, type Piece } from '@cosmesis/core/workshop';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Skeleton from '@mui/material/Skeleton';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useMemo } from 'react';
import { Link, Outlet, useLocation, useOutletContext, useParams } from 'react-router';
import { useReckoning } from '../../store/useReckoning';
import { useToBuy } from '../../store/useToBuy';
import { useParts, usePiece, useSettings } from '../../store/useWorkshop';
import { useWorkshopPlanAtRest } from '../../store/useWorkshopPlan';
import { LinkTabs } from '../../ui/LinkTabs';
import { Late } from '../../ui/layout';
import { toPiece } from '../../ui/links';
import type { Reckoned } from '../../workers/Engine';

/** What the screens of a piece share. */
export interface PieceContext {
  piece: Piece;
  result: Result<Reckoned> | undefined;
}

/** The piece that is open, with what is worked out for it. */
export const usePieceContext = (): PieceContext => useOutletContext<PieceContext>();

function Sums({ reckoning, piece }: { reckoning: Reckoning; piece: Piece }) {
  const settings = useSettings();
  const { totals } = reckoning;
  const { price } = useToBuy({ only: piece.id });
  const { pieces } = useParts('pieces');
  const { plan, isTold, isOld } = useWorkshopPlanAtRest();
  const day = (minute: number) => dayName(minute, settings.timeZone);
  const aloneMin = totals.lightUseAtMin;
  const held = reckoning.steps.some((s) => s.held);
  const isOpen = plan?.unplaced.some((u) => u.pieceId === piece.id) === true;
  const beside = Object.values(pieces).some((p) => p.id !== piece.id && hasPlan(p));
  const besideMin = beside ? (plan?.ready.find((r) => r.pieceId === piece.id)?.atMin ?? null) : null;
  // Beside others it has its turn: until that is known, none that is too early is named.
  const readyMin = beside && !held && !isTold ? null : (besideMin ?? aloneMin);
  const promisedMin = piece.promisedAt === null ? Number.POSITIVE_INFINITY : minuteOf(piece.promisedAt);
  const late = readyMin !== null && readyMin > promisedMin;
  // Late by hours: the days alone would be the same.
  const byHours = late && day(promisedMin) === day(readyMin);
  const when = (minute: number) => (byHours ? `${day(minute)} ${clockTime(minute, settings.timeZone)}` : day(minute));
  return (
    <Box
      sx={{
        ml: { xs: 0, md: 'auto' },
        display: 'flex',
        gap: '4px 20px',
        flexWrap: 'wrap',
        alignItems: 'baseline',
        '& b': { fontFamily: 'var(--mono)' },
      }}
    >
      <span>
        about <b>{aboutTime(totals.handsOnMin)}</b> hands-on
      </span>
      <span>
        {price === null ? (
          'working out what to buy'
        ) : (
          <Link to={`/buy?for=${encodeURIComponent(piece.id)}`}>
            {price > 0 ? (
              <>
                <b>{money(price, settings.currency)}</b> to buy
              </>
            ) : (
              'nothing to buy'
            )}
          </Link>
        )}
        {totals.labourPrice > 0 && <>, {money(totals.labourPrice, settings.currency)} labour</>}
      </span>
      {aloneMin !== null && (
        <span>
          {held ? (
            'held; light use at the earliest '
          ) : isOpen ? (
            'light use at the earliest '
          ) : besideMin !== null && day(besideMin) !== day(aloneMin) ? (
            <>
              <Link to="/rack">light use</Link>{' '}
            </>
          ) : (
            'light use '
          )}
          {readyMin === null ? (
            <Skeleton aria-hidden component="span" sx={{ display: 'inline-block', width: '11ch' }} />
          ) : (
            <Box component="b" sx={{ color: beside && isOld ? 'text.secondary' : 'inherit' }}>
              {when(readyMin)}
            </Box>
          )}
          {late && (
            <>
              {' '}
              <Late as="span">after the promised {when(promisedMin)}</Late>
            </>
          )}
        </span>
      )}
    </Box>
  );
}

const screens = [
  ['survey', 'Survey'],
  ['plan', 'Plan'],
  ['work', 'Work'],
  ['quantities', 'Quantities'],
  ['papers', 'Papers'],
] as const;

function Frame({ piece }: { piece: Piece }) {
  const result = useReckoning(piece);
  // The same for as long as both are: what else the frame follows draws no screen again.
  const context = useMemo((): PieceContext => ({ piece, result }), [piece, result]);
  const { pathname } = useLocation();
  const here = screens.find(([to]) => pathname.endsWith(`/${to}`));
  return (
    <>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: '6px 20px', flexWrap: 'wrap' }}>
        <Typography variant="h1">{piece.name || 'Piece without a name'}</Typography>
        {result?.ok && result.value.steps.length > 0 && <Sums reckoning={result.value} piece={piece} />}
      </Box>
      <LinkTabs
        label="Views of this piece"
        value={here ? toPiece(piece.id, here[0]) : false}
        tabs={screens.map(([to, name]) => [toPiece(piece.id, to), name] as const)}
      />
      <Outlet context={context} />
    </>
  );
}

/** Frame around the views of one piece: its name, its sums, its tabs. */
export default function PieceFrame() {
  const { pieceId = '' } = useParams();
  const piece = usePiece(pieceId);
  if (piece) return <Frame key={piece.id} piece={piece} />;
  return (
    <Stack>
      <Typography variant="h1">This piece is not in the workshop</Typography>
      <Typography>It may have been deleted, or it belongs to another workshop.</Typography>
      <div>
        <Button component={Link} variant="contained" to="/pieces">
          All pieces
        </Button>
      </div>
    </Stack>
  );
}

/** What stands in the place of figures while there are none. */
export function NotYet({ result, piece }: { result: Result<Reckoning> | undefined; piece: Piece }) {
  if (result === undefined)
    return (
      <Stack>
        <Typography variant="body2">Working it out…</Typography>
        <Skeleton variant="rectangular" height={260} />
      </Stack>
    );
  const issues = result.ok ? [] : result.issues;
  const unmeasured = issues.some((i) => i.code.startsWith('dimension'));
  const heading = result.ok
    ? 'Choose what it shall look like'
    : unmeasured
      ? 'Measure it first'
      : 'This cannot be worked out yet';
  return (
    <Stack style={{ maxWidth: 640 }}>
      <Typography variant="h2">{heading}</Typography>
      {issues.map((i) => (
        <Typography key={`${i.path}${i.code}`}>{i.message}</Typography>
      ))}
      {result.ok && <Typography>Every zone left alone gives nothing to do.</Typography>}
      <div>
        <Button component={Link} variant="contained" to={toPiece(piece.id, result.ok ? 'plan' : 'survey')}>
          {result.ok ? 'Choose looks' : 'To the survey'}
        </Button>
      </div>
    </Stack>
  );
}
