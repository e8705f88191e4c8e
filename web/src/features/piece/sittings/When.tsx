import { doWhat, lowerFirst, whereOf } from '@cosmesis/core/finishing';
import { hasTime, noTimeWords, type ReckonedStep, type Reckoning, reckoningInTurn } from '@cosmesis/core/reckoning';
import { aboutTime, dayName, dayTime } from '@cosmesis/core/units';
import type { Piece } from '@cosmesis/core/workshop';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableRow from '@mui/material/TableRow';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useEditPiece } from '../../../store/useEditPiece';
import { useNowMin } from '../../../store/useNowMin';
import { useSettings } from '../../../store/useWorkshop';
import { useSettledPlan } from '../../../store/useWorkshopPlan';
import { DateTimeField } from '../../../ui/DateTimeField';
import { download, fileName } from '../../../ui/download';
import { HeadRow } from '../../../ui/HeadRow';
import { Big } from '../../../ui/layout';
import { ScrollRegion } from '../../../ui/ScrollRegion';
import { say } from '../../../ui/say';
import { Term } from '../../../ui/Term';
import { fromField, toField } from '../../../ui/zonedInput';
import { callCore } from '../../../workers/callCore';
import { SittingList } from './SittingList';
import { Timeline } from './Timeline';

function Row({ reckoned, nowMin, timeZone }: { reckoned: ReckonedStep; nowMin: number; timeZone: string }) {
  const at = (minute: number) => dayTime(minute, nowMin, timeZone);
  const timed = hasTime(reckoned);
  return (
    <TableRow sx={reckoned.status === 'done' ? { color: 'text.secondary' } : {}}>
      <TableCell>
        {whereOf(reckoned)}: {lowerFirst(doWhat(reckoned))}
        {reckoned.missedAtMin !== null && <b> (window closed {at(reckoned.missedAtMin)})</b>}
      </TableCell>
      <TableCell align="right">
        {timed && reckoned.opensAtMin !== null && reckoned.status === 'planned' ? at(reckoned.opensAtMin) : ''}
      </TableCell>
      <TableCell align="right">
        <b>{timed ? at(reckoned.startMin) : noTimeWords(reckoned)}</b>
      </TableCell>
      <TableCell align="right">{timed ? at(reckoned.endMin) : ''}</TableCell>
      <TableCell align="right">{reckoned.handsOnMin > 0 ? aboutTime(reckoned.handsOnMin) : ''}</TableCell>
      <TableCell align="right">
        {timed && reckoned.closesAtMin !== null && reckoned.status === 'planned' ? at(reckoned.closesAtMin) : ''}
      </TableCell>
    </TableRow>
  );
}

/** When everything happens: start, waits through nights and weekends, windows, light use and cure. */
export function When({ piece, reckoning }: { piece: Piece; reckoning: Reckoning }) {
  const settings = useSettings();
  const edit = useEditPiece(piece.id);
  const nowMin = useNowMin();
  const [by, setBy] = useState<'sittings' | 'steps'>('sittings');
  const { timeZone } = settings;
  const { plan } = useSettledPlan();
  const placed = useMemo(() => reckoningInTurn(reckoning, plan), [reckoning, plan]);
  const { lightUseAtMin, curedAtMin } = placed.totals;
  const aloneMin = reckoning.totals.lightUseAtMin;
  const save = async () => {
    const made = await callCore('calendar', [piece.id, nowMin], { urgent: true, needs: [piece.id] });
    if (made.ok) download(fileName(piece.name, 'ics'), 'text/calendar', made.value);
    else say({ text: made.issues[0]?.message ?? 'The file could not be made.' });
  };
  const begun = piece.log.length > 0;
  return (
    <Stack component="section" aria-label="When" spacing={2.75}>
      <Typography variant="h2">When</Typography>
      <Stack direction="row" style={{ gap: '14px 30px', alignItems: 'flex-end' }}>
        {begun ? (
          <div>
            <Typography variant="body2">Begun</Typography>
            <Big as="p">{dayName(Math.min(...reckoning.steps.map((s) => s.startMin)), timeZone)}</Big>
          </div>
        ) : (
          <div style={{ width: 250 }}>
            <DateTimeField
              label="Start not before"
              value={toField(piece.startAt, timeZone)}
              help="Empty: from now"
              onChange={(text) => {
                const next = fromField(text, timeZone);
                if (next === null && text !== '') return;
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
            <Typography variant="body2">Light use from</Typography>
            <Big as="p">{dayName(lightUseAtMin, timeZone)}</Big>
          </div>
        )}
        {aloneMin !== null &&
          lightUseAtMin !== null &&
          dayName(aloneMin, timeZone) !== dayName(lightUseAtMin, timeZone) && (
            <div>
              <Typography variant="body2">
                Without the other pieces (<Link to="/rack">the rack</Link>)
              </Typography>
              <Big as="p">{dayName(aloneMin, timeZone)}</Big>
            </div>
          )}
        {curedAtMin !== null && (
          <div>
            <Typography variant="body2">
              Fully <Term id="cure" />
            </Typography>
            <Big as="p">{dayName(curedAtMin, timeZone)}</Big>
          </div>
        )}
        <Button variant="outlined" sx={{ ml: 'auto' }} onClick={save}>
          Download as calendar
        </Button>
      </Stack>
      <Typography variant="body2">
        Waits are by label at 23 °C and 50 %, at their long end. Working hours are set under{' '}
        <Link to="/settings">Settings</Link>.
      </Typography>
      <Timeline reckoning={placed} nowMin={nowMin} timeZone={timeZone} />
      <ToggleButtonGroup exclusive value={by} aria-label="Show the work by" onChange={(_, next) => next && setBy(next)}>
        <ToggleButton value="sittings">Sittings</ToggleButton>
        <ToggleButton value="steps">Every step</ToggleButton>
      </ToggleButtonGroup>
      {by === 'sittings' ? (
        <SittingList reckoning={placed} />
      ) : (
        <ScrollRegion label="Every step in time">
          <Table>
            <HeadRow
              of={[
                'Step',
                { name: 'Not before', figures: true },
                { name: 'Start', figures: true },
                { name: 'End', figures: true },
                { name: 'Hands-on', figures: true },
                { name: 'Window closes', figures: true },
              ]}
            />
            <TableBody>
              {[...placed.steps]
                .sort((a, b) => Number(hasTime(b)) - Number(hasTime(a)) || a.startMin - b.startMin)
                .map((s) => (
                  <Row key={s.step.id} reckoned={s} nowMin={nowMin} timeZone={timeZone} />
                ))}
            </TableBody>
          </Table>
        </ScrollRegion>
      )}
    </Stack>
  );
}
