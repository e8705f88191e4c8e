import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Stack from '@mui/material/Stack';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableRow from '@mui/material/TableRow';
import { fromTheMenu, rooms } from './rooms';

const shortcuts = [
  ...[...rooms, ...fromTheMenu].map(({ letter, name }) => [`g then ${letter}`, name] as const),
  ['n', 'New piece'],
  ['l', 'Work on the open piece'],
  ['/', 'To the pieces'],
  ['f', 'To what a message offers'],
  ['Ctrl or Cmd + Z', 'Undo'],
  ['Ctrl or Cmd + Shift + Z', 'Do again'],
  ['Arrow keys in a drawing', 'From face to face'],
  ['?', 'This list'],
] as const satisfies readonly (readonly [string, string])[];

/** All keys in one place. */
export default function ShortcutsDialog({ onClose }: { onClose: () => void }) {
  return (
    <Dialog open onClose={onClose} aria-labelledby="keys-title">
      <DialogTitle id="keys-title">Keys</DialogTitle>
      <DialogContent>
        <Stack>
          <Table>
            <TableBody>
              {shortcuts.map(([keys, what]) => (
                <TableRow key={keys}>
                  <TableCell className="n">{keys}</TableCell>
                  <TableCell>{what}</TableCell>
                </TableRow>
              ))}
            </TableBody>
          </Table>
          <div>
            <Button variant="outlined" onClick={onClose}>
              Close
            </Button>
          </div>
        </Stack>
      </DialogContent>
    </Dialog>
  );
}
