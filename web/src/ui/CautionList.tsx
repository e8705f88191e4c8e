import { cautionDefers } from '@cosmesis/core/finishing';

/** Cautions as one block, and where every caution ends. */
export function CautionList({ cautions }: { cautions: readonly string[] }) {
  return (
    <div className="caution-list">
      <ul>
        {cautions.map((c) => (
          <li key={c}>{c}</li>
        ))}
      </ul>
      <p className="quiet">{cautionDefers}</p>
    </div>
  );
}
