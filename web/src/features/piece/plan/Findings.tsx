import { zoneNames } from '@cosmesis/core/piece';
import type { Reckoning } from '@cosmesis/core/reckoning';
import type { Piece } from '@cosmesis/core/workshop';
import { Link } from 'react-router';
import { tagWords } from '../../../ui/Working';

/** Findings of one rule are one thing to put right: the first speaks, the other zones are named. */
export function Findings({
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
