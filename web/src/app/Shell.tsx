import { Suspense, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { NavLink, Outlet, useLocation, useNavigate } from 'react-router';
import { AirStrip } from '../features/air/AirStrip';
import { demoId } from '../store/demoId';
import { emptyWorkshop, theStore } from '../store/theStore';
import { useStorePart } from '../store/useWorkshop';
import type { StoreState } from '../store/WorkshopStore';
import { toPiece } from '../ui/links';
import { say, unsay, useSaid } from '../ui/say';
import { useAnythingHeld } from '../ui/useHeld';
import { Notices } from './Notices';
import { RunningMixes } from './RunningMixes';
import { ShortcutsDialog } from './ShortcutsDialog';

const rooms = [
  ['/', 'Today', 't'],
  ['/pieces', 'Pieces', 'p'],
  ['/mix', 'Mix', 'm'],
  ['/buy', 'Buy', 'b'],
  ['/shelf', 'Shelf', 's'],
  ['/products', 'Products', 'o'],
  ['/house', 'House rules', 'h'],
  ['/workshop', 'Workshop', 'w'],
] as const;
/** How many of them stand in the bar of a phone; the others wait behind one press. */
const onThePhone = 5;

function useShortcuts(help: () => void): void {
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const pieceId = /^\/pieces\/([^/]+)/.exec(pathname)?.[1];
  for (const [to, , letter] of rooms) {
    // biome-ignore lint/correctness/useHookAtTopLevel: the list of rooms never changes
    useHotkeys(`g>${letter}`, () => void navigate(to));
  }
  useHotkeys('n', () => void navigate('/pieces/new'), { preventDefault: true });
  useHotkeys('l', () => void navigate(pieceId && pieceId !== 'new' ? toPiece(pieceId, 'log') : '/'));
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

function SaidLine() {
  const said = useSaid();
  return (
    <div role="status" className={said ? 'said' : 'visually-hidden'}>
      {said && (
        <>
          <span>{said.text}</span>
          {said.action && (
            <button
              type="button"
              className="line"
              onClick={() => {
                said.action?.run();
                unsay();
              }}
            >
              {said.action.name}
            </button>
          )}
        </>
      )}
    </div>
  );
}

const isSaving = ({ save }: StoreState) => save.status === 'saving';

/** What is not on the disk yet is said, if it takes longer than the eye needs. */
function NotYetSaved() {
  const held = useAnythingHeld();
  return useStorePart(isSaving) || held ? <div className="not-saved">Not saved yet…</div> : null;
}

const idOf = ({ workshop }: StoreState) => workshop?.id;

/** Frame of every screen: the air on top, the rooms at the side or below, messages at the foot. */
export function Shell() {
  const [help, setHelp] = useState(false);
  const navigate = useNavigate();
  const workshopId = useStorePart(idOf);
  const { pathname } = useLocation();
  useShortcuts(() => setHelp(true));
  const leaveDemo = async () => {
    // First of all: whoever goes on as soon as the new one shows is not pulled back.
    navigate('/');
    await theStore().adopt(await emptyWorkshop('My workshop'));
    say({ text: 'A new, empty workshop. The demo stays under Workshop.' });
  };
  const demo = workshopId === demoId && (
    <p className="demo-line">
      Demo, all made up.
      <button type="button" onClick={leaveDemo}>
        New workshop
      </button>
    </p>
  );
  return (
    <div className="shell">
      <a className="skip" href="#main">
        To the content
      </a>
      <AirStrip />
      <nav className="rooms" aria-label="Rooms">
        {rooms.map(([to, name], i) => (
          <NavLink key={to} to={to} end={to === '/'} className={i < onThePhone ? '' : 'not-on-phone'}>
            {name}
          </NavLink>
        ))}
        <details className="more-rooms" key={pathname}>
          <summary>More</summary>
          <div>
            {rooms.slice(onThePhone).map(([to, name]) => (
              <NavLink key={to} to={to}>
                {name}
              </NavLink>
            ))}
            {demo}
          </div>
        </details>
        <div className="at-the-side">{demo}</div>
        <button type="button" className="keys-help" onClick={() => setHelp(true)}>
          Keys
        </button>
      </nav>
      <main id="main" tabIndex={-1}>
        <RunningMixes />
        <Notices />
        <Suspense fallback={<p className="quiet">Opening…</p>}>
          <Outlet />
        </Suspense>
      </main>
      <NotYetSaved />
      <SaidLine />
      {help && <ShortcutsDialog onClose={() => setHelp(false)} />}
    </div>
  );
}
