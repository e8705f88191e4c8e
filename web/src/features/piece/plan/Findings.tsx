import { applyFix, type Finding, type Fix, houseRuleTable } from '@cosmesis/core/finishing';
import { zoneNames } from '@cosmesis/core/piece';
import type { FixPreview, Reckoning } from '@cosmesis/core/reckoning';
import type { Result } from '@cosmesis/core/units';
import type { Piece } from '@cosmesis/core/workshop';
import { useState } from 'react';
import { Link } from 'react-router';
import { newId, nowIso, theStore } from '../../../store/theStore';
import { useEditPiece } from '../../../store/useEditPiece';
import { useNowMin } from '../../../store/useNowMin';
import { useSettings } from '../../../store/useWorkshop';
import { dayName, duration, money } from '../../../ui/formatTime';
import { toPiece } from '../../../ui/links';
import { say } from '../../../ui/say';
import { tagWords } from '../../../ui/Working';
import { callCore } from '../../../workers/callCore';

function Preview({ preview }: { preview: FixPreview }) {
  const settings = useSettings();
  const { before, after, resolves, raises } = preview;
  const day = (minute: number | null) => (minute === null ? 'held' : dayName(minute, settings.timeZone));
  const rows = [
    ['hands-on', duration(before.handsOnMin), duration(after.handsOnMin)],
    ['cans', money(before.price, settings.currency), money(after.price, settings.currency)],
    ['light use', day(before.lightUseAtMin), day(after.lightUseAtMin)],
  ] as const;
  return (
    <div role="status">
      {rows.map(([what, was, is]) => (
        <p key={what}>
          {what}{' '}
          {was === is ? (
            'the same'
          ) : (
            <b className="n">
              {was} → {is}
            </b>
          )}
        </p>
      ))}
      {resolves.length > 1 && <p>It resolves {resolves.length} findings.</p>}
      {raises.map((sentence) => (
        <p key={sentence}>It raises: {sentence}</p>
      ))}
    </div>
  );
}

/** One way out: what it would change, and the press that does it. */
function FixRow({ piece, fix }: { piece: Piece; fix: Fix }) {
  const edit = useEditPiece(piece.id);
  const nowMin = useNowMin();
  const [preview, setPreview] = useState<Result<FixPreview> | null>(null);
  const look = async () =>
    setPreview(await callCore('preview', [piece.id, fix, nowMin], { urgent: true, needs: [piece.id] }));
  const apply = () => {
    edit(fix.name, (draft) => applyFix(draft, fix, newId, nowIso()));
    say({ text: `${fix.name}.`, action: { name: 'Undo', run: () => theStore().undo() } });
  };
  return (
    <div className="stack" style={{ gap: 6 }}>
      <span className="row">
        <button type="button" className="line" onClick={apply}>
          {fix.name}
        </button>
        <button type="button" className="plain" aria-label={`What it changes: ${fix.name}`} onClick={look}>
          What it changes
        </button>
      </span>
      {preview && (preview.ok ? <Preview preview={preview.value} /> : <p>{preview.issues[0]?.message}</p>)}
    </div>
  );
}

/** The same way out for every zone that has the finding, as one press and one change to undo. */
function fixForAll(findings: readonly Finding[]): Fix | null {
  const open = findings.filter((f) => f.overruledBecause === null && f.fixes.length > 0);
  const [first] = open;
  if (!first || open.length < 2) return null;
  const zones = open.flatMap((f) => (f.zoneId ? [zoneNames[f.zoneId].toLowerCase()] : ['whole piece']));
  return { name: `On all ${open.length}: ${zones.join(', ')}`, edits: open.flatMap((f) => f.fixes[0]!.edits) };
}

