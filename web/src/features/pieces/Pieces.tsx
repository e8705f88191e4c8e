import { doWhat, lowerFirst, whereOf } from '@cosmesis/core/finishing';
import { buildFaces, formById, shapeToDraw, zoneNames } from '@cosmesis/core/piece';
import type { PlannedSitting, Reckoning, WorkshopPlan } from '@cosmesis/core/reckoning';
import { bandsOf } from '@cosmesis/core/reckoning';
import { aboutTime, dayName, dayTime, latestFirst } from '@cosmesis/core/units';
import { hasPlan, type Piece } from '@cosmesis/core/workshop';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { memo, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { useNowMin } from '../../store/useNowMin';
import { useReckoning } from '../../store/useReckoning';
import { useParts, useSettings } from '../../store/useWorkshop';
import { useWorkshopPlanAtRest } from '../../store/useWorkshopPlan';
import { Late } from '../../ui/layout';
import { toPiece } from '../../ui/links';
import { PieceDrawing } from '../../ui/PieceDrawing';
import { StepStick } from '../../ui/StepStick';
import { faceColours } from '../../ui/zoneLooks';

function Sticks({ reckoning }: { reckoning: Reckoning }) {
  const next = reckoning.steps.find((s) => s.status !== 'done' && s.handsOnMin > 0)?.step.id;
  return (
    <Box sx={{ display: 'grid', gap: '6px', mt: 0.75 }}>
      {reckoning.zones.flatMap((zone) => {
        const own = reckoning.steps.filter((s) => s.step.zoneId === zone.id);
        return own.length > 2
          ? [
              <StepStick
                key={zone.id}
                small
                label={`${zoneNames[zone.id]}, steps`}
                bands={bandsOf(own, next, () => null)}
              />,
            ]
          : [];
      })}
    </Box>
  );
}

/** What the schedule of all pieces says of one; null: it says nothing of it. Whole minutes since 1970. */
interface InTurn {
  nextMin: number | null;
  /** What is done then. */
  nextWords: string;
  readyMin: number | null;
}

const Row = memo(function Row({ piece, nextMin, nextWords, readyMin }: { piece: Piece } & InTurn) {
  const settings = useSettings();
  const result = useReckoning(piece);
  const nowMin = useNowMin();
  const reckoning = result?.ok ? result.value : undefined;
  const next = reckoning?.steps.find((s) => s.status !== 'done' && s.handsOnMin > 0);
  const hold = reckoning?.steps.find((s) => s.held)?.held;
  const lightUseAtMin = readyMin ?? reckoning?.totals.lightUseAtMin;
  const left = reckoning?.steps.filter((s) => s.status !== 'done').reduce((sum, s) => sum + s.handsOnMin, 0) ?? 0;
  const faces = useMemo(() => buildFaces(shapeToDraw(piece)), [piece]);
  return (
    <Box
      sx={{
        borderTop: '1px solid var(--line)',
        p: '14px 0',
        display: 'grid',
        gridTemplateColumns: '130px minmax(0, 1fr) 230px',
        gap: '22px',
        alignItems: 'center',
        '@media (max-width: 760px)': {
          gridTemplateColumns: '84px minmax(0, 1fr)',
          gap: '12px',
          '& > :last-child': { gridColumn: 2 },
        },
      }}
    >
      <PieceDrawing
        faces={faces}
        colourOf={faceColours(piece, reckoning, 'now')}
        title={`${piece.name}, as it is now`}
      />
      <div>
        <Link
          style={{ font: '650 21px / 1.2 var(--head)', color: 'var(--ink)' }}
          to={toPiece(piece.id, hasPlan(piece) ? 'plan' : 'survey')}
        >
          {piece.name}
        </Link>
        {hold && (
          <Typography variant="body2">
            <Late>
              held: <Link to={toPiece(piece.id, 'plan')}>{hold.words}</Link>
            </Late>
          </Typography>
        )}
        <Typography variant="body2">
          {nextMin !== null
            ? `${dayTime(Math.max(nextMin, nowMin), nowMin, settings.timeZone)} · ${lowerFirst(nextWords)}`
            : next && !next.held
              ? `Next: ${whereOf(next).toLowerCase()}, ${lowerFirst(doWhat(next))}`
              : piece.note || formById(piece.form).name}
        </Typography>
        {reckoning && <Sticks reckoning={reckoning} />}
      </div>
      <Box sx={{}}>
        {lightUseAtMin ? (
          <>
            <Typography>
              {hold || readyMin === null ? 'at the earliest ' : 'light use '}
              <b className="n">{dayName(lightUseAtMin, settings.timeZone)}</b>
            </Typography>
            <Typography variant="body2">
              about <span className="n">{aboutTime(left)}</span> hands-on left
            </Typography>
          </>
        ) : (
          <Typography variant="body2">{piece.heightM === null ? 'not measured yet' : 'no looks chosen yet'}</Typography>
        )}
      </Box>
    </Box>
  );
});

const notInTurn: InTurn = { nextMin: null, nextWords: '', readyMin: null };

function inTurnOf(plan: WorkshopPlan): ReadonlyMap<string, InTurn> {
  const first = new Map<string, PlannedSitting>();
  for (const s of plan.sittings)
    if (s.startMin < (first.get(s.pieceId)?.startMin ?? Number.POSITIVE_INFINITY)) first.set(s.pieceId, s);
  return new Map(
    plan.ready.map(({ pieceId, atMin }) => {
      const next = first.get(pieceId);
      return [pieceId, { nextMin: next?.startMin ?? null, nextWords: next?.words ?? '', readyMin: atMin }];
    }),
  );
}

/** From so many pieces on there is a field to find one in. */
const findFrom = 12;
/** Height of a row before it was measured, px. */
const rowPx = 190;

/** Every piece of the workshop, each with its sticks. Only those in sight are drawn and worked out. */
export default function Pieces() {
  const { pieces } = useParts('pieces');
  const [wanted, setWanted] = useState('');
  const list = useRef<HTMLUListElement>(null);
  const { plan } = useWorkshopPlanAtRest();
  const inTurn = useMemo(() => (plan ? inTurnOf(plan) : null), [plan]);
  const shown = useMemo(() => {
    const word = wanted.trim().toLowerCase();
    return Object.values(pieces)
      .filter((p) => word === '' || p.name.toLowerCase().includes(word))
      .sort((a, b) => latestFirst(a.createdAt, b.createdAt) || (a.name < b.name ? -1 : 1));
  }, [pieces, wanted]);
  const virtual = useWindowVirtualizer({
    count: shown.length,
    estimateSize: () => rowPx,
    overscan: 4,
    getItemKey: (i) => shown[i]!.id,
    scrollMargin: list.current?.offsetTop ?? 0,
  });
  const all = Object.keys(pieces).length;
  return (
    <Stack>
      <Stack direction="row">
        <Typography variant="h1">Pieces</Typography>
        <Button component={Link} variant="contained" sx={{ ml: 'auto' }} to="/pieces/new">
          New piece
        </Button>
      </Stack>
      {all === 0 && <Typography>No piece yet. The first one takes about ten minutes with a tape measure.</Typography>}
      {all >= findFrom && (
        <TextField
          type="search"
          label="Find a piece"
          value={wanted}
          onChange={(e) => setWanted(e.target.value)}
          helperText={wanted.trim() === '' ? `${all} pieces` : `${shown.length} of ${all}`}
          sx={{ maxWidth: 360 }}
        />
      )}
      <ul
        className="bare"
        ref={list}
        style={{ height: virtual.getTotalSize(), position: 'relative' }}
        aria-label="Pieces"
      >
        {virtual.getVirtualItems().map((item) => (
          <li
            key={item.key}
            ref={virtual.measureElement}
            data-index={item.index}
            aria-posinset={item.index + 1}
            aria-setsize={shown.length}
            style={{
              position: 'absolute',
              insetInline: 0,
              transform: `translateY(${item.start - virtual.options.scrollMargin}px)`,
            }}
          >
            <Row piece={shown[item.index]!} {...(inTurn?.get(shown[item.index]!.id) ?? notInTurn)} />
          </li>
        ))}
      </ul>
    </Stack>
  );
}
