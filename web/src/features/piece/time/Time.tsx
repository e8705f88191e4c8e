import { doWhat, whereOf } from '@cosmesis/core/finishing';
import type { ReckonedStep } from '@cosmesis/core/reckoning';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useState } from 'react';
import { Link } from 'react-router';
import { useEditPiece } from '../../../store/useEditPiece';
import { useNowMin } from '../../../store/useNowMin';
import { useSettings } from '../../../store/useWorkshop';
import { download, fileName } from '../../../ui/download';
import { dayName, dayTime, duration } from '../../../ui/formatTime';
import { ScrollRegion } from '../../../ui/ScrollRegion';
import { say } from '../../../ui/say';
import { fromField, toField } from '../../../ui/zonedInput';
import { callCore } from '../../../workers/callCore';
import { NotYet, usePieceContext } from '../PieceFrame';
import { SittingList } from './SittingList';
import { Timeline } from './Timeline';

function Row({ reckoned, nowMin, timeZone }: { reckoned: ReckonedStep; nowMin: number; timeZone: string }) {
  const at = (minute: number) => dayTime(minute, nowMin, timeZone);
  return (
    <tr className={reckoned.status === 'done' ? 'over' : ''}>
      <td>
        {whereOf(reckoned)}: {doWhat(reckoned).toLowerCase()}
        {reckoned.missedAtMin !== null && <b> (window closed {at(reckoned.missedAtMin)})</b>}
      </td>
      <td className="num">
        {reckoned.opensAtMin !== null && reckoned.status === 'planned' ? at(reckoned.opensAtMin) : ''}
      </td>
      <td className="num">
        <b>{at(reckoned.startMin)}</b>
      </td>
      <td className="num">{at(reckoned.endMin)}</td>
      <td className="num">{reckoned.handsOnMin > 0 ? duration(reckoned.handsOnMin) : ''}</td>
      <td className="num">
        {reckoned.closesAtMin !== null && reckoned.status === 'planned' ? at(reckoned.closesAtMin) : ''}
      </td>
    </tr>
  );
}

/** When everything happens: start, waits through nights and weekends, windows, light use and cure. */
export default function Time() {
  const { piece, result } = usePieceContext();
  const settings = useSettings();
  const edit = useEditPiece(piece.id);
  const nowMin = useNowMin();
  const [by, setBy] = useState<'sittings' | 'steps'>('sittings');
  const { timeZone } = settings;
  if (!result?.ok || result.value.steps.length === 0) return <NotYet result={result} piece={piece} />;
  const reckoning = result.value;
  const { lightUseAtMin, curedAtMin } = reckoning.totals;
  const save = async () => {
    const made = await callCore('calendar', [piece.id, nowMin], { urgent: true, needs: [piece.id] });
    if (made.ok) download(fileName(piece.name, 'ics'), 'text/calendar', made.value);
    else say({ text: made.issues[0]?.message ?? 'The file could not be made.' });
  };
  const begun = piece.log.length > 0;
  return (
    <div className="stack" style={{ gap: 22 }}>
      <div className="row" style={{ gap: '14px 30px', alignItems: 'flex-end' }}>
        {begun ? (
          <div>
            <p className="quiet">Begun</p>
            <p className="big">{dayName(Math.min(...reckoning.steps.map((s) => s.startMin)), timeZone)}</p>
          </div>
        ) : (
          <div style={{ width: 250 }}>
            <TextField
              label="Start not before"
              type="datetime-local"
              value={toField(piece.startAt, timeZone)}
              helperText="Empty: from now"
              onChange={(e) => {
                const next = fromField(e.target.value, timeZone);
                if (next === null && e.target.value !== '') return;
                edit(
                  'Start date',
                  (draft) => {
                    draft.startAt = next;
                  },
                  `${piece.id}/start`,
                );
              }}
            />
          </div>
        )}
        {lightUseAtMin !== null && (
          <div>
            <p className="quiet">Light use from</p>
            <p className="big">{dayName(lightUseAtMin, timeZone)}</p>
          </div>
        )}
        {curedAtMin !== null && (
          <div>
            <p className="quiet">Fully cured</p>
            <p className="big">{dayName(curedAtMin, timeZone)}</p>
          </div>
        )}
        <button type="button" className="line spread" onClick={save}>
          Download as calendar
        </button>
      </div>
      <p className="quiet">
        Waits are by label at 23 °C and 50 %, at their long end. Working hours are set under{' '}
        <Link to="/workshop">Workshop</Link>.
      </p>
      <Timeline reckoning={reckoning} nowMin={nowMin} timeZone={timeZone} />
      <ToggleButtonGroup exclusive value={by} aria-label="Show the work by" onChange={(_, next) => next && setBy(next)}>
        <ToggleButton value="sittings">Sittings</ToggleButton>
        <ToggleButton value="steps">Every step</ToggleButton>
      </ToggleButtonGroup>
      {by === 'sittings' ? (
        <SittingList reckoning={reckoning} />
      ) : (
        <ScrollRegion label="Every step in time">
          <table className="figures">
            <thead>
              <tr>
                <th>Step</th>
                <th className="num">Not before</th>
                <th className="num">Start</th>
                <th className="num">End</th>
                <th className="num">Hands-on</th>
                <th className="num">Window closes</th>
              </tr>
            </thead>
            <tbody>
              {[...reckoning.steps]
                .sort((a, b) => a.startMin - b.startMin)
                .map((s) => (
                  <Row key={s.step.id} reckoned={s} nowMin={nowMin} timeZone={timeZone} />
                ))}
            </tbody>
          </table>
        </ScrollRegion>
      )}
    </div>
  );
}
