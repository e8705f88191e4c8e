import { writeWorkshopFile } from '@cosmesis/core/workshop';
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
      <div className="stack" style={{ maxWidth: 640 }} role="alert">
        <h1>Something broke on this page</h1>
        <p>Your workshop is kept on this device. Save a copy to be sure, then open the page again.</p>
        <p className="quiet n">{message}</p>
        <div className="row">
          <button type="button" className="go" onClick={save}>
            Save the workshop as a file
          </button>
          <a className="line" href="/">
            Open the page again
          </a>
        </div>
      </div>
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
