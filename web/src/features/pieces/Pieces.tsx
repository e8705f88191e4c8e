import { doWhat, whereOf } from '@cosmesis/core/finishing';
import { buildFaces, formById, shapeToDraw, zoneNames } from '@cosmesis/core/piece';
import type { Reckoning } from '@cosmesis/core/reckoning';
import { latestFirst } from '@cosmesis/core/units';
import { hasPlan, type Piece } from '@cosmesis/core/workshop';
import TextField from '@mui/material/TextField';
import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { memo, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { useNowMin } from '../../store/useNowMin';
import { useReckoning } from '../../store/useReckoning';
import { useParts, useSettings } from '../../store/useWorkshop';
import { bandsOf } from '../../ui/bands';
import { dayName, dayTime, duration } from '../../ui/formatTime';
import { toPiece } from '../../ui/links';
import { PieceDrawing } from '../../ui/PieceDrawing';
import { StepStick } from '../../ui/StepStick';
import { faceColours } from '../../ui/zoneLooks';

function Sticks({ reckoning }: { reckoning: Reckoning }) {
  const next = reckoning.steps.find((s) => s.status !== 'done' && s.handsOnMin > 0)?.step.id;
  return (
    <div className="small-sticks">
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
    </div>
  );
}

const Row = memo(function Row({ piece }: { piece: Piece }) {
  const settings = useSettings();
  const result = useReckoning(piece);
  const nowMin = useNowMin();
  const reckoning = result?.ok ? result.value : undefined;
  const next = reckoning?.steps.find((s) => s.status !== 'done' && s.handsOnMin > 0);
  const stops = reckoning?.findings.filter((f) => f.severity === 'stop' || f.severity === 'stop-locked').length ?? 0;
  const left = reckoning?.steps.filter((s) => s.status !== 'done').reduce((sum, s) => sum + s.handsOnMin, 0) ?? 0;
  const faces = useMemo(() => buildFaces(shapeToDraw(piece)), [piece]);
  return (
    <div className="piece-row">
      <PieceDrawing
        faces={faces}
        colourOf={faceColours(piece, reckoning, 'now')}
        title={`${piece.name}, as it is now`}
      />
      <div>
        <Link className="name" to={toPiece(piece.id, hasPlan(piece) ? 'plan' : 'survey')}>
          {piece.name}
        </Link>
        {stops > 0 && (
          <span className="quiet" style={{ color: 'var(--oxide)', fontWeight: 700 }}>
            {' '}
            ■ held
          </span>
        )}
        <p className="quiet">
          {next && !next.held
            ? `${dayTime(next.startMin, nowMin, settings.timeZone)}: ${whereOf(next).toLowerCase()}, ${doWhat(next).toLowerCase()}`
            : piece.note || formById(piece.form).name}
        </p>
        {reckoning && <Sticks reckoning={reckoning} />}
      </div>
      <div className="facts">
        {reckoning?.totals.lightUseAtMin ? (
          <>
            <p>
              {stops > 0 ? 'at the earliest ' : 'light use '}
              <b className="n">{dayName(reckoning.totals.lightUseAtMin, settings.timeZone)}</b>
            </p>
            <p className="quiet">
              <span className="n">{duration(left)}</span> hands-on left
            </p>
          </>
        ) : (
          <p className="quiet">{piece.heightM === null ? 'not measured yet' : 'no looks chosen yet'}</p>
        )}
      </div>
    </div>
  );
});

/** From so many pieces on there is a field to find one in. */
const findFrom = 12;
/** Height of a row before it was measured, px. */
const rowPx = 190;

/** Every piece of the workshop, each with its sticks. Only those in sight are drawn and worked out. */
export default function Pieces() {
  const { pieces } = useParts('pieces');
  const [wanted, setWanted] = useState('');
  const list = useRef<HTMLUListElement>(null);
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
    <div className="stack">
      <div className="row">
        <h1>Pieces</h1>
        <Link className="go spread" to="/pieces/new">
          New piece
        </Link>
      </div>
      {all === 0 && <p>No piece yet. The first one takes about ten minutes with a tape measure.</p>}
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
        className="bare piece-list"
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
            <Row piece={shown[item.index]!} />
          </li>
        ))}
      </ul>
    </div>
  );
}
