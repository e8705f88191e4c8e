import { availableLooks, comesBefore, lookNames, lookOf, replan, stepNameOf } from '@cosmesis/core/finishing';
import { buildFaces, shapeToDraw, type Zone, zoneNames, zoneOfFace, zonesOf } from '@cosmesis/core/piece';
import type { ReckonedStep, Reckoning } from '@cosmesis/core/reckoning';
import { formatArea } from '@cosmesis/core/units';
import type { LookKind, Piece } from '@cosmesis/core/workshop';
import { type KeyboardEvent, useState } from 'react';
import { Link } from 'react-router';
import { theStore } from '../../../store/theStore';
import { useEditPiece } from '../../../store/useEditPiece';
import { useNowMin } from '../../../store/useNowMin';
import { useWorkshop } from '../../../store/useWorkshop';
import { bandsOf } from '../../../ui/bands';
import { dayTime, duration } from '../../../ui/formatTime';
import { PieceDrawing } from '../../../ui/PieceDrawing';
import { StepStick } from '../../../ui/StepStick';
import { say } from '../../../ui/say';
import { doWhat, whereOf } from '../../../ui/stepWords';
import { tagWords } from '../../../ui/Working';
import { faceColours } from '../../../ui/zoneLooks';
import { usePieceContext } from '../PieceFrame';
import { CopyFinish } from './CopyFinish';
import { Inspector } from './Inspector';

const worstOf = (reckoning: Reckoning) => (stepId: string) => {
  const found = reckoning.findings.filter((f) => f.stepId === stepId);
  if (found.some((f) => f.severity === 'stop' || f.severity === 'stop-locked')) return 'stop' as const;
  return found.some((f) => f.severity === 'warn') ? ('warn' as const) : null;
};

function ZoneRow({
  piece,
  zone,
  reckoning,
  nextId,
  selectedId,
  onSelect,
}: {
  piece: Piece;
  zone: Zone;
  reckoning: Reckoning | undefined;
  nextId: string | undefined;
  selectedId: string | null;
  onSelect: (id: string) => void;
}) {
  const edit = useEditPiece(piece.id);
  const { settings } = useWorkshop();
  const steps = reckoning?.steps.filter((s) => s.step.zoneId === zone.id) ?? [];
  const looks = availableLooks(piece, zone.faces);
  // Only what keeps the wood from showing is worth a line; the rest is simply not offered.
  const barred = looks.find((l) => l.look === 'natural-clear')?.barredBecause;
  return (
    <section className="stick-row" aria-label={zoneNames[zone.id]}>
      <div className="row">
        <h2 style={{ minWidth: 92 }}>{zoneNames[zone.id]}</h2>
        <select
          className="inline-select"
          aria-label={`Look of the ${zone.id}`}
          value={lookOf(piece, zone.id)}
          onChange={(e) =>
            edit(`Look of the ${zone.id}`, (draft) => {
              draft.looks[zone.id] = e.target.value as LookKind;
            })
          }
        >
          {looks
            .filter((l) => !l.barredBecause || l.look === lookOf(piece, zone.id))
            .map((l) => (
              <option key={l.look} value={l.look}>
                {lookNames[l.look]}
              </option>
            ))}
        </select>
        <span className="quiet n">{formatArea(zone.areaM2, settings.unitSystem)}</span>
      </div>
      {barred && <p className="quiet">{barred}</p>}
      {steps.length > 0 && reckoning && (
        <StepStick
          label={`${zoneNames[zone.id]}: step stick`}
          bands={bandsOf(steps, nextId, worstOf(reckoning))}
          selectedId={selectedId}
          onSelect={onSelect}
        />
      )}
    </section>
  );
}

/** Findings of one rule are one thing to put right: the first speaks, the other zones are named. */
function Findings({
  reckoning,
  piece,
  onSelect,
}: {
  reckoning: Reckoning;
  piece: Piece;
  onSelect: (id: string) => void;
}) {
  const rules = [...new Set(reckoning.findings.map((f) => f.ruleId))];
  return (
    <>
      {rules.map((ruleId) => {
        const [first, ...others] = reckoning.findings.filter((f) => f.ruleId === ruleId);
        if (!first) return null;
        const mild = first.severity === 'warn' || first.severity === 'advice';
        const elsewhere = others.flatMap((f) => (f.zoneId ? [zoneNames[f.zoneId].toLowerCase()] : []));
        return (
          <div key={ruleId} className={`finding ${mild ? '' : 'stop'}`}>
            <b>{first.sentence}</b>
            {elsewhere.length > 0 && <span>The same on: {elsewhere.join(', ')}.</span>}
            <span>What helps: {first.remedies.map((r) => r.toLowerCase()).join('; ')}.</span>
            <details>
              <summary>Why</summary>
              {first.why} <span className="quiet">({tagWords[first.tag]})</span>
            </details>
            <span className="row">
              {ruleId === 'SAF-01' && <Link to={`/pieces/${piece.id}/survey#lead`}>To the lead test</Link>}
              <button type="button" className="plain" onClick={() => onSelect(first.stepId)}>
                Show the step
              </button>
            </span>
          </div>
        );
      })}
    </>
  );
}

