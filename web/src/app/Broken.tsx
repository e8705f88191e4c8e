import { writeWorkshopFile } from '@cosmesis/core/workshop';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useRouteError } from 'react-router';
import { nowIso, theStore } from '../store/theStore';
import { download } from '../ui/download';

function save(): void {
  const { workshop } = theStore().get();
  if (workshop) download('cosmesis-rescue.json', 'application/json', writeWorkshopFile(workshop, nowIso()));
}

/** Never a blank page: what went wrong, and the data to take away. */
export function Rescue({ message }: { message: string }) {
  return (
    <main style={{ padding: 24 }}>
      <Stack style={{ maxWidth: 640 }} role="alert">
        <Typography variant="h1">Something broke on this page</Typography>
        <Typography>Your workshop is kept on this device. Save a copy to be sure, then open the page again.</Typography>
        <Typography variant="body2" className="n">
          {message}
        </Typography>
        <Stack direction="row">
          <Button variant="contained" onClick={save}>
            Save the workshop as a file
          </Button>
          <Button variant="outlined" href="/">
            Open the page again
          </Button>
        </Stack>
      </Stack>
    </main>
  );
}

const words = (error: unknown): string => (error instanceof Error ? error.message : String(error));

/** Shown where a route or the whole page throws. */
export function Broken({ error }: { error?: unknown }) {
  return error === undefined ? <BrokenRoute /> : <Rescue message={words(error)} />;
}

function BrokenRoute() {
  return <Rescue message={words(useRouteError())} />;
}
