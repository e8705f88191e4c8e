import type { Finding } from '@cosmesis/core/finishing';
import { doWhat, methodNames } from '@cosmesis/core/finishing';
import { zoneNames } from '@cosmesis/core/piece';
import { sittingsOf, sittingWords } from '@cosmesis/core/reckoning';
import { formatVolume } from '@cosmesis/core/units';
import { useNowMin } from '../../../store/useNowMin';
import { useParts } from '../../../store/useWorkshop';
import { bandsOf } from '../../../ui/bands';
import { CautionList } from '../../../ui/CautionList';
import { dayName, dayTime, duration } from '../../../ui/formatTime';
import { StepStick } from '../../../ui/StepStick';
import { NotYet, usePieceContext } from '../PieceFrame';

const severityWords = { 'stop-locked': 'Stop, locked', stop: 'Stop', warn: 'Warning', advice: 'Advice' } as const;

/** What stands against the plan, and what was set aside with which reason: it goes with the papers. */
function Standing({ findings }: { findings: readonly Finding[] }) {
  const open = findings.filter((f) => f.overruledBecause === null && f.severity !== 'advice');
  const overruled = findings.filter((f) => f.overruledBecause !== null);
  if (open.length + overruled.length === 0) return null;
  return (
    <section className="stack" aria-label="Findings">
      <h2>What stands against it</h2>
      <ul className="bare stack">
        {open.map((f) => (
          <li key={f.id}>
            <b>{severityWords[f.severity]}:</b> {f.sentence}
          </li>
        ))}
        {overruled.map((f) => (
          <li key={f.id}>
            <b>Overruled:</b> {f.sentence} <i>Reason: {f.overruledBecause}</i>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The bench sheet of a piece: every sitting with room for a tick, its cautions, and what was overruled. */
export default function Papers() {
  const { piece, result } = usePieceContext();
  const { settings, products } = useParts('settings', 'products');
  const nowMin = useNowMin();
  if (!result?.ok || result.value.steps.length === 0) return <NotYet result={result} piece={piece} />;
  const { steps, zones, findings, totals } = result.value;
  const sittings = sittingsOf(steps);
  const cautions = [...new Set(steps.flatMap((s) => s.cautions))];
  return (
    <div className="papers stack">
      <div className="row no-print">
        <button type="button" className="go" onClick={() => window.print()}>
          Print the bench sheet
        </button>
        <span className="quiet">or save it as PDF from the print dialog</span>
      </div>
      <header className="stack" style={{ gap: 4 }}>
        <h2>{piece.name}: bench sheet</h2>
        <p>
          {dayName(nowMin, settings.timeZone)} · {duration(totals.handsOnMin)} hands-on
          {totals.lightUseAtMin !== null && <> · light use {dayName(totals.lightUseAtMin, settings.timeZone)}</>}
        </p>
      </header>
      {zones
        .filter((z) => steps.some((s) => s.step.zoneId === z.id))
        .map((z) => (
          <div key={z.id} className="row" style={{ flexWrap: 'nowrap' }}>
            <b style={{ minWidth: 92 }}>{zoneNames[z.id]}</b>
            <StepStick
              small
              label={`${zoneNames[z.id]}: step stick`}
              bands={bandsOf(
                steps.filter((s) => s.step.zoneId === z.id),
                undefined,
                () => null,
              )}
            />
          </div>
        ))}
      <Standing findings={findings} />
      {cautions.length > 0 && (
        <section className="stack" aria-label="Cautions">
          <h2>Before you start</h2>
          <CautionList cautions={cautions} />
        </section>
      )}
      <section className="stack" aria-label="Sittings">
        <h2>Sittings</h2>
        <ol className="sheet-steps">
          {sittings.map((s) => (
            <li key={s.id}>
              <span className="tick-box" aria-hidden="true">
                {s.status === 'done' ? '✓' : ''}
              </span>
              <span>
                <b>{sittingWords(s, doWhat)}</b>, {duration(s.handsOnMin)}
                {s.litres.map(({ productId }) => ` · ${products[productId]?.name ?? productId}`)}
                {[...new Set(s.steps.flatMap((x) => (x.step.method ? methodNames[x.step.method] : [])))].map(
                  (method) => `, ${method}`,
                )}
                {s.cautions.map((c) => (
                  <span key={c} className="sheet-caution">
                    {c}
                  </span>
                ))}
                {s.steps.map((x) => piece.stepNotes[x.step.id] && <i key={x.step.id}> {piece.stepNotes[x.step.id]}</i>)}
              </span>
              <span className="n">{dayTime(s.startMin, nowMin, settings.timeZone)}</span>
              <span className="n">{s.litres.map((l) => formatVolume(l.likelyL, settings.unitSystem)).join(', ')}</span>
            </li>
          ))}
        </ol>
      </section>
    </div>
  );
}
