import type { Reckoning } from '@cosmesis/core/reckoning';
import { minuteOf, type Result } from '@cosmesis/core/units';
import type { Piece } from '@cosmesis/core/workshop';
import { Link, NavLink, Outlet, useOutletContext, useParams } from 'react-router';
import { useReckoning } from '../../store/useReckoning';
import { usePiece, useSettings } from '../../store/useWorkshop';
import { dayName, duration, money } from '../../ui/formatTime';
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
  const promisedMin = piece.promisedAt === null ? Number.POSITIVE_INFINITY : minuteOf(piece.promisedAt);
  const late = totals.lightUseAtMin !== null && totals.lightUseAtMin > promisedMin;
  return (
    <div className="sums">
      <span>
        <b>{duration(totals.handsOnMin)}</b> hands-on
      </span>
      <span>
        about <b>{money(totals.price, settings.currency)}</b>
        {totals.labourPrice > 0 && <> + {money(totals.labourPrice, settings.currency)} labour</>}
      </span>
      {totals.lightUseAtMin !== null && (
        <span>
          {reckoning.steps.some((s) => s.held) ? 'held; light use at the earliest ' : 'light use '}
          <b>{dayName(totals.lightUseAtMin, settings.timeZone)}</b>
          {late && <span className="late"> after the promised {dayName(promisedMin, settings.timeZone)}</span>}
        </span>
      )}
    </div>
  );
}

function Frame({ piece }: { piece: Piece }) {
  const result = useReckoning(piece);
  const tabs = [
    ['survey', 'Survey'],
    ['advice', 'Advice'],
    ['plan', 'Plan'],
    ['compare', 'Compare'],
    ['quantities', 'Quantities'],
    ['time', 'Time'],
    ['log', 'Log'],
    ['papers', 'Papers'],
  ] as const;
  return (
    <>
      <div className="piece-head">
        <h1>{piece.name || 'Piece without a name'}</h1>
        {result?.ok && result.value.steps.length > 0 && <Sums reckoning={result.value} piece={piece} />}
      </div>
      <nav className="tabs" aria-label="Views of this piece">
        {tabs.map(([to, name]) => (
          <NavLink key={to} to={to}>
            {name}
          </NavLink>
        ))}
      </nav>
      <Outlet context={{ piece, result } satisfies PieceContext} />
    </>
  );
}

/** Frame around the views of one piece: its name, its sums, its tabs. */
export default function PieceFrame() {
  const { pieceId = '' } = useParams();
  const piece = usePiece(pieceId);
  if (piece) return <Frame key={piece.id} piece={piece} />;
  return (
    <div className="stack">
      <h1>This piece is not in the workshop</h1>
      <p>It may have been deleted, or it belongs to another workshop.</p>
      <div>
        <Link className="go" to="/pieces">
          All pieces
        </Link>
      </div>
    </div>
  );
}

/** What stands in the place of figures while there are none. */
export function NotYet({ result, piece }: { result: Result<Reckoning> | undefined; piece: Piece }) {
  if (result === undefined) return <p className="quiet">Working it out…</p>;
  const issues = result.ok ? [] : result.issues;
  const unmeasured = issues.some((i) => i.code.startsWith('dimension'));
  const heading = result.ok
    ? 'Choose what it shall look like'
    : unmeasured
      ? 'Measure it first'
      : 'This cannot be worked out yet';
  return (
    <div className="stack" style={{ maxWidth: 640 }}>
      <h2>{heading}</h2>
      {issues.map((i) => (
        <p key={`${i.path}${i.code}`}>{i.message}</p>
      ))}
      {result.ok && <p>Every zone left alone gives nothing to do.</p>}
      <div>
        <Link className="go" to={toPiece(piece.id, result.ok ? 'plan' : 'survey')}>
          {result.ok ? 'Choose looks' : 'To the survey'}
        </Link>
      </div>
    </div>
  );
}
