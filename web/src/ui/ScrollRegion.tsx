import type { ReactNode } from 'react';

/** A stretch that scrolls sideways on small screens; reachable by keyboard so that it can be scrolled without a mouse. */
export function ScrollRegion({ label, children }: { label: string; children: ReactNode }) {
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls has to take the focus
    <section className="table-wrap" tabIndex={0} aria-label={label}>
      {children}
    </section>
  );
}
