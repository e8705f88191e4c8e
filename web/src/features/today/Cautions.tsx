import { useState } from 'react';
import { CautionList } from '../../ui/CautionList';

const key = 'cosmesis/cautions-read';

/** The cautions of today's steps, once a day: read and folded away until tomorrow. @param day names the day */
export function Cautions({ cautions, day }: { cautions: readonly string[]; day: string }) {
  const mark = `${day}/${cautions.length}`;
  const [read, setRead] = useState(() => localStorage.getItem(key) === mark);
  if (cautions.length === 0) return null;
  if (read)
    return (
      <details className="cautions">
        <summary>Cautions of today, read</summary>
        <CautionList cautions={cautions} />
      </details>
    );
  return (
    <section className="cautions stack" aria-label="Cautions of today" style={{ gap: 8, marginTop: 26 }}>
      <div className="row">
        <h2>Before you start today</h2>
        <button
          type="button"
          className="line spread"
          onClick={() => {
            localStorage.setItem(key, mark);
            setRead(true);
          }}
        >
          Read
        </button>
      </div>
      <CautionList cautions={cautions} />
    </section>
  );
}