/** Puts a step before the one above it, or after the one below it, by pinning the two. */
function useMove(piece: Piece) {
  const edit = useEditPiece(piece.id);
  return (step: ReckonedStep, other: ReckonedStep | undefined, where: 'earlier' | 'later') => {
    if (!other) return;
    const [before, after] = where === 'earlier' ? [step, other] : [other, step];
    if (comesBefore(piece.steps, after.step.id, before.step.id)) {
      say({ text: `${stepNameOf(after.step.id)} has to come first.` });
      return;
    }
    edit(`Move: ${doWhat(step).toLowerCase()}`, (draft) => {
      const kept = draft.edits.pins.filter((p) => !(p.beforeId === after.step.id && p.afterId === before.step.id));
      draft.edits.pins = [...kept, { beforeId: before.step.id, afterId: after.step.id }];
    });
    say({
      text: `${stepNameOf(before.step.id)} now comes before ${stepNameOf(after.step.id).toLowerCase()}.`,
      action: { name: 'Undo', run: () => theStore().undo() },
    });
  };
}

function StepRow({
  reckoned,
  selected,
  onSelect,
  onMove,
}: {
  reckoned: ReckonedStep;
  selected: boolean;
  onSelect: () => void;
  onMove?: (where: 'earlier' | 'later') => void;
}) {
  const { settings } = useWorkshop();
  const nowMin = useNowMin();
  const when = dayTime(reckoned.startMin, nowMin, settings.timeZone);
  const name = `${whereOf(reckoned)}, ${doWhat(reckoned)}`;
  const onKey = (event: KeyboardEvent) => {
    if (!onMove || !event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
    event.preventDefault();
    onMove(event.key === 'ArrowUp' ? 'earlier' : 'later');
  };
  return (
    <li className="row" style={{ flexWrap: 'nowrap', gap: 0 }}>
      <button type="button" className="pick" aria-pressed={selected} onClick={onSelect} onKeyDown={onKey}>
        <span className="mark" style={{ background: reckoned.step.zoneId ? reckoned.bandColour : 'transparent' }} />
        <span>
          <b>{doWhat(reckoned)}</b>
          <br />
          <span className="quiet">
            {whereOf(reckoned)} · {reckoned.held ? 'held' : reckoned.status === 'done' ? `done ${when}` : when}
          </span>
        </span>
        <span className="n">{reckoned.handsOnMin > 0 ? duration(reckoned.handsOnMin) : 'waits'}</span>
      </button>
      {onMove && (
        <>
          <button
            type="button"
            className="step-arrow"
            aria-label={`Earlier: ${name}`}
            onClick={() => onMove('earlier')}
          >
            ↑
          </button>
          <button type="button" className="step-arrow" aria-label={`Later: ${name}`} onClick={() => onMove('later')}>
            ↓
          </button>
        </>
      )}
    </li>
  );
}

function AllSteps({
  piece,
  reckoning,
  selectedId,
  onSelect,
}: {
  piece: Piece;
  reckoning: Reckoning;
  selectedId: string | null;
  onSelect: (id: string) => void;
}) {
  const [all, setAll] = useState(false);
  const move = useMove(piece);
  const inTime = [...reckoning.steps].sort((a, b) => a.startMin - b.startMin);
  const ahead = inTime.filter((s) => s.status !== 'done');
  const shown = all ? inTime : ahead.filter((s) => s.handsOnMin > 0).slice(0, 6);
  const movable = (s: ReckonedStep) => s.status === 'planned' && !s.inserted && s.step.kind !== 'cure';
  const neighbour = (s: ReckonedStep, by: number) => ahead.filter(movable)[ahead.filter(movable).indexOf(s) + by];
  return (
    <section aria-label="Steps">
      <div className="row">
        <h2>{all ? 'Every step in order' : 'Next on this piece'}</h2>
        <button type="button" className="plain spread" onClick={() => setAll(!all)}>
          {all ? 'Only what is next' : `All ${inTime.length} steps`}
        </button>
      </div>
      {all && (
        <p className="quiet">Arrows, or Alt with an arrow key, move a step. What has to come first stays first.</p>
      )}
      <ol className="bare">
        {shown.map((s) => (
          <StepRow
            key={s.step.id}
            reckoned={s}
            selected={s.step.id === selectedId}
            onSelect={() => onSelect(s.step.id)}
            {...(all && movable(s)
              ? { onMove: (where: 'earlier' | 'later') => move(s, neighbour(s, where === 'earlier' ? -1 : 1), where) }
              : {})}
          />
        ))}
      </ol>
      <Edits piece={piece} />
    </section>
  );
}

/** What the user changed in the generated plan, each to be taken back. */
function Edits({ piece }: { piece: Piece }) {
  const edit = useEditPiece(piece.id);
  const { dropped, pins } = piece.edits;
  if (dropped.length + pins.length === 0) return null;
  return (
    <div className="stack" style={{ marginTop: 14 }}>
      <h3>Your changes to this plan</h3>
      <ul className="bare">
        {dropped.map((id) => (
          <li key={id} className="row">
            <span>Left out: {stepNameOf(id)}</span>
            <button
              type="button"
              className="line spread"
              aria-label={`Put back ${stepNameOf(id)}`}
              onClick={() =>
                edit('Put a step back', (draft) => {
                  draft.edits.dropped = draft.edits.dropped.filter((d) => d !== id);
                })
              }
            >
              Put back
            </button>
          </li>
        ))}
        {pins.map(({ beforeId, afterId }) => (
          <li key={`${beforeId}>${afterId}`} className="row">
            <span>
              {stepNameOf(beforeId)}, before {stepNameOf(afterId).toLowerCase()}
            </span>
            <button
              type="button"
              className="line spread"
              aria-label={`Release ${stepNameOf(beforeId)}`}
              onClick={() =>
                edit('Release an order', (draft) => {
                  draft.edits.pins = draft.edits.pins.filter((p) => p.beforeId !== beforeId || p.afterId !== afterId);
                })
              }
            >
              Release
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** The finish plan: a step stick for each zone, the order of work, and the step that is looked at. */
export default function Plan() {
  const { piece, result } = usePieceContext();
  const workshop = useWorkshop();
  const [picked, setPicked] = useState<string | null>(null);
  const faces = buildFaces(shapeToDraw(piece));
  const zones = zonesOf(piece, faces);
  const reckoning = result?.ok ? result.value : undefined;
  const nextId = [...(reckoning?.steps ?? [])]
    .filter((s) => s.status !== 'done' && s.handsOnMin > 0)
    .sort((a, b) => a.startMin - b.startMin)[0]?.step.id;
  const selectedId = reckoning?.steps.some((s) => s.step.id === picked) ? picked : (nextId ?? null);
  const selected = reckoning?.steps.find((s) => s.step.id === selectedId);
  const issues = result === undefined ? [] : result.ok ? replan(piece, workshop).issues : result.issues;
  return (
    <div className="plan-grid">
      <div className="drawing-side">
        <PieceDrawing
          faces={faces}
          colourOf={faceColours(piece, reckoning, 'finished')}
          keptOf={(f) => zoneOfFace(piece, f) === 'uncounted'}
          title={`${piece.name}, as it will be`}
        />
        <p className="quiet">As it will be.</p>
      </div>
      <div>
        {issues.map((i) => (
          <p className="notice" key={i.path + i.code}>
            {i.message}
            {i.code.startsWith('dimension') && <Link to={`/pieces/${piece.id}/survey`}>To the survey</Link>}
          </p>
        ))}
        {zones.map((zone) => (
          <ZoneRow
            key={zone.id}
            piece={piece}
            zone={zone}
            reckoning={reckoning}
            nextId={nextId}
            selectedId={selectedId}
            onSelect={setPicked}
          />
        ))}
        <CopyFinish piece={piece} zones={zones} />
        {reckoning && reckoning.steps.length > 0 && (
          <AllSteps piece={piece} reckoning={reckoning} selectedId={selectedId} onSelect={setPicked} />
        )}
      </div>
      <aside className="stack" aria-label="The step looked at">
        {selected ? (
          <Inspector key={selected.step.id} piece={piece} reckoned={selected} />
        ) : (
          reckoning && <p className="quiet">Choose a look for a zone: its steps appear as bands of a stick.</p>
        )}
        {reckoning && <Findings reckoning={reckoning} piece={piece} onSelect={setPicked} />}
      </aside>
    </div>
  );
}
