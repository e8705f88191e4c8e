import type { Working } from '@cosmesis/core/coverage';
import type { Tag } from '@cosmesis/core/workshop';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Stack from '@mui/material/Stack';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { type ReactNode, useState } from 'react';
import { FigureKey } from './layout';

/** What a provenance tag says. */
export const tagWords: Readonly<Record<Tag | 'measured' | 'computed', string>> = {
  P: 'published',
  T: 'common practice, no source',
  M: 'usual value, no label read',
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
      <FigureKey onClick={() => setOpen(true)} aria-label={`Show working: ${working.title}`}>
        {children}
      </FigureKey>
      <Dialog open={open} onClose={() => setOpen(false)} fullWidth aria-labelledby="working-title">
        <DialogTitle id="working-title">{working.title}</DialogTitle>
        <DialogContent>
          <Stack>
            <Typography>{working.formula}</Typography>
            <Table>
              <TableBody>
                {working.inputs.map((i) => (
                  <TableRow key={i.name}>
                    <TableCell>{i.name}</TableCell>
                    <TableCell align="right">
                      {round(i.value)} {i.unit}
                    </TableCell>
                    <TableCell>{tagWords[i.tag]}</TableCell>
                  </TableRow>
                ))}
                <TableRow>
                  <TableCell>
                    <b>Result, likely</b>
                  </TableCell>
                  <TableCell align="right">
                    <b>
                      {round(working.result.value)} {working.result.unit}
                    </b>
                  </TableCell>
                  <TableCell />
                </TableRow>
              </TableBody>
            </Table>
            {working.note && <Typography variant="body2">{working.note}</Typography>}
            <div>
              <Button variant="outlined" onClick={() => setOpen(false)}>
                Close
              </Button>
            </div>
          </Stack>
        </DialogContent>
      </Dialog>
    </>
  );
}
