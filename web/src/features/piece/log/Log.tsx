import { doWhat, whereOf } from '@cosmesis/core/finishing';
import { type Reckoning, sittingsOf, sittingWords } from '@cosmesis/core/reckoning';
import { formatTemperature, formatVolume, minuteOf } from '@cosmesis/core/units';
import type { LogEntry, Piece } from '@cosmesis/core/workshop';
import { useState } from 'react';
import { Link } from 'react-router';
import { useNowMin } from '../../../store/useNowMin';
import { useSettings } from '../../../store/useWorkshop';
import { dayTime, duration } from '../../../ui/formatTime';
import { toPiece } from '../../../ui/links';
import { pressLog } from '../../../ui/pressLog';
import { ScrollRegion } from '../../../ui/ScrollRegion';
import StepsOfSitting, { hasParts } from '../../../ui/StepsOfSitting';
import UsedAmounts from '../../../ui/UsedAmounts';
import { NotYet, usePieceContext } from '../PieceFrame';
import { CorrectDialog } from './CorrectDialog';

function Ahead({ piece, reckoning }: { piece: Piece; reckoning: Reckoning }) {
  const { timeZone, unitSystem } = useSettings();
  const nowMin = useNowMin();
  const ahead = sittingsOf(reckoning.steps)
    .filter((s) => s.status !== 'done')
    .sort((a, b) => Number(b.status === 'running') - Number(a.status === 'running') || a.startMin - b.startMin)
    .slice(0, 5);
  return (
    <section aria-label="To log">
      <h2>Next</h2>
      <UsedAmounts />
      <ul className="bare">
        {ahead.map((s) => {
          const words = sittingWords(s, doWhat);
          return (
            <li key={s.id} className="act">
              <span className="when">
                {s.held ? 'Held' : s.status === 'running' ? 'Running' : dayTime(s.startMin, nowMin, timeZone)}
              </span>
              <div>
                <div className="row">
                  <p className="what">{words}</p>
                  <span className="row spread">
                    {s.held ? (
                      <Link to={toPiece(piece.id, 'survey#lead')}>Waits for a lead test</Link>
                    ) : (
                      <>
                        {s.status === 'planned' && (
                          <button
                            type="button"
                            className="line"
                            aria-label={`Start: ${words}`}
                            onClick={() => pressLog(piece.id, 'start', s.steps)}
                          >
                            Start
                          </button>
                        )}
                        <button
                          type="button"
                          className="go"
                          aria-label={`Done: ${words}`}
                          onClick={() => pressLog(piece.id, 'done', s.steps)}
                        >
                          Done
                        </button>
                      </>
                    )}
                  </span>
                </div>
                {hasParts(s) && !s.held && <StepsOfSitting pieceId={piece.id} sitting={s} unitSystem={unitSystem} />}
              </div>
            </li>
          );
        })}
      </ul>
      <p>
        <Link to={toPiece(piece.id, 'survey#damage')}>Found something on the way?</Link>
      </p>
    </section>
  );
}

function HistoryRow({ entry, onCorrect }: { entry: LogEntry; onCorrect: () => void }) {
  const { timeZone, unitSystem } = useSettings();
  const nowMin = useNowMin();
  const at = (instant: string | null | undefined) => (instant ? dayTime(minuteOf(instant), nowMin, timeZone) : '');
  const done = entry.doneAt ?? entry.startedAt;
  const late =
    entry.planned && done ? minuteOf(done) - minuteOf(entry.doneAt ? entry.planned.endAt : entry.planned.startAt) : 0;
  return (
    <tr>
      <td>
        {whereOf(entry)}: {doWhat(entry).toLowerCase()}
        {entry.note && <div className="quiet">{entry.note}</div>}
      </td>
      <td className="num">{at(entry.planned?.endAt)}</td>
      <td className="num">
        {entry.doneAt ? at(entry.doneAt) : `started ${at(entry.startedAt)}`}
        {Math.abs(late) >= 5 && <div>{late > 0 ? `${duration(late)} later` : `${duration(-late)} sooner`}</div>}
      </td>
      <td className="num">{entry.planned?.volumeL ? formatVolume(entry.planned.volumeL, unitSystem) : ''}</td>
      <td className="num">{entry.actualL === null ? '' : formatVolume(entry.actualL, unitSystem)}</td>
      <td className="num">
        {entry.air
          ? `${formatTemperature(entry.air.airTempC, unitSystem)}, ${Math.round(entry.air.relHumFrac * 100)} %`
          : ''}
      </td>
      <td>
        <button
          type="button"
          className="line"
          aria-label={`Correct: ${whereOf(entry)}, ${doWhat(entry)}`}
          onClick={onCorrect}
        >
          Correct
        </button>
      </td>
    </tr>
  );
}

/** What happened, held against what was planned; and what to press next. */
export default function Log() {
  const { piece, result } = usePieceContext();
  const [correcting, setCorrecting] = useState<string | null>(null);
  if (!result?.ok || result.value.steps.length === 0) return <NotYet result={result} piece={piece} />;
  const reckoning = result.value;
  const entries = [...piece.log].sort(
    (a, b) => Date.parse(b.doneAt ?? b.startedAt ?? '') - Date.parse(a.doneAt ?? a.startedAt ?? ''),
  );
  const entry = piece.log.find((e) => e.id === correcting);
  return (
    <div className="stack" style={{ gap: 26 }}>
      <Ahead piece={piece} reckoning={reckoning} />
      <section aria-label="History">
        <h2>History</h2>
        {entries.length === 0 ? (
          <p className="quiet">
            Nothing is logged yet. Press Done when a sitting is done: one press notes every step of it, with its time
            and the air.
          </p>
        ) : (
          <ScrollRegion label="Planned against actual">
            <table className="figures">
              <thead>
                <tr>
                  <th>Step</th>
                  <th className="num">Planned</th>
                  <th className="num">Done</th>
                  <th className="num">Planned</th>
                  <th className="num">Used</th>
                  <th className="num">Air</th>
                  <th>
                    <span className="visually-hidden">Correct</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {entries.map((e) => (
                  <HistoryRow key={e.id} entry={e} onCorrect={() => setCorrecting(e.id)} />
                ))}
              </tbody>
            </table>
          </ScrollRegion>
        )}
      </section>
      {entry && (
        <CorrectDialog
          pieceId={piece.id}
          entry={entry}
          title={`${whereOf(entry)}: ${doWhat(entry).toLowerCase()}`}
          onClose={() => setCorrecting(null)}
        />
      )}
    </div>
  );
}
