import MenuIcon from '@mui/icons-material/Menu';
import IconButton from '@mui/material/IconButton';
import { lazy, Suspense, useRef, useState } from 'react';

const MenuList = lazy(() => import('./MenuList'));

/** What is needed now and then: settings, products, keys, and the way out of the demo. */
export function MainMenu({ onKeys }: { onKeys: () => void }) {
  const anchor = useRef<HTMLButtonElement>(null);
  const [open, setOpen] = useState(false);
  return (
    <>
      <IconButton
        ref={anchor}
        color="inherit"
        aria-label="Menu"
        aria-haspopup="menu"
        aria-expanded={open}
        onClick={() => setOpen(true)}
        sx={{ minWidth: 56, minHeight: 56, borderRadius: 0 }}
      >
        <MenuIcon />
      </IconButton>
      {open && (
        <Suspense>
          <MenuList anchor={anchor.current} onClose={() => setOpen(false)} onKeys={onKeys} />
        </Suspense>
      )}
    </>
  );
}
