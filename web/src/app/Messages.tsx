import Button from '@mui/material/Button';
import SnackbarContent from '@mui/material/SnackbarContent';
import { type CustomContentProps, closeSnackbar, enqueueSnackbar, SnackbarProvider } from 'notistack';
import { forwardRef, useEffect } from 'react';
import { useSaid } from '../ui/say';

const readForMs = 12_000;

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
  useEffect(() => {
    closeSnackbar();
    if (!said) return;
    const { action } = said;
    enqueueSnackbar(said.text, {
      variant: 'strip',
      key: said.id,
      anchorOrigin: { vertical: said.edge, horizontal: 'left' },
      ...(action && {
        action: (id) => (
          <Button
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
    <SnackbarProvider
      maxSnack={1}
      autoHideDuration={readForMs}
      Components={{ strip: Strip }}
      classes={{ containerRoot: 'messages' }}
      transitionDuration={120}
    />
  );
}
