import Divider from '@mui/material/Divider';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import Typography from '@mui/material/Typography';
import { Link, useNavigate } from 'react-router';
import { demoId } from '../store/demoId';
import { emptyWorkshop, theStore } from '../store/theStore';
import { useStorePart } from '../store/useWorkshop';
import type { StoreState } from '../store/WorkshopStore';
import { say } from '../ui/say';
import { fromTheMenu } from './rooms';

const idOf = ({ workshop }: StoreState) => workshop?.id;

/** The menu itself, brought when it is first opened. */
export default function MenuList({
  anchor,
  onClose,
  onKeys,
}: {
  anchor: HTMLElement | null;
  onClose: () => void;
  onKeys: () => void;
}) {
  const navigate = useNavigate();
  const demo = useStorePart(idOf) === demoId;
  const leaveDemo = async () => {
    onClose();
    // First of all: whoever goes on as soon as the new one shows is not pulled back.
    navigate('/');
    await theStore().adopt(await emptyWorkshop('My workshop'));
    say({ text: 'A new, empty workshop. The demo stays under Settings.' });
  };
  return (
    <Menu open anchorEl={anchor} onClose={onClose} slotProps={{ list: { 'aria-label': 'Menu' } }}>
      {fromTheMenu.map(({ to, name }) => (
        <MenuItem key={to} component={Link} to={to} onClick={onClose}>
          {name}
        </MenuItem>
      ))}
      <MenuItem
        onClick={() => {
          onClose();
          onKeys();
        }}
      >
        Keys
      </MenuItem>
      {demo && <Divider />}
      {demo && (
        <MenuItem onClick={leaveDemo} sx={{ display: 'block' }}>
          New workshop
          <Typography variant="body2">This is the demo, all made up.</Typography>
        </MenuItem>
      )}
    </Menu>
  );
}
