import { cautionDefers, doWhat, lookNames, lowerFirst, methodNames, stepKind } from '@cosmesis/core/finishing';
import { zoneNames } from '@cosmesis/core/piece';
import {
  type Act,
  actKey,
  actsOf,
  fitToday,
  headingOf,
  inOrderOfWork,
  inWorkshopOrder,
  type ListedStep,
  litresInWords,
  nextOfWet,
  sittingParts,
  sittingWords,
  type TodayInShort,
  todayInShort,
} from '@cosmesis/core/reckoning';
import { aboutTime, clockTime, dayName, dayTime, duration, weekdayName } from '@cosmesis/core/units';
import { hasPlan, leadOutstanding, pausedMs, type Settings } from '@cosmesis/core/workshop';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Stack from '@mui/material/Stack';
import { styled } from '@mui/material/styles';
import Typography from '@mui/material/Typography';
import { lazy, Suspense, useEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { keepToday, lastToday, stillFirst, takePressed } from '../../store/lastToday';
import { useNowMin } from '../../store/useNowMin';
import { fewPieces, useSummaries } from '../../store/useSummaries';
import { useParts, useSettings } from '../../store/useWorkshop';
import { useSettledPlan } from '../../store/useWorkshopPlan';
import { Drain, DrainLegend, DrainScale } from '../../ui/Drain';
import { Few } from '../../ui/Few';
import { ActRow, ActWhat, ActWhen, Big, Halves } from '../../ui/layout';
import { toPiece } from '../../ui/links';
import { PauseKey } from '../../ui/PauseKey';
import { pressLog } from '../../ui/pressLog';
import { say } from '../../ui/say';
import { useJustUsed } from '../../ui/usedUp';
import { Cautions } from './Cautions';
import { useWhoseDay } from './useWhoseDay';

/** Brought when it is needed: the act of now is not kept waiting for it. */
const StepsOfSitting = lazy(() => import('../../ui/StepsOfSitting'));
const Held = lazy(() => import('../../ui/Held').then((m) => ({ default: m.Held })));
const LeadAsked = lazy(() => import('../../ui/Held').then((m) => ({ default: m.LeadAsked })));
const TouchedFilm = lazy(() => import('./TouchedFilm'));
const InTime = lazy(() => import('./InTime'));
const WhoseDay = lazy(() => import('./WhoseDay'));
const WentWrong = lazy(() => import('../../ui/WentWrong'));
const UsedAmounts = lazy(() => import('../../ui/UsedAmounts'));

/**
 * The acts, the first one held still: what a thumb is about to press does not become another act because one more piece was
 * worked out, or a better order was found. In a small workshop it is shown when all is known; in a large one it stays first
 * until then. A change of the workshop, or the next minute, is another question.
 */
function useSteadyActs(sorted: readonly Act[], known: boolean, missing: number, asked: unknown): readonly Act[] {
  const shown = useRef<{ key: string; asked: unknown }>(undefined);
  if (!known) return [];
  const steady = missing > 0 || shown.current?.asked === asked;
  const kept = steady ? sorted.find((a) => actKey(a) === shown.current?.key) : undefined;
  const acts = kept ? [kept, ...sorted.filter((a) => a !== kept)] : sorted;
  shown.current = acts[0] && { key: actKey(acts[0]), asked };
  return acts;
}

/** Who does it, where several work here. */
const whoOf = ({ personId }: Act, { people }: Settings): string | null =>
  (people.length > 1 && people.find((p) => p.id === personId)?.name) || null;

/** The one thing to do now, large enough to be read from the bench. */
const FirstOfAll = styled(ActRow)({
  borderTop: '4px solid var(--ink)',
  gridTemplateColumns: 'minmax(0, 1fr)',
  padding: '14px 0 18px',
  '@media (max-width: 760px)': { gridTemplateColumns: 'minmax(0, 1fr)' },
  '& > h2': { fontSize: 32, lineHeight: 1.1 },
});

function FirstAct({ act, nowMin }: { act: Act; nowMin: number }) {
  const { products, settings } = useParts('products', 'settings');
  const { sitting, piece, startMin: queuedMin } = act;
  const { steps, status, handsOnMin } = sitting;
  const startMin = status === 'running' ? sitting.startMin : queuedMin;
  const [first] = steps as [ListedStep, ...ListedStep[]];
  const running = status === 'running';
  const now = running || startMin <= nowMin + 1;
  const paused = running
    ? pausedMs(
        piece.log.filter((e) => e.doneAt === null),
        startMin * 60_000,
        nowMin * 60_000,
      )
    : 0;
  const begunMin = running ? nowMin - startMin - Math.round(paused / 60_000) : 0;
  const litres = litresInWords(sitting, settings.unitSystem);
  const who = whoOf(act, settings);
  const used = sitting.litres.flatMap(({ productId }) => products[productId]?.name ?? []);
  const methods = new Set(steps.flatMap((s) => (s.step.method ? methodNames[s.step.method] : [])));
  const [own, ...then] = sittingParts(sitting, doWhat);
  return (
    <FirstOfAll as="article" aria-labelledby="first-act">
      <Typography>
        <ActWhen as="b" style={{ fontSize: 32, lineHeight: 1.1 }}>
          {running ? 'Running' : now ? 'Now' : dayTime(startMin, nowMin, settings.timeZone)}
        </ActWhen>{' '}
        · <Link to={toPiece(piece.id, 'plan')}>{piece.name}</Link>
        {first.step.zoneId === null ? ', whole piece' : `, ${own?.zones.join(', ')}`}
        {who && ` · ${who}`}
      </Typography>
      <ActWhat as="h2" id="first-act">
        {doWhat(first)}
      </ActWhat>
      {then.map(({ what }) => (
        <Typography key={what}>then {lowerFirst(what)}</Typography>
      ))}
      <Box sx={{ display: 'flex', gap: '4px 26px', flexWrap: 'wrap', m: '8px 0' }}>
        <Big>{running ? `${duration(Math.max(0, begunMin))} of ${aboutTime(handsOnMin)}` : aboutTime(handsOnMin)}</Big>
        {litres && <Big>{litres}</Big>}
      </Box>
      {used.length > 0 && <Typography>{[...used, ...methods].join(', ')}</Typography>}
      <Typography variant="body2">{first.step.reason}</Typography>
      {!now && act.binds && <Typography>Not sooner: {act.binds}.</Typography>}
      {sitting.closesAtMin !== null && (
        <Typography>Window closes {dayTime(sitting.closesAtMin, nowMin, settings.timeZone)}.</Typography>
      )}
      {sitting.held ? (
        <Suspense fallback={<div style={{ height: 200 }} />}>
          <Held piece={piece} hold={sitting.held} />
        </Suspense>
      ) : (
        <Box sx={{ display: 'flex', gap: '10px', m: '8px 0', flexWrap: 'wrap' }}>
          {running ? (
            <>
              <Button size="large" variant="contained" onClick={() => pressLog(piece.id, 'done', steps)}>
                Done
              </Button>
              <PauseKey piece={piece} steps={steps} size="large" />
            </>
          ) : (
            <>
              <Button size="large" variant="contained" onClick={() => pressLog(piece.id, 'start', steps)}>
                Start
              </Button>
              <Button size="large" variant="outlined" onClick={() => pressLog(piece.id, 'done', steps)}>
                Done
              </Button>
            </>
          )}
          <Button component={Link} size="large" variant="outlined" to={toPiece(piece.id, 'work')}>
            All its work
          </Button>
        </Box>
      )}
      {(steps.length > 1 || steps[0]?.step.apart) && !sitting.held && (
        <Suspense fallback={<div style={{ height: 48 }} />}>
          <StepsOfSitting pieceId={piece.id} sitting={sitting} unitSystem={settings.unitSystem} />
        </Suspense>
      )}
      {sitting.cautions.map((c) => (
        <Alert severity="warning" key={c}>
          {c}
        </Alert>
      ))}
      {sitting.cautions.length > 0 && <Typography variant="body2">{cautionDefers}</Typography>}
    </FirstOfAll>
  );
}

function LaterAct({ act, nowMin }: { act: Act; nowMin: number }) {
  const settings = useSettings();
  const { sitting, piece } = act;
  const who = whoOf(act, settings);
  const litres = litresInWords(sitting, settings.unitSystem);
  return (
    <ActRow>
      <ActWhen>{sitting.held ? 'Held' : dayTime(act.startMin, nowMin, settings.timeZone)}</ActWhen>
      <div>
        <Typography variant="body2">
          <Link to={toPiece(piece.id, 'plan')}>{piece.name}</Link>
        </Typography>
        <ActWhat>{sittingWords(sitting, doWhat)}</ActWhat>
        <Typography variant="body2">
          <span className="n">{aboutTime(sitting.handsOnMin)}</span>
          {litres && <> · {litres}</>}
          {who && <> · {who}</>}
          {sitting.held && (
            <>
              {' '}
              · <Link to={toPiece(piece.id, 'plan')}>held: {sitting.held.words}</Link>
            </>
          )}
          {sitting.closesAtMin !== null && !sitting.held && (
            <> · window to {dayTime(sitting.closesAtMin, nowMin, settings.timeZone)}</>
          )}
        </Typography>
      </div>
    </ActRow>
  );
}

/** Nothing to do yet: what to press first. */
function Nothing() {
  return (
    <Stack style={{ maxWidth: 560 }}>
      <Typography variant="h1">Nothing on the bench</Typography>
      <Typography>
        Measure a piece, choose what it shall look like, and its steps, litres and dates stand here.
      </Typography>
      <div>
        <Button component={Link} variant="contained" to="/pieces/new">
          New piece
        </Button>
      </div>
    </Stack>
  );
}

/** Pieces without a plan that are shown; the others are counted. */
const mostUnplanned = 6;

/** Acts of later days that are shown: of each piece its first. */
const mostLater = 5;
/** Lead tests whose result is asked for at once. */
const mostAsked = 3;
/** What comes after today and what is held, as far as it is shown; what is held of it comes last. */
const mostNext = mostLater + 6;
/** Films that are shown drying: those of which something is next. */
const mostWet = 10;

/** Of each piece its first act, and why it is held where it is. */
function firstOfEach(acts: readonly Act[]): Act[] {
  const seen = new Set<string>();
  return acts.filter((a) => {
    const first = !seen.has(a.piece.id);
    seen.add(a.piece.id);
    return first;
  });
}

/** The last known Today, marked as such, while it is being worked out again. */
const AsItStood = ({ last, first, nowMin }: { last: TodayInShort; first: Act | null; nowMin: number }) => (
  <Stack component="section" aria-label="As it stood" sx={{ maxWidth: 560 }}>
    <Typography variant="h1">{last.heading}</Typography>
    <Typography variant="body2">As it stood {last.at}; it is being worked out again.</Typography>
    {first && <FirstAct act={first} nowMin={nowMin} />}
    <ul className="bare">
      {last.acts.slice(first ? 1 : 0).map((a) => (
        <ActRow key={`${a.pieceId}/${a.when}/${a.what}`}>
          <ActWhen>{a.when}</ActWhen>
          <div>
            <Typography variant="body2">
              <Link to={toPiece(a.pieceId, 'work')}>{a.piece}</Link>
            </Typography>
            <ActWhat>{a.what}</ActWhat>
            <Typography variant="body2">{a.facts}</Typography>
          </div>
        </ActRow>
      ))}
    </ul>
  </Stack>
);

/** What was pressed before the application had begun is done, where it still stands. */
function useEarlyPress(source: Parameters<typeof takePressed>[1] & { id: string }): void {
  const first = useRef(source);
  useEffect(() => {
    const pressed = takePressed(first.current.id, first.current, Date.now());
    if (pressed === 'gone')
      say({ text: 'What you pressed while all was opening has changed meanwhile, and was not noted: press again.' });
    else if (pressed) pressLog(pressed.doing.pieceId, pressed.what, pressed.doing.sitting.steps);
  }, []);
}

declare global {
  interface Window {
    /** On a first visit: settles when the server has told the demo's Today, or has not. */
    cosmesisOpening?: Promise<void>;
  }
}

/** What the server tells on a first visit is seen as soon as it is there. */
function useOpening(): void {
  const [, setTold] = useState(false);
  useEffect(() => void window.cosmesisOpening?.then(() => setTold(true)), []);
}

/** What to do now, and what is wet. */
export function Today() {
  const { id, pieces, products, settings } = useParts('id', 'pieces', 'products', 'settings');
  useEarlyPress({ id, pieces, products, settings });
  useOpening();
  const nowMin = useNowMin();
  const { byId, all, missing } = useSummaries();
  const { plan, issue, about } = useSettledPlan();
  const day = useWhoseDay();
  const whose = day.personId;
  const sorted = useMemo(
    () =>
      inWorkshopOrder(actsOf(byId.values(), { pieces, settings }, nowMin), plan).filter(
        (a) => whose === null || !a.personId || a.personId === whose,
      ),
    [pieces, byId, settings, nowMin, plan, whose],
  );
  // A small workshop is shown in the order of its schedule from the first moment on.
  const few = all <= fewPieces;
  const known = !few || (missing === 0 && (plan !== undefined || issue !== null));
  // biome-ignore lint/correctness/useExhaustiveDependencies: the question is another one where any of these is
  const asked = useMemo(() => ({}), [about, byId, whose]);
  const acts = useSteadyActs(sorted, known, missing, asked);
  const used = useJustUsed();
  const waiting = missing > 0 || !known || (all === 0 && Object.values(pieces).some(hasPlan));
  useEffect(() => {
    if (!waiting) keepToday(todayInShort({ id, pieces, products, settings }, acts, nowMin));
  }, [waiting, acts, id, nowMin, pieces, products, settings]);
  if (waiting && few) {
    const last = lastToday(id);
    if (last) {
      const kept = stillFirst(last, { pieces, products, settings }, nowMin);
      const piece = kept && pieces[kept.pieceId];
      return <AsItStood last={last} first={piece ? { ...kept, piece } : null} nowMin={nowMin} />;
    }
    if (all === 0) return <Typography variant="h1">{weekdayName(nowMin, settings.timeZone)}</Typography>;
  }
  if (Object.keys(pieces).length === 0) return <Nothing />;
  const together = settings.people.length > 1 && whose === null;
  const today = dayName(nowMin, settings.timeZone);
  const ofToday = fitToday(acts, nowMin, settings.timeZone);
  const fits = new Set(ofToday);
  const laterToday = ofToday.filter((a) => a !== acts[0]);
  const after = firstOfEach(acts.filter((a) => a.sitting.held === null && !fits.has(a) && a !== acts[0])).slice(
    0,
    mostLater,
  );
  const held = firstOfEach(acts.filter((a) => a.sitting.held && a !== acts[0]));
  const cautions = [...new Set(ofToday.filter((a) => a !== acts[0]).flatMap((a) => a.sitting.cautions))].filter(
    (c) => !acts[0]?.sitting.cautions.includes(c),
  );
  const wet = [...byId.values()].flatMap((s) => {
    const piece = pieces[s.pieceId];
    return piece ? s.wet.map((w) => ({ piece, w })) : [];
  });
  const nextMin = ({ w }: (typeof wet)[number]) => nextOfWet(w, nowMin).atMin;
  wet.sort((a, b) => nextMin(a) - nextMin(b));
  const coats = wet.filter(({ w }) => stepKind(w.kind).film);
  const unplanned = Object.values(pieces).filter((p) => !hasPlan(p));
  const later = (shown: readonly Act[]) => (
    <ul className="bare">
      {shown.map((a) => (
        <LaterAct key={actKey(a)} act={a} nowMin={nowMin} />
      ))}
    </ul>
  );
  const leadAsked = inOrderOfWork(Object.values(pieces).filter(leadOutstanding));
  return (
    <Halves>
      <Stack component="section" aria-label="What to do">
        <Typography variant="h1">
          {headingOf(acts, nowMin, settings.timeZone)}
          {missing > 0 && acts.length > 0 ? ' so far' : ''}
        </Typography>
        {ofToday.length > 1 && (
          <Typography variant="body2">
            {ofToday.length} sittings fit today{together ? '' : ', one after the other'}; done by{' '}
            {clockTime(Math.max(...ofToday.map((a) => a.endMin)), settings.timeZone)}. <Link to="/rack">The rack</Link>{' '}
            shows them all.
          </Typography>
        )}
        {settings.people.length > 1 && (
          <Suspense fallback={<div style={{ height: 48 }} />}>
            <WhoseDay {...day} />
          </Suspense>
        )}
        {used.length > 0 && (
          <Suspense fallback={<div style={{ height: 96 }} />}>
            <UsedAmounts />
          </Suspense>
        )}
        <Few of={leadAsked} most={mostAsked} all={`All ${leadAsked.length} lead tests whose result is asked`}>
          {(shown) =>
            shown.map((p) => (
              <Suspense key={p.id}>
                <LeadAsked piece={p} />
              </Suspense>
            ))
          }
        </Few>
        {acts[0] ? (
          <FirstAct act={acts[0]} nowMin={nowMin} />
        ) : (
          <Typography>{missing > 0 ? 'Working out what comes next…' : 'No step is waiting.'}</Typography>
        )}
        <Few of={laterToday} most={mostLater} all={`All ${laterToday.length} that still fit today`}>
          {later}
        </Few>
        {(after.length > 0 || held.length > 0 || unplanned.length > 0) && (
          <Typography variant="h2">{ofToday.length > 0 ? 'After that' : 'Next'}</Typography>
        )}
        <Few of={[...after, ...held]} most={mostNext} all={`All ${held.length} that are held`}>
          {later}
        </Few>
        <ul className="bare">
          {unplanned.slice(0, mostUnplanned).map((p) => (
            <ActRow key={p.id}>
              <ActWhen>Survey</ActWhen>
              <div>
                <ActWhat>
                  <Link to={toPiece(p.id, 'survey')}>{p.name}</Link>
                </ActWhat>
                <Typography variant="body2">
                  {Object.keys(p.looks).length === 0
                    ? `Choose its looks: ${lookNames.painted}, ${lookNames['natural-clear']}, …`
                    : 'Measure it to get its plan.'}
                </Typography>
              </div>
            </ActRow>
          ))}
        </ul>
        {unplanned.length > mostUnplanned && (
          <Typography>
            <Link to="/pieces">{unplanned.length - mostUnplanned} more pieces wait for their survey or looks</Link>
          </Typography>
        )}
        {missing > 3 && (
          <div>
            <Typography variant="body2" role="status">
              Worked out: {all - missing} of {all} pieces.
            </Typography>
            <LinearProgress
              variant="determinate"
              value={(100 * (all - missing)) / Math.max(1, all)}
              aria-label="Pieces worked out"
            />
          </div>
        )}
      </Stack>
      <section aria-label="What is wet">
        <Stack direction="row">
          <Typography variant="h2">What is wet</Typography>
          <Typography component="span" variant="body2">
            one clock, the next two days
          </Typography>
        </Stack>
        {wet.length === 0 ? (
          <Typography variant="body2">
            {missing > 0
              ? 'Working out what is drying…'
              : `Nothing is drying at ${clockTime(nowMin, settings.timeZone)}.`}
          </Typography>
        ) : (
          <>
            <DrainScale nowMin={nowMin} timeZone={settings.timeZone} />
            <Few of={wet} most={mostWet} all={`All ${wet.length} that are drying`}>
              {(shown) =>
                shown.map(({ piece, w }) => {
                  const title = `${piece.name}, ${zoneNames[w.zoneId].toLowerCase()}`;
                  return (
                    <Drain
                      key={`${piece.id}/${w.zoneId}`}
                      title={title}
                      wet={w}
                      nowMin={nowMin}
                      timeZone={settings.timeZone}
                    >
                      {stepKind(w.kind).film && (
                        <Suspense>
                          <TouchedFilm pieceId={piece.id} stepId={w.stepId} title={title} expected={w.expected} />
                        </Suspense>
                      )}
                    </Drain>
                  );
                })
              }
            </Few>
            <DrainLegend />
            <Suspense fallback={<div style={{ height: 48 }} />}>
              <WentWrong
                coats={coats.map(({ piece, w }) => ({
                  pieceId: piece.id,
                  stepId: w.stepId,
                  kind: w.kind,
                  on: `${piece.name}, ${zoneNames[w.zoneId].toLowerCase()}: ${w.what}`,
                }))}
              />
            </Suspense>
          </>
        )}
        {few && missing === 0 && (
          <Suspense>
            <InTime plan={plan} />
          </Suspense>
        )}
        <Cautions cautions={cautions} day={today} />
      </section>
    </Halves>
  );
}
