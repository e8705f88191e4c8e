import { cautionDefers, doWhat, lookNames, lowerFirst, methodNames } from '@cosmesis/core/finishing';
import { zoneNames } from '@cosmesis/core/piece';
import {
  type ListedSitting,
  type ListedStep,
  type PieceSummary,
  sittingParts,
  sittingWords,
} from '@cosmesis/core/reckoning';
import { formatVolume, type UnitSystem } from '@cosmesis/core/units';
import { hasPlan, type Piece } from '@cosmesis/core/workshop';
import { lazy, Suspense, useMemo, useRef } from 'react';
import { Link } from 'react-router';
import { useNowMin } from '../../store/useNowMin';
import { useSummaries } from '../../store/useSummaries';
import { useParts, useSettings } from '../../store/useWorkshop';
import { Drain, DrainLegend, DrainScale } from '../../ui/Drain';
import { clockTime, dayEndMin, dayName, dayTime, duration, weekdayName } from '../../ui/formatTime';
import { toPiece } from '../../ui/links';
import { pressLog } from '../../ui/pressLog';
import { useJustUsed } from '../../ui/usedUp';
import { Cautions } from './Cautions';

/** Brought when it is needed: the act of now is not kept waiting for it. */
const StepsOfSitting = lazy(() => import('../../ui/StepsOfSitting'));
const UsedAmounts = lazy(() => import('../../ui/UsedAmounts'));

interface Act {
  piece: Piece;
  sitting: ListedSitting;
}

/** What can be done next: the running and planned sittings of every piece, in time. */
function actsOf(pieces: Readonly<Record<string, Piece>>, summaries: Iterable<PieceSummary>): Act[] {
  const acts: Act[] = [];
  for (const summary of summaries) {
    const piece = pieces[summary.pieceId];
    if (piece) for (const sitting of summary.sittings) acts.push({ piece, sitting });
  }
  return acts.sort(
    (a, b) =>
      Number(a.sitting.held) - Number(b.sitting.held) ||
      Number(b.sitting.status === 'running') - Number(a.sitting.status === 'running') ||
      a.sitting.startMin - b.sitting.startMin ||
      Number(b.piece.log.length > 0) - Number(a.piece.log.length > 0),
  );
}

/** Up to so many pieces the first act waits until all of them are worked out. */
const fewPieces = 100;

/**
 * The acts, the first one held still: what a thumb is about to press does not become another act because one more piece was
 * worked out. In a small workshop it is shown when all is known; in a large one it stays first until then.
 */
function useSteadyActs(sorted: readonly Act[], all: number, missing: number): readonly Act[] {
  const shown = useRef<string>(undefined);
  if (missing > 0 && all <= fewPieces) return [];
  const kept = missing > 0 ? sorted.find((a) => keyOf(a) === shown.current) : undefined;
  const acts = kept ? [kept, ...sorted.filter((a) => a !== kept)] : sorted;
  shown.current = acts[0] && keyOf(acts[0]);
  return acts;
}

const keyOf = (act: Act) => `${act.piece.id}/${act.sitting.id}`;

/** Litres of a sitting, or nothing. */
const litresOf = ({ litres }: ListedSitting, unitSystem: UnitSystem): string | null =>
  litres.length === 0
    ? null
    : formatVolume(
        litres.reduce((sum, l) => sum + l.likelyL, 0),
        unitSystem,
      );

