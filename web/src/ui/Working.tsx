import type { Working } from '@cosmesis/core/coverage';
import type { Tag } from '@cosmesis/core/workshop';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { type ReactNode, useState } from 'react';

/** What a provenance tag says. */
export const tagWords: Readonly<Record<Tag | 'measured' | 'computed', string>> = {
  P: 'published',
  T: 'common practice, no source',
  M: 'typical, from memory',
  label: 'label',
  own: 'your own',
  measured: 'measured',
  computed: 'worked out',
};

const round = (x: number): string => String(Number(x.toPrecision(4)));

/** A figure that opens to show how it was worked out. */
export function Figure({ working, children }: { working: Working; children: ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <button
        type="button"
        className="figure"
        onClick={() => setOpen(true)}
        aria-label={`Show working: ${working.title}`}
      >
        {children}
      </button>
      <Dialog open={open} onClose={() => setOpen(false)} fullWidth aria-labelledby="working-title">
        <DialogTitle id="working-title">{working.title}</DialogTitle>
        <DialogContent className="stack">
          <p>{working.formula}</p>
          <table className="figures">
            <tbody>
              {working.inputs.map((i) => (
                <tr key={i.name}>
                  <td>{i.name}</td>
                  <td className="num">
                    {round(i.value)} {i.unit}
                  </td>
                  <td>{tagWords[i.tag]}</td>
                </tr>
              ))}
              <tr>
                <td>
                  <b>Result, likely</b>
                </td>
                <td className="num">
                  <b>
                    {round(working.result.value)} {working.result.unit}
                  </b>
                </td>
                <td />
              </tr>
            </tbody>
          </table>
          {working.note && <p className="quiet">{working.note}</p>}
          <div>
            <button type="button" className="line" onClick={() => setOpen(false)}>
              Close
            </button>
          </div>
        </DialogContent>
      </Dialog>
    </>
  );
}