/** Setting a finding aside with a reason that is kept; what is locked can only be satisfied. */
function Overrule({ piece, finding }: { piece: Piece; finding: Finding }) {
  const edit = useEditPiece(piece.id);
  const [why, setWhy] = useState('');
  if (finding.severity === 'stop-locked') return null;
  if (finding.overruledBecause !== null)
    return (
      <span className="row">
        <span>Overruled: {finding.overruledBecause}</span>
        <button
          type="button"
          className="plain"
          onClick={() =>
            edit('Let a finding stand again', (draft) => {
              draft.overrules = draft.overrules.filter((o) => o.findingId !== finding.id);
            })
          }
        >
          Let it stand again
        </button>
      </span>
    );
  const overrule = () => {
    if (why.trim() === '') {
      say({ text: 'Write why it does not hold here: the reason is kept with the plan.' });
      return;
    }
    edit('Overrule a finding', (draft) => {
      draft.overrules.push({ findingId: finding.id, why: why.trim().slice(0, 4000), at: nowIso() });
    });
  };
  return (
    <details>
      <summary>Overrule it</summary>
      <div className="stack" style={{ gap: 8, paddingTop: 8 }}>
        <label className="text-field">
          <span>Why it does not hold here</span>
          <input value={why} onChange={(e) => setWhy(e.target.value)} />
        </label>
        <button type="button" className="line" onClick={overrule}>
          Overrule with this reason
        </button>
      </div>
    </details>
  );
}

/** Findings of one rule are one thing to put right: the first speaks, the other zones are named. */
function OneFinding({
  piece,
  findings,
  today,
  onSelect,
}: {
  piece: Piece;
  findings: readonly Finding[];
  today: boolean;
  onSelect: (id: string) => void;
}) {
  const [first, ...others] = findings;
  if (!first) return null;
  const mild = first.severity === 'warn' || first.severity === 'advice';
  const elsewhere = others.flatMap((f) => (f.zoneId ? [zoneNames[f.zoneId].toLowerCase()] : []));
  const rule = houseRuleTable.find((r) => r.id === first.house);
  const all = fixForAll(findings);
  return (
    <article
      className={`finding ${first.overruledBecause !== null ? 'overruled' : mild ? '' : 'stop'}`}
      aria-label={`${severityWords[first.severity]}: ${first.sentence}`}
    >
      <span className="row" style={{ gap: 10 }}>
        <span className="quiet">{severityWords[first.severity]}</span>
        {today && <span className="today-mark">today</span>}
      </span>
      <b>{first.sentence}</b>
      {elsewhere.length > 0 && <span>The same on: {elsewhere.join(', ')}.</span>}
      {first.fixes.length === 0 && <span>What helps: {first.remedies.map((r) => r.toLowerCase()).join('; ')}.</span>}
      {first.overruledBecause === null && first.fixes.map((fix) => <FixRow key={fix.name} piece={piece} fix={fix} />)}
      {all && <FixRow piece={piece} fix={all} />}
      <details>
        <summary>Why</summary>
        {first.why} <span className="quiet">({tagWords[first.tag]})</span>
        {first.working && <p className="n">{first.working}</p>}
        {rule && <p className="quiet">The house rule “{rule.question}” bears on it.</p>}
      </details>
      <Overrule piece={piece} finding={first} />
      <span className="row">
        {first.ruleId === 'SAF-01' && <Link to={toPiece(piece.id, 'survey#lead')}>To the lead test</Link>}
        {(first.ruleId === 'APP-07' || first.ruleId === 'APP-14') && <Link to="/buy">To the buy list</Link>}
        <button type="button" className="plain" onClick={() => onSelect(first.stepId)}>
          Show the step
        </button>
      </span>
    </article>
  );
}

const severityWords = { 'stop-locked': 'Stop, locked', stop: 'Stop', warn: 'Warning', advice: 'Advice' } as const;
const severityOrder = ['stop-locked', 'stop', 'warn', 'advice'] as const;