function FirstAct({ act, nowMin }: { act: Act; nowMin: number }) {
  const { products, settings } = useParts('products', 'settings');
  const { sitting, piece } = act;
  const { steps, status, startMin, handsOnMin } = sitting;
  const [first] = steps as [ListedStep, ...ListedStep[]];
  const running = status === 'running';
  const now = running || startMin <= nowMin + 1;
  const begunMin = running ? nowMin - startMin : 0;
  const litres = litresOf(sitting, settings.unitSystem);
  const used = sitting.litres.flatMap(({ productId }) => products[productId]?.name ?? []);
  const methods = new Set(steps.flatMap((s) => (s.step.method ? methodNames[s.step.method] : [])));
  const [own, ...then] = sittingParts(sitting, doWhat);
  return (
    <article className="act first" aria-labelledby="first-act">
      <p>
        <b className="when">{running ? 'Running' : now ? 'Now' : dayTime(startMin, nowMin, settings.timeZone)}</b> ·{' '}
        <Link to={toPiece(piece.id, 'plan')}>{piece.name}</Link>
        {first.step.zoneId === null ? ', whole piece' : `, ${own?.zones.join(', ')}`}
      </p>
      <h2 className="what" id="first-act">
        {doWhat(first)}
      </h2>
      {then.map(({ what }) => (
        <p key={what}>then {lowerFirst(what)}</p>
      ))}
      <div className="bigs">
        <span className="big">
          {running ? `${duration(Math.max(0, begunMin))} of ${duration(handsOnMin)}` : duration(handsOnMin)}
        </span>
        {litres && <span className="big">{litres}</span>}
      </div>
      {used.length > 0 && <p>{[...used, ...methods].join(', ')}</p>}
      <p className="quiet">{first.step.reason}</p>
      {sitting.closesAtMin !== null && <p>Window closes {dayTime(sitting.closesAtMin, nowMin, settings.timeZone)}.</p>}
      {sitting.held ? (
        <p className="finding stop">
          <b>Held until the old film is tested for lead.</b>
          <Link to={toPiece(piece.id, 'survey')}>Record a result in the survey</Link>
        </p>
      ) : (
        <div className="presses">
          {running ? (
            <button type="button" className="go" onClick={() => pressLog(piece.id, 'done', steps)}>
              Done
            </button>
          ) : (
            <>
              <button type="button" className="go" onClick={() => pressLog(piece.id, 'start', steps)}>
                Start
              </button>
              <button type="button" className="line" onClick={() => pressLog(piece.id, 'done', steps)}>
                Done
              </button>
            </>
          )}
          <Link className="line" to={toPiece(piece.id, 'log')}>
            Log
          </Link>
        </div>
      )}
      {(steps.length > 1 || steps[0]?.step.apart) && !sitting.held && (
        <Suspense fallback={<div style={{ height: 48 }} />}>
          <StepsOfSitting pieceId={piece.id} sitting={sitting} unitSystem={settings.unitSystem} />
        </Suspense>
      )}
      {sitting.cautions.map((c) => (
        <p className="caution" key={c}>
          {c}
        </p>
      ))}
      {sitting.cautions.length > 0 && <p className="quiet">{cautionDefers}</p>}
    </article>
  );
}

function LaterAct({ act, nowMin }: { act: Act; nowMin: number }) {
  const settings = useSettings();
  const { sitting, piece } = act;
  const litres = litresOf(sitting, settings.unitSystem);
  return (
    <li className="act">
      <span className="when">{sitting.held ? 'Held' : dayTime(sitting.startMin, nowMin, settings.timeZone)}</span>
      <div>
        <p className="quiet">
          <Link to={toPiece(piece.id, 'plan')}>{piece.name}</Link>
        </p>
        <p className="what">{sittingWords(sitting, doWhat)}</p>
        <p className="quiet">
          <span className="n">{duration(sitting.handsOnMin)}</span>
          {litres && <> · {litres}</>}
          {sitting.held && ' · waits for a lead test'}
          {sitting.closesAtMin !== null && !sitting.held && (
            <> · window to {dayTime(sitting.closesAtMin, nowMin, settings.timeZone)}</>
          )}
        </p>
      </div>
    </li>
  );
}

/** Nothing to do yet: what to press first. */
function Nothing() {
  return (
    <div className="stack" style={{ maxWidth: 560 }}>
      <h1>Nothing on the bench</h1>
      <p>Measure a piece, choose what it shall look like, and its steps, litres and dates stand here.</p>
      <div>
        <Link className="go" to="/pieces/new">
          New piece
        </Link>
      </div>
    </div>
  );
}

/** Pieces without a plan that are shown; the others are counted. */
const mostUnplanned = 6;

/** The rest of the first acts: of each piece its first, those that are begun before those that could be. */
function laterOf(acts: readonly Act[]): Act[] {
  const begun = (a: Act) => (a.piece.log.length > 0 ? 0 : 1);
  const seen = new Set<string>();
  return acts
    .slice(1)
    .sort((a, b) => begun(a) - begun(b))
    .filter((a, i) => {
      const key = `${a.piece.id}/${a.sitting.held}`;
      const first = !seen.has(key);
      seen.add(key);
      return first || i < 3;
    })
    .slice(0, 6);
}

