import type { ReactNode } from 'react';

/** A part of the survey that opens: its heading says what is noted, so that closed it is still read. */
export function SurveySection({
  title,
  noted,
  open = false,
  id,
  children,
}: {
  title: string;
  noted: string;
  open?: boolean;
  id?: string;
  children: ReactNode;
}) {
  return (
    <details className="survey-part" open={open} id={id}>
      <summary>
        <h2>{title}</h2>
        <span className="quiet">{noted}</span>
      </summary>
      <section className="stack" aria-label={title} style={{ gap: 18, paddingTop: 12 }}>
        {children}
      </section>
    </details>
  );
}
