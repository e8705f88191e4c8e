import { writeWorkshopFile } from '@cosmesis/core/workshop';
import { nowIso, theStore } from '../store/theStore';
import { useStoreState } from '../store/useWorkshop';
import { download, fileName } from '../ui/download';

function SaveFailed() {
  const { save, workshop } = useStoreState();
  if (save.status !== 'failed') return null;
  return (
    <div className="notice stop" role="alert">
      <span>
        <b>Not saved: {save.why === 'full' ? 'this device has no room left' : 'the browser refused'}.</b>{' '}
        {save.waiting === 1 ? 'One change is' : `${save.waiting} changes are`} kept in this page and tried again. Do not
        close it.
      </span>
      <span className="row spread">
        {workshop && (
          <button
            type="button"
            className="go"
            onClick={() =>
              download(
                fileName(workshop.settings.name, 'json'),
                'application/json',
                writeWorkshopFile(workshop, nowIso()),
              )
            }
          >
            Save as a file
          </button>
        )}
        <button type="button" className="line" onClick={() => theStore().retry()}>
          Try again
        </button>
      </span>
    </div>
  );
}

function SetAsideNotice() {
  const { setAside } = useStoreState();
  if (setAside.length === 0) return null;
  const nameOf = (raw: unknown, id: string) =>
    typeof raw === 'object' && raw !== null && 'name' in raw && typeof raw.name === 'string' ? raw.name : id;
  return (
    <div className="notice" role="alert">
      <div className="stack" style={{ flex: 1 }}>
        <b>
          {setAside.length === 1
            ? 'One record could not be read and was set aside.'
            : `${setAside.length} records could not be read and were set aside.`}{' '}
          The rest is open.
        </b>
        {setAside.map((s) => (
          <span key={s.key} className="row">
            <span>
              {s.kind} “{nameOf(s.raw, s.id)}”: {s.why}
            </span>
            <span className="row spread">
              <button
                type="button"
                className="line"
                aria-label={`Download ${nameOf(s.raw, s.id)}`}
                onClick={() =>
                  download(
                    fileName(`set aside ${nameOf(s.raw, s.id)}`, 'json'),
                    'application/json',
                    JSON.stringify(s.raw, null, 1),
                  )
                }
              >
                Download
              </button>
              <button
                type="button"
                className="plain"
                aria-label={`Forget ${nameOf(s.raw, s.id)}`}
                onClick={() => void theStore().discardSetAside(s.key)}
              >
                Forget
              </button>
            </span>
          </span>
        ))}
      </div>
    </div>
  );
}

/** What has to be known before anything else: saves that fail, records set aside, edits another tab made impossible. */
export function Notices() {
  const { notice } = useStoreState();
  return (
    <>
      <SaveFailed />
      <SetAsideNotice />
      {notice && (
        <div className="notice" role="alert">
          <span>{notice}</span>
          <button type="button" className="line spread" onClick={() => theStore().dismissNotice()}>
            Close
          </button>
        </div>
      )}
    </>
  );
}
