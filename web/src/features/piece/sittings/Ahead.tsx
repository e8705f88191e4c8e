import { doWhat } from '@cosmesis/core/finishing';
import { type Reckoning, type Sitting, sittingsOf, sittingWords, turnOf } from '@cosmesis/core/reckoning';
import { dayTime } from '@cosmesis/core/units';
import type { Piece } from '@cosmesis/core/workshop';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { Link } from 'react-router';
import { useNowMin } from '../../../store/useNowMin';
import { useSettings } from '../../../store/useWorkshop';
import { useSettledPlan } from '../../../store/useWorkshopPlan';
import { Held, holdsOf, LeadAsked } from '../../../ui/Held';
import { ActRow, ActWhat, ActWhen } from '../../../ui/layout';
import { toPiece } from '../../../ui/links';
import { PauseKey } from '../../../ui/PauseKey';
import PhotoButton from '../../../ui/PhotoButton';
import { pressLog } from '../../../ui/pressLog';
import StepsOfSitting, { hasParts } from '../../../ui/StepsOfSitting';
import UsedAmounts from '../../../ui/UsedAmounts';

/** What to press next: the running sitting, and the next ones. */
export function Ahead({ piece, reckoning }: { piece: Piece; reckoning: Reckoning }) {
  const { timeZone, unitSystem } = useSettings();
  const nowMin = useNowMin();
  const { plan } = useSettledPlan();
  const turn = plan && turnOf(plan, piece.id);
  const whyNot = (s: Sitting): string | undefined => turn?.unplaced.get(s.id);
  const startOf = (s: Sitting): number => turn?.placed.get(s.id)?.startMin ?? s.startMin;
  const ahead = sittingsOf(reckoning.steps)
    .filter((s) => s.status !== 'done')
    .sort(
      (a, b) =>
        Number(b.status === 'running') - Number(a.status === 'running') ||
        Number(whyNot(a) !== undefined) - Number(whyNot(b) !== undefined) ||
        startOf(a) - startOf(b),
    )
    .slice(0, 5);
  return (
    <section aria-label="To log">
      <Typography variant="h2">Next</Typography>
      <UsedAmounts />
      <LeadAsked piece={piece} />
      {holdsOf(reckoning.steps).map((hold) => (
        <Held key={hold.words} piece={piece} hold={hold} />
      ))}
      <ul className="bare">
        {ahead.map((s, i) => {
          const words = sittingWords(s, doWhat);
          const planned = turn?.placed.get(s.id);
          const without = s.held ? undefined : whyNot(s);
          const startMin = startOf(s);
          return (
            <ActRow key={s.id}>
              <ActWhen style={{ paddingTop: 11 }}>
                {s.held
                  ? 'Held'
                  : s.status === 'running'
                    ? 'Running'
                    : without
                      ? 'No time yet'
                      : dayTime(startMin, nowMin, timeZone)}
              </ActWhen>
              <div>
                <Stack direction="row">
                  <ActWhat>{words}</ActWhat>
                  <Stack component="span" direction="row" sx={{ ml: 'auto' }}>
                    {s.held ? (
                      <Typography component="span">{s.held.words}</Typography>
                    ) : (
                      <>
                        {s.status === 'planned' && (
                          <Button
                            variant="outlined"
                            aria-label={`Start: ${words}`}
                            onClick={() => pressLog(piece.id, 'start', s.steps)}
                          >
                            Start
                          </Button>
                        )}
                        {s.status === 'running' && <PauseKey piece={piece} steps={s.steps} />}
                        <Button
                          variant="contained"
                          aria-label={`Done: ${words}`}
                          onClick={() => pressLog(piece.id, 'done', s.steps)}
                        >
                          Done
                        </Button>
                      </>
                    )}
                  </Stack>
                </Stack>
                {without && <Typography variant="body2">No time yet: {without}.</Typography>}
                {planned && s.status === 'planned' && !s.held && startMin > nowMin && (
                  <Typography variant="body2">Not sooner: {planned.binds}.</Typography>
                )}
                {(s.status === 'running' || i === 0) && (
                  <Stack direction="row">
                    <PhotoButton piece={piece} of={{ kind: 'step', stepId: s.steps[0]!.step.id }} what={words} />
                  </Stack>
                )}
                {hasParts(s) && !s.held && <StepsOfSitting pieceId={piece.id} sitting={s} unitSystem={unitSystem} />}
              </div>
            </ActRow>
          );
        })}
      </ul>
      <Typography>
        <Link to={toPiece(piece.id, 'survey#damage')}>Found something on the way?</Link>
      </Typography>
    </section>
  );
}
