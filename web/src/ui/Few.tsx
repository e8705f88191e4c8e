import Button from '@mui/material/Button';
import { type ReactNode, useState } from 'react';

/** The first few of a list, and by a press all of it: what is many is counted, and does not push away what else there is. */
export function Few<T>({
  of,
  most,
  all,
  children,
}: {
  of: readonly T[];
  most: number;
  /** What is pressed to see them all. */
  all: string;
  children: (shown: readonly T[]) => ReactNode;
}) {
  const [whole, setWhole] = useState(false);
  const shown = whole ? of : of.slice(0, most);
  return (
    <>
      {children(shown)}
      {shown.length < of.length && (
        <div>
          <Button onClick={() => setWhole(true)}>{all}</Button>
        </div>
      )}
    </>
  );
}
