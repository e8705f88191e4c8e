import { buildFaces, formById, shapeToDraw, zoneNames } from '@cosmesis/core/piece';
import type { Reckoning } from '@cosmesis/core/reckoning';
import type { Result } from '@cosmesis/core/units';
import type { Piece } from '@cosmesis/core/workshop';
import { Link } from 'react-router';
import { useNowMin } from '../../store/useNowMin';
import { useReckonings } from '../../store/useReckoning';
import { useWorkshop } from '../../store/useWorkshop';
import { bandsOf } from '../../ui/bands';
import { dayName, dayTime, duration } from '../../ui/formatTime';
import { PieceDrawing } from '../../ui/PieceDrawing';
import { StepStick } from '../../ui/StepStick';
import { doWhat, whereOf } from '../../ui/stepWords';
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

function Row({ piece, result }: { piece: Piece; result: Result<Reckoning> | undefined }) {
  const { settings } = useWorkshop();
  const nowMin = useNowMin();
  const reckoning = result?.ok ? result.value : undefined;
  const next = reckoning?.steps.find((s) => s.status !== 'done' && s.handsOnMin > 0);
  const stops = reckoning?.findings.filter((f) => f.severity === 'stop' || f.severity === 'stop-locked').length ?? 0;
  const left = reckoning?.steps.filter((s) => s.status !== 'done').reduce((sum, s) => sum + s.handsOnMin, 0) ?? 0;
  return (
    <li>
      <PieceDrawing
        faces={buildFaces(shapeToDraw(piece))}
        colourOf={faceColours(piece, reckoning, 'now')}
        title={`${piece.name}, as it is now`}
      />
      <div>
        <Link className="name" to={`/pieces/${piece.id}/${piece.steps.length > 0 ? 'plan' : 'survey'}`}>
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
    </li>
  );
}

/** Every piece of the workshop, each with its sticks. */
export function Pieces() {
  const { pieces } = useWorkshop();
  const all = Object.values(pieces).sort(
    (a, b) => b.createdAt.localeCompare(a.createdAt) || a.name.localeCompare(b.name),
  );
  const reckonings = useReckonings(all);
  return (
    <div className="stack">
      <div className="row">
        <h1>Pieces</h1>
        <Link className="go spread" to="/pieces/new">
          New piece
        </Link>
      </div>
      {all.length === 0 && <p>No piece yet. The first one takes about ten minutes with a tape measure.</p>}
      <ul className="bare piece-list">
        {all.map((piece) => (
          <Row key={piece.id} piece={piece} result={reckonings?.get(piece.id)} />
        ))}
      </ul>
    </div>
  );
}
