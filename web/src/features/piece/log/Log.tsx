import type { ReckonedStep, Reckoning } from '@cosmesis/core/reckoning';
import { formatTemperature, formatVolume, minuteOf } from '@cosmesis/core/units';
import type { LogEntry, Piece } from '@cosmesis/core/workshop';
import { useState } from 'react';
import { Link } from 'react-router';
import { logStep } from '../../../store/logStep';
import { theStore } from '../../../store/theStore';
import { useNowMin } from '../../../store/useNowMin';
import { useSettings } from '../../../store/useWorkshop';
import { dayTime, duration } from '../../../ui/formatTime';
import { toPiece } from '../../../ui/links';
import { ScrollRegion } from '../../../ui/ScrollRegion';
import { say } from '../../../ui/say';
import { doWhat, whereOf } from '../../../ui/stepWords';
import { NotYet, usePieceContext } from '../PieceFrame';
import { CorrectDialog } from './CorrectDialog';

function Ahead({ piece, reckoning }: { piece: Piece; reckoning: Reckoning }) {
  const { timeZone } = useSettings();
  const nowMin = useNowMin();
  const ahead = reckoning.steps
    .filter((s) => s.status !== 'done' && s.step.kind !== 'cure')
    .sort((a, b) => Number(b.status === 'running') - Number(a.status === 'running') || a.startMin - b.startMin)
    .slice(0, 5);
  const press = (what: 'start' | 'done', s: ReckonedStep) => {
    const done = logStep(piece.id, what, s);
    if (!done.ok) return say({ text: done.issues[0]?.message ?? 'That cannot be logged.' });
    say({
      text: `${what === 'start' ? 'Started' : 'Done'}: ${doWhat(s)}.`,
      action: { name: 'Undo', run: () => theStore().undo() },
    });
  };
  return (
    <section aria-label="To log">
      <h2>Next</h2>
      <ul className="bare">
        {ahead.map((s) => (
          <li key={s.step.id} className="act">
            <span className="when">
              {s.held ? 'Held' : s.status === 'running' ? 'Running' : dayTime(s.startMin, nowMin, timeZone)}
            </span>
            <div className="row">
              <div>
                <p className="quiet">{whereOf(s)}</p>
                <p className="what">{doWhat(s)}</p>
              </div>
              <span className="row spread">
                {s.held ? (
                  <Link to={toPiece(piece.id, 'survey#lead')}>Waits for a lead test</Link>
                ) : (
                  <>
                    {s.status === 'planned' && (
                      <button
                        type="button"
                        className="line"
                        aria-label={`Start: ${whereOf(s)}, ${doWhat(s)}`}
                        onClick={() => press('start', s)}
                      >
                        Start
                      </button>
                    )}
                    <button
                      type="button"
                      className="go"
                      aria-label={`Done: ${whereOf(s)}, ${doWhat(s)}`}
                      onClick={() => press('done', s)}
                    >
                      Done
                    </button>
                  </>
                )}
              </span>
            </div>
          </li>
        ))}
      </ul>
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
            Nothing is logged yet. Press Done when a step is done: one press notes the time and the air.
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
