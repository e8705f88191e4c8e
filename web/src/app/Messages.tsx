import Button from '@mui/material/Button';
import GlobalStyles from '@mui/material/GlobalStyles';
import SnackbarContent from '@mui/material/SnackbarContent';
import { type CustomContentProps, closeSnackbar, enqueueSnackbar, SnackbarProvider } from 'notistack';
import { forwardRef, useEffect, useRef } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useOpening } from '../store/useWorkshop';
import { useSaid } from '../ui/say';
import { theme } from './theme';

/** As long as it takes to read, or to think better of it. */
const readForMs = { plain: 5_000, withAction: 12_000 };

/** A strip of ink with what was done, and its undo. */
const Strip = forwardRef<HTMLDivElement, CustomContentProps>(function Strip({ message, action, id }, ref) {
  return (
    <SnackbarContent
      ref={ref}
      role="status"
      message={message}
      action={typeof action === 'function' ? action(id) : action}
      sx={{
        background: 'var(--ink)',
        color: 'var(--ground)',
        fontSize: 17,
        borderRadius: 0,
        border: '2px solid var(--ground)',
        boxShadow: 'none',
        maxWidth: 640,
        flexWrap: 'nowrap',
      }}
    />
  );
});

declare module 'notistack' {
  interface VariantOverrides {
    strip: true;
  }
}

/** Says what was done, one message at a time, never over what is being pressed. */
export default function Messages() {
  const said = useSaid();
  const offer = useRef<HTMLButtonElement>(null);
  // It stands behind the whole screen: a long way by Tab.
  useHotkeys('f', () => offer.current?.focus());
  const opening = useOpening();
  // What can be undone of one workshop is nothing to do in the next.
  // biome-ignore lint/correctness/useExhaustiveDependencies: the opening itself is what matters
  useEffect(() => closeSnackbar(), [opening]);
  useEffect(() => {
    closeSnackbar();
    if (!said) return;
    const { action } = said;
    enqueueSnackbar(said.text, {
      variant: 'strip',
      key: said.id,
      autoHideDuration: action ? readForMs.withAction : readForMs.plain,
      anchorOrigin: { vertical: said.edge, horizontal: 'left' },
      ...(action && {
        action: (id) => (
          <Button
            ref={offer}
            variant="outlined"
            color="inherit"
            onClick={() => {
              action.run();
              closeSnackbar(id);
            }}
          >
            {action.name}
          </Button>
        ),
      }),
    });
  }, [said]);
  return (
    <>
      {/* A press goes through a message, but for its button; the package says otherwise at the element itself. */}
      <GlobalStyles styles={{ '.messages > div': { pointerEvents: 'none !important' as 'none' } }} />
      <SnackbarProvider
        maxSnack={1}
        Components={{ strip: Strip }}
        classes={{ containerRoot: 'messages' }}
        transitionDuration={theme.transitions.duration.short}
      />
    </>
  );
}
