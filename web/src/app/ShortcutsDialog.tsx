import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Stack from '@mui/material/Stack';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableRow from '@mui/material/TableRow';

const shortcuts = [
  ['g then t', 'Today'],
  ['g then p, or /', 'Pieces'],
  ['g then m', 'Mix'],
  ['g then b', 'Buy'],
  ['g then s', 'Shelf'],
  ['g then o', 'Products'],
  ['g then w', 'Settings'],
  ['g then h', 'House rules'],
  ['n', 'New piece'],
  ['l', 'Work on the open piece'],
  ['Ctrl or Cmd + Z', 'Undo'],
  ['Ctrl or Cmd + Shift + Z', 'Do again'],
  ['Arrow keys in a drawing', 'From face to face'],
  ['?', 'This list'],
] as const;

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