/** What to do now, and what is wet. */
export function Today() {
  const { pieces, settings } = useParts('pieces', 'settings');
  const nowMin = useNowMin();
  const { byId, all, missing } = useSummaries();
  const sorted = useMemo(() => actsOf(pieces, byId.values()), [pieces, byId]);
  const acts = useSteadyActs(sorted, all, missing);
  const used = useJustUsed();
  if (Object.keys(pieces).length === 0) return <Nothing />;
  if (byId.size === 0 && all === 0 && Object.values(pieces).some(hasPlan))
    return <h1>{weekdayName(nowMin, settings.timeZone)}</h1>;
  const today = dayName(nowMin, settings.timeZone);
  const endMin = dayEndMin(nowMin, settings.timeZone);
  const ofToday = acts.filter((a) => !a.sitting.held && a.sitting.startMin < endMin);
  const todayMin = ofToday.reduce((sum, a) => sum + a.sitting.handsOnMin, 0);
  const cautions = [...new Set(ofToday.filter((a) => a !== acts[0]).flatMap((a) => a.sitting.cautions))].filter(
    (c) => !acts[0]?.sitting.cautions.includes(c),
  );
  const later = laterOf(acts);
  const wet = [...byId.values()].flatMap((s) => {
    const piece = pieces[s.pieceId];
    return piece ? s.wet.map((w) => ({ piece, w })) : [];
  });
  wet.sort((a, b) => a.w.recoatFromMin - b.w.recoatFromMin);
  const unplanned = Object.values(pieces).filter((p) => !hasPlan(p));
  return (
    <div className="today">
      <section aria-label="What to do" className="stack">
        <h1>
          {weekdayName(nowMin, settings.timeZone)}
          {todayMin > 0 ? `, ${duration(todayMin)} hands-on${missing > 0 ? ' so far' : ''}` : ''}
        </h1>
        {used.length > 0 && (
          <Suspense fallback={<div style={{ height: 96 }} />}>
            <UsedAmounts />
          </Suspense>
        )}
        {acts[0] ? (
          <FirstAct act={acts[0]} nowMin={nowMin} />
        ) : (
          <p>{missing > 0 ? 'Working out what comes next…' : 'No step is waiting.'}</p>
        )}
        <ul className="bare">
          {later.map((a) => (
            <LaterAct key={keyOf(a)} act={a} nowMin={nowMin} />
          ))}
          {unplanned.slice(0, mostUnplanned).map((p) => (
            <li className="act" key={p.id}>
              <span className="when">Survey</span>
              <div>
                <p className="what">
                  <Link to={toPiece(p.id, 'survey')}>{p.name}</Link>
                </p>
                <p className="quiet">
                  {Object.keys(p.looks).length === 0
                    ? `Choose its looks: ${lookNames.painted}, ${lookNames['natural-clear']}, …`
                    : 'Measure it to get its plan.'}
                </p>
              </div>
            </li>
          ))}
        </ul>
        {unplanned.length > mostUnplanned && (
          <p>
            <Link to="/pieces">{unplanned.length - mostUnplanned} more pieces wait for their survey or looks</Link>
          </p>
        )}
        {missing > 3 && (
          <p className="quiet" role="status">
            Worked out: {all - missing} of {all} pieces.
          </p>
        )}
      </section>
      <section aria-label="What is wet">
        <div className="row">
          <h2>What is wet</h2>
          <span className="quiet">one clock, the next two days</span>
        </div>
        {wet.length === 0 ? (
          <p className="quiet">
            {missing > 0
              ? 'Working out what is drying…'
              : `Nothing is drying at ${clockTime(nowMin, settings.timeZone)}.`}
          </p>
        ) : (
          <>
            <DrainScale nowMin={nowMin} timeZone={settings.timeZone} />
            {wet.map(({ piece, w }) => (
              <Drain
                key={`${piece.id}/${w.zoneId}`}
                title={`${piece.name}, ${zoneNames[w.zoneId].toLowerCase()}`}
                wet={w}
                nowMin={nowMin}
                timeZone={settings.timeZone}
              />
            ))}
            <DrainLegend />
          </>
        )}
        <Cautions cautions={cautions} day={today} />
      </section>
    </div>
  );
}