/** What the schools of the house keep quiet, said where it would have been. */
function Silenced({ reckoning, zone }: { reckoning: Reckoning; zone: string }) {
  const quiet = reckoning.silenced.filter((s) => zone === 'all' || s.zoneId === zone);
  if (quiet.length === 0) return null;
  return (
    <details>
      <summary style={{ minHeight: 48, cursor: 'pointer', fontWeight: 700 }}>
        {quiet.length} kept quiet by your house rules
      </summary>
      <ul className="bare stack">
        {quiet.map((s) => {
          const rule = houseRuleTable.find((r) => r.id === s.house);
          return (
            <li key={s.ruleId}>
              {s.sentence} <span className="quiet">Not said, by the house rule “{rule?.question}”.</span>{' '}
              <Link to="/house">House rules</Link>
            </li>
          );
        })}
      </ul>
    </details>
  );
}

/** How many findings of which kind, in words, for the eye and for a screen reader. */
function inWords(findings: readonly Finding[]): string {
  const counted = severityOrder
    .map((severity) => [severity, findings.filter((f) => f.severity === severity).length] as const)
    .filter(([, n]) => n > 0)
    .map(([severity, n]) => `${n} ${severityWords[severity].toLowerCase()}`);
  return counted.length > 0 ? counted.join(', ') : 'No rule objects to this plan.';
}

/** What would ruin the plan: what concerns today first, then the worst first; advice waits behind one press. */
export function Findings({
  reckoning,
  piece,
  onSelect,
}: {
  reckoning: Reckoning;
  piece: Piece;
  onSelect: (id: string) => void;
}) {
  const settings = useSettings();
  const nowMin = useNowMin();
  const [zone, setZone] = useState<string>('all');
  const starts = new Map(reckoning.steps.map((s) => [s.step.id, s.startMin]));
  const day = dayName(nowMin, settings.timeZone);
  const isToday = (f: Finding) => {
    const start = starts.get(f.stepId);
    return start !== undefined && (start <= nowMin || dayName(start, settings.timeZone) === day);
  };
  const zones = [...new Set(reckoning.findings.flatMap((f) => (f.zoneId ? [f.zoneId] : [])))];
  const chosen = zones.some((z) => z === zone) ? zone : 'all';
  const shown = reckoning.findings
    .filter((f) => chosen === 'all' || f.zoneId === chosen)
    .sort(
      (a, b) =>
        Number(isToday(b)) - Number(isToday(a)) ||
        severityOrder.indexOf(a.severity) - severityOrder.indexOf(b.severity) ||
        (starts.get(a.stepId) ?? 0) - (starts.get(b.stepId) ?? 0),
    );
  const grave = shown.filter((f) => f.severity !== 'advice' && f.overruledBecause === null);
  const mild = shown.filter((f) => !grave.includes(f));
  const byRule = (all: readonly Finding[]) =>
    [...new Set(all.map((f) => f.ruleId))].map((id) => all.filter((f) => f.ruleId === id));
  const list = (all: readonly Finding[]) =>
    byRule(all).map((own) => (
      <OneFinding
        key={own[0]!.id}
        piece={piece}
        findings={own}
        today={own.some((f) => isToday(f) && f.severity !== 'advice')}
        onSelect={onSelect}
      />
    ));
  return (
    <section className="stack" aria-label="Findings">
      <p role="status" className={grave.length > 0 ? '' : 'quiet'}>
        {inWords(grave)}
      </p>
      {zones.length > 1 && (
        <label className="row">
          <span>Findings on</span>
          <select className="inline-select" value={chosen} onChange={(e) => setZone(e.target.value)}>
            <option value="all">every zone</option>
            {zones.map((z) => (
              <option key={z} value={z}>
                {zoneNames[z].toLowerCase()}
              </option>
            ))}
          </select>
        </label>
      )}
      {list(grave)}
      {mild.length > 0 && (
        <details>
          <summary style={{ minHeight: 48, cursor: 'pointer', fontWeight: 700 }}>
            {byRule(mild).length} {byRule(mild).length === 1 ? 'thing' : 'things'} of advice or overruled
          </summary>
          {list(mild)}
        </details>
      )}
      <Silenced reckoning={reckoning} zone={chosen} />
    </section>
  );
}
