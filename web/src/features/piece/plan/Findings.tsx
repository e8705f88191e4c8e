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
import { useWorkshop } from '../../../store/useWorkshop';
import { dayName, duration, money } from '../../../ui/formatTime';
import { say } from '../../../ui/say';
import { tagWords } from '../../../ui/Working';
import { callCore } from '../../../workers/callCore';

function Preview({ preview }: { preview: FixPreview }) {
  const { settings } = useWorkshop();
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
  const { products, settings } = useWorkshop();
  const nowMin = useNowMin();
  const [preview, setPreview] = useState<Result<FixPreview> | null>(null);
  const look = async () => setPreview(await callCore('preview', { piece, products, settings, nowMin }, fix));
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
  onSelect,
}: {
  piece: Piece;
  findings: readonly Finding[];
  onSelect: (id: string) => void;
}) {
  const [first, ...others] = findings;
  if (!first) return null;
  const mild = first.severity === 'warn' || first.severity === 'advice';
  const elsewhere = others.flatMap((f) => (f.zoneId ? [zoneNames[f.zoneId].toLowerCase()] : []));
  const rule = houseRuleTable.find((r) => r.id === first.house);
  return (
    <div className={`finding ${first.overruledBecause !== null ? 'overruled' : mild ? '' : 'stop'}`}>
      <b>{first.sentence}</b>
      {elsewhere.length > 0 && <span>The same on: {elsewhere.join(', ')}.</span>}
      {first.fixes.length === 0 && <span>What helps: {first.remedies.map((r) => r.toLowerCase()).join('; ')}.</span>}
      {first.overruledBecause === null && first.fixes.map((fix) => <FixRow key={fix.name} piece={piece} fix={fix} />)}
      <details>
        <summary>Why</summary>
        {first.why} <span className="quiet">({tagWords[first.tag]})</span>
        {rule && <p className="quiet">The house rule “{rule.question}” bears on it.</p>}
      </details>
      <Overrule piece={piece} finding={first} />
      <span className="row">
        {first.ruleId === 'SAF-01' && <Link to={`/pieces/${piece.id}/survey#lead`}>To the lead test</Link>}
        <button type="button" className="plain" onClick={() => onSelect(first.stepId)}>
          Show the step
        </button>
      </span>
    </div>
  );
}

/** What would ruin the plan, the worst first; advice waits behind one press. */
export function Findings({
  reckoning,
  piece,
  onSelect,
}: {
  reckoning: Reckoning;
  piece: Piece;
  onSelect: (id: string) => void;
}) {
  const grave = reckoning.findings.filter((f) => f.severity !== 'advice' && f.overruledBecause === null);
  const mild = reckoning.findings.filter((f) => !grave.includes(f));
  const byRule = (all: readonly Finding[]) =>
    [...new Set(all.map((f) => f.ruleId))].map((id) => all.filter((f) => f.ruleId === id));
  const list = (all: readonly Finding[]) =>
    byRule(all).map((own) => <OneFinding key={own[0]!.id} piece={piece} findings={own} onSelect={onSelect} />);
  return (
    <>
      {list(grave)}
      {mild.length > 0 && (
        <details>
          <summary style={{ minHeight: 48, cursor: 'pointer', fontWeight: 700 }}>
            {byRule(mild).length} {byRule(mild).length === 1 ? 'thing' : 'things'} of advice or overruled
          </summary>
          {list(mild)}
        </details>
      )}
    </>
  );
}
