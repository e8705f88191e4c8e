import AppBar from '@mui/material/AppBar';
import BottomNavigation from '@mui/material/BottomNavigation';
import BottomNavigationAction from '@mui/material/BottomNavigationAction';
import Box from '@mui/material/Box';
import Drawer from '@mui/material/Drawer';
import Link from '@mui/material/Link';
import ListItemButton from '@mui/material/ListItemButton';
import { styled } from '@mui/material/styles';
import Typography from '@mui/material/Typography';
import useMediaQuery from '@mui/material/useMediaQuery';
import { lazy, Suspense, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { NavLink, Outlet, useLocation, useNavigate } from 'react-router';
import { AirStrip } from '../features/air/AirStrip';
import { theStore } from '../store/theStore';
import { useOpening, useStorePart } from '../store/useWorkshop';
import type { StoreState } from '../store/WorkshopStore';
import { toPiece } from '../ui/links';
import { say, useSaid } from '../ui/say';
import { useAnythingHeld } from '../ui/useHeld';
import { MainMenu } from './MainMenu';
import { Notices } from './Notices';
import { RunningMixes } from './RunningMixes';
import { fromTheMenu, roomOf, rooms } from './rooms';
import { useFromTheTop } from './useFromTheTop';
import { useTitle } from './useTitle';

const Alarms = lazy(() => import('./Alarms'));
const Messages = lazy(() => import('./Messages'));
const ShortcutsDialog = lazy(() => import('./ShortcutsDialog'));

const railPx = 112;

function useShortcuts(help: () => void): void {
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const pieceId = /^\/pieces\/([^/]+)/.exec(pathname)?.[1];
  for (const { to, letter } of [...rooms, ...fromTheMenu]) {
    // biome-ignore lint/correctness/useHookAtTopLevel: the list of rooms never changes
    useHotkeys(`g>${letter}`, () => void navigate(to));
  }
  useHotkeys('n', () => void navigate('/pieces/new'), { preventDefault: true });
  useHotkeys('l', () => void navigate(pieceId && pieceId !== 'new' ? toPiece(pieceId, 'work') : '/'));
  useHotkeys('slash', () => void navigate('/pieces'), { preventDefault: true });
  useHotkeys('shift+slash', help, { preventDefault: true });
  const undo = () => {
    const label = theStore().get().undoLabel;
    if (!label) return say({ text: 'There is nothing to undo.' });
    theStore().undo();
    say({ text: `Undone: ${label.toLowerCase()}.` });
  };
  // In a text field the browser undoes the typing itself.
  useHotkeys('mod+z', undo, { preventDefault: true });
  useHotkeys('mod+shift+z, mod+y', () => theStore().redo(), { preventDefault: true });
}

const isSaving = ({ save }: StoreState) => save.status === 'saving';

const Waiting = styled('div')({
  position: 'fixed',
  left: 8,
  bottom: 12,
  zIndex: 7,
  width: railPx - 16,
  padding: '6px 8px',
  background: 'var(--sheet)',
  border: '2px solid var(--ink)',
  fontWeight: 700,
  visibility: 'hidden',
  animation: 'late 0s linear 150ms forwards',
  '@keyframes late': { to: { visibility: 'visible' } },
  '@media (max-width: 760px)': { right: 16, bottom: 76, left: 'auto', width: 'auto', padding: '6px 14px' },
});

/** What is not on the disk yet is said, if it takes longer than the eye needs. */
function NotYetSaved() {
  const held = useAnythingHeld();
  return useStorePart(isSaving) || held ? <Waiting data-waiting>Not saved yet…</Waiting> : null;
}

/** The rooms at the side of a wide window. */
function Rail() {
  return (
    <Drawer
      component="nav"
      variant="permanent"
      aria-label="Rooms"
      slotProps={{
        paper: { sx: { width: railPx, position: 'sticky', top: 56, height: 'calc(100vh - 56px)', pt: 1.25 } },
      }}
      sx={{ gridArea: 'nav' }}
    >
      {rooms.map(({ to, name, icon: Icon }) => (
        <ListItemButton key={to} component={NavLink} to={to} end={to === '/'} sx={{ flexGrow: 0 }}>
          <Icon fontSize="small" /> {name}
        </ListItemButton>
      ))}
    </Drawer>
  );
}

/** The rooms at the foot of a phone, in reach of the thumb. */
function Foot() {
  const { pathname } = useLocation();
  const room = roomOf(pathname);
  return (
    <BottomNavigation
      component="nav"
      showLabels
      value={room}
      aria-label="Rooms"
      sx={{ position: 'fixed', insetInline: 0, bottom: 0, zIndex: 6 }}
    >
      {rooms.map(({ to, name, icon: Icon }) => (
        <BottomNavigationAction
          key={to}
          component={NavLink}
          to={to}
          end={to === '/'}
          value={to}
          label={name}
          icon={<Icon fontSize="small" />}
        />
      ))}
    </BottomNavigation>
  );
}

/** Frame of every screen: the air and the menu on top, the rooms at the side or below. */
export function Shell() {
  const [help, setHelp] = useState(false);
  const said = useSaid();
  const opening = useOpening();
  const phone = useMediaQuery('(max-width: 760px)', { noSsr: true });
  useShortcuts(() => setHelp(true));
  useTitle();
  useFromTheTop();
  return (
    <Box
      sx={{
        display: 'grid',
        minHeight: '100vh',
        gridTemplate: phone
          ? '"air" auto "main" 1fr / minmax(0, 1fr)'
          : `"air air" auto "nav main" 1fr / ${railPx}px minmax(0, 1fr)`,
      }}
    >
      <Link href="#main" className="skip">
        To the content
      </Link>
      <AppBar component="div" sx={{ gridArea: 'air' }}>
        <Box sx={{ display: 'flex', alignItems: 'start' }}>
          <AirStrip />
          <MainMenu onKeys={() => setHelp(true)} />
        </Box>
      </AppBar>
      {phone ? <Foot /> : <Rail />}
      <Box
        component="main"
        id="main"
        tabIndex={-1}
        sx={{ gridArea: 'main', minWidth: 0, p: phone ? '14px 14px 96px' : '18px 24px 40px' }}
      >
        <RunningMixes />
        <Suspense>
          <Alarms key={opening} />
        </Suspense>
        <Notices />
        <Suspense fallback={<Typography variant="body2">Opening…</Typography>}>
          <Outlet />
        </Suspense>
      </Box>
      <NotYetSaved />
      {said && (
        <Suspense>
          <Messages />
        </Suspense>
      )}
      {help && (
        <Suspense>
          <ShortcutsDialog onClose={() => setHelp(false)} />
        </Suspense>
      )}
    </Box>
  );
}
