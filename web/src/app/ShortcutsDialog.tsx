import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';

const shortcuts = [
  ['g then t', 'Today'],
  ['g then p, or /', 'Pieces'],
  ['g then m', 'Mix'],
  ['g then b', 'Buy'],
  ['g then s', 'Shelf'],
  ['g then o', 'Products'],
  ['g then h', 'House rules'],
  ['g then w', 'Workshop'],
  ['n', 'New piece'],
  ['l', 'Log of the open piece'],
  ['Ctrl or Cmd + Z', 'Undo'],
  ['Ctrl or Cmd + Shift + Z', 'Do again'],
  ['Arrow keys in a drawing', 'From face to face'],
  ['?', 'This list'],
] as const;

/** All keys in one place. */
export function ShortcutsDialog({ onClose }: { onClose: () => void }) {
  return (
    <Dialog open onClose={onClose} aria-labelledby="keys-title">
      <DialogTitle id="keys-title">Keys</DialogTitle>
      <DialogContent className="stack">
        <table className="figures">
          <tbody>
            {shortcuts.map(([keys, what]) => (
              <tr key={keys}>
                <td className="n">{keys}</td>
                <td>{what}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <div>
          <button type="button" className="line" onClick={onClose}>
            Close
          </button>
        </div>
      </DialogContent>
    </Dialog>
  );
}
