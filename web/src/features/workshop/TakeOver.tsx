import type { Side } from '@cosmesis/core/merge';
import type { Result } from '@cosmesis/core/units';
import Alert from '@mui/material/Alert';
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
import { useState } from 'react';
import { theStore } from '../../store/theStore';
import { FileButton } from '../../ui/FileButton';
import { HeadRow } from '../../ui/HeadRow';
import { Keys } from '../../ui/Keys';
import { ScrollRegion } from '../../ui/ScrollRegion';
import { say } from '../../ui/say';
import type { CopyRead } from '../../workers/Copies';
import { callCore } from '../../workers/callCore';

const slowMs = 600_000;

const words: Readonly<Record<string, readonly [one: string, several: string]>> = {
  pieces: ['change of pieces', 'changes of pieces'],
  products: ['product', 'products'],
  readings: ['reading of the air', 'readings of the air'],
  containers: ['change on the shelf', 'changes on the shelf'],
  mixes: ['mix', 'mixes'],
  supplies: ['supply', 'supplies'],
  settings: ['setting', 'settings'],
};

const counted = ({ taken, pictures }: CopyRead): string =>
  [
    ...Object.entries(taken).map(([what, n]) => `${n} ${words[what]?.[n === 1 ? 0 : 1] ?? what}`),
    ...(pictures > 0 ? [`${pictures} ${pictures === 1 ? 'picture' : 'pictures'}`] : []),
  ].join(', ');

function Decisions({
  copy,
  decided,
  onDecide,
}: {
  copy: CopyRead;
  decided: Readonly<Record<string, Side>>;
  onDecide: (key: string, side: Side) => void;
}) {
  return copy.conflicts.map(({ key, label, fields }) => (
    <Stack key={key} component="section" aria-label={label} spacing={1}>
      <ScrollRegion label={`${label}, side by side`}>
        <Table>
          <HeadRow of={[label, 'Here', 'There']} />
          <TableBody>
            {fields.map((f) => (
              <TableRow key={f.name}>
                <TableCell>{f.name}</TableCell>
                <TableCell>{f.mine}</TableCell>
                <TableCell>{f.theirs}</TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </ScrollRegion>
      <Keys<Side>
        legend={`${label}: which holds?`}
        hideLegend
        value={decided[key] ?? null}
        onPick={(side) => onDecide(key, side)}
        choices={[
          { value: 'mine', name: 'As it is here' },
          { value: 'theirs', name: 'As it is there' },
        ]}
      />
    </Stack>
  ));
}

function TakeDialog({ copy, onClose }: { copy: CopyRead; onClose: () => void }) {
  const [decided, setDecided] = useState<Readonly<Record<string, Side>>>({});
  const open = copy.conflicts.filter((c) => !decided[c.key]).length;
  const brings = counted(copy);
  const nothing = brings === '' && copy.conflicts.length === 0;
  const take = async () => {
    const told = await callCore('takeCopy', [decided], { urgent: true, limitMs: slowMs });
    onClose();
    if (!told.ok) return say({ text: told.issues[0]?.message ?? 'It could not be taken over.' });
    const { put, remove, settings } = told.value;
    theStore().transact('Take over from another copy', (draft) => {
      draft.settings = settings as typeof draft.settings;
      for (const [collection, record] of put) (draft[collection] as Record<string, unknown>)[record.id] = record;
      for (const [collection, id] of remove) delete draft[collection][id];
    });
    const left = told.warnings.map((w) => ` ${w.message}`).join('');
    say({
      text: `Taken over: ${brings || 'what was decided'}.${left}`,
      action: { name: 'Undo', run: () => theStore().undo() },
    });
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="take-title">
      <DialogTitle id="take-title">Take over from another copy</DialogTitle>
      <DialogContent>
        <Stack spacing={2}>
          <Typography>
            {nothing
              ? 'There is nothing in it that is not here already.'
              : brings !== ''
                ? `It brings ${brings}.`
                : 'It brings nothing by itself.'}{' '}
            {copy.conflicts.length > 0 &&
              `${copy.conflicts.length === 1 ? 'One thing is' : `${copy.conflicts.length} things are`} not the same on both: say which holds.`}
          </Typography>
          {copy.overdrawn.length > 0 && (
            <Alert severity="warning">
              More was drawn on both together than was there: {copy.overdrawn.join(', ')}. Weigh what is left.
            </Alert>
          )}
          <Decisions
            copy={copy}
            decided={decided}
            onDecide={(key, side) => setDecided((before) => ({ ...before, [key]: side }))}
          />
          <Stack direction="row">
            <Button variant="contained" disabled={open > 0 || nothing} onClick={() => void take()}>
              {open > 0 ? `${open} to decide` : 'Take it over'}
            </Button>
            <Button variant="outlined" onClick={onClose}>
              {nothing ? 'Close' : 'Leave it'}
            </Button>
          </Stack>
        </Stack>
      </DialogContent>
    </Dialog>
  );
}

/** Takes another copy of this workshop into it: from the phone onto the laptop, or back. */
export function TakeOver() {
  const [copy, setCopy] = useState<CopyRead | null>(null);
  const read = async (file: File) => {
    const told: Result<CopyRead> = await callCore('readCopy', [file], { urgent: true, limitMs: slowMs });
    if (told.ok) setCopy(told.value);
    else say({ text: told.issues[0]?.message ?? 'The file cannot be read.' });
  };
  return (
    <>
      <FileButton
        label="Take over from another copy"
        accept=".json,.gz,.zip,application/json,application/gzip,application/zip"
        onFile={(file) => void read(file)}
      />
      {copy && <TakeDialog copy={copy} onClose={() => setCopy(null)} />}
    </>
  );
}
