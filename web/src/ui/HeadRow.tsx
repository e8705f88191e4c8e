import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';

/** A heading: a name, or how it stands: figures to the right, off small screens, or told only to who cannot see. */
export type Heading = string | { name: string; figures?: true; wideOnly?: true; unseen?: true };

/** The headings of a table. */
export const HeadRow = ({ of }: { of: readonly Heading[] }) => (
  <TableHead>
    <TableRow>
      {of.map((h) => {
        const { name, figures, wideOnly, unseen } = typeof h === 'string' ? { name: h } : h;
        return (
          <TableCell
            key={name}
            {...(figures && { align: 'right' })}
            className={[wideOnly && 'hide-small', unseen && 'no-print'].filter(Boolean).join(' ')}
          >
            {unseen ? <span className="visually-hidden">{name}</span> : name}
          </TableCell>
        );
      })}
    </TableRow>
  </TableHead>
);
