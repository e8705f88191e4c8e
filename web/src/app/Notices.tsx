import { writeWorkshopFile } from '@cosmesis/core/workshop';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import { newId, nowIso, theStore } from '../store/theStore';
import { useStorePart } from '../store/useWorkshop';
import type { StoreState } from '../store/WorkshopStore';
import { download, fileName } from '../ui/download';

const saveOf = (state: StoreState) => state.save;
const asideOf = (state: StoreState) => state.setAside;
const noticesOf = (state: StoreState) => state.notices;
const whyReadOnly = (state: StoreState) => state.readOnly;
const isGone = (state: StoreState) => state.gone;

/** What is in memory, as a file. */
function SaveAsFile() {
  return (
    <Button
      variant="contained"
      onClick={() => {
        const { workshop } = theStore().get();
        if (workshop)
          download(fileName(workshop.settings.name, 'json'), 'application/json', writeWorkshopFile(workshop, nowIso()));
      }}
    >
      Save as a file
    </Button>
  );
}

/** Nothing can be changed: the workshop is of a newer program, or was deleted in another tab. */
function ReadOnly() {
  const why = useStorePart(whyReadOnly);
  const gone = useStorePart(isGone);
  if (why === null) return null;
  return (
    <Alert severity="error" role="alert">
      <span>
        <b>{why}</b> {gone && 'What you see is only in this page: keep it as a new workshop, or save it as a file.'}
      </span>
      <Stack component="span" direction="row" sx={{ ml: 'auto' }}>
        {gone && (
          <Button
            variant="outlined"
            onClick={() => {
              const { workshop } = theStore().get();
              if (workshop) void theStore().adopt({ ...workshop, id: newId() });
            }}
          >
            Keep it as a new workshop
          </Button>
        )}
        <SaveAsFile />
      </Stack>
    </Alert>
  );
}

function SaveFailed() {
  const save = useStorePart(saveOf);
  if (save.status !== 'failed') return null;
  return (
    <Alert severity="error" role="alert">
      <span>
        <b>Not saved: {save.why === 'full' ? 'this device has no room left' : 'the browser refused'}.</b>{' '}
        {save.waiting === 1 ? 'One change is' : `${save.waiting} changes are`} kept in this page and tried again. Do not
        close it.
      </span>
      <Stack component="span" direction="row" sx={{ ml: 'auto' }}>
        <SaveAsFile />
        <Button variant="outlined" onClick={() => theStore().retry()}>
          Try again
        </Button>
      </Stack>
    </Alert>
  );
}

function SetAsideNotice() {
  const setAside = useStorePart(asideOf);
  if (setAside.length === 0) return null;
  const nameOf = (raw: unknown, id: string) =>
    ['name', 'label']
      .map((key) => (raw as Record<string, unknown> | null)?.[key])
      .find((word): word is string => typeof word === 'string') ?? id;
  return (
    <Alert severity="warning" role="alert">
      <Stack style={{ flex: 1 }}>
        <b>
          {setAside.length === 1
            ? 'One thing was set aside, and is kept.'
            : `${setAside.length} things were set aside, and are kept.`}{' '}
          The rest is open.
        </b>
        {setAside.map((s) => (
          <Stack component="span" direction="row" key={s.key}>
            <span>
              {s.kind === 'edit' ? 'Your edit' : s.kind} “{nameOf(s.raw, s.id)}”: {s.why}
            </span>
            <Stack component="span" direction="row" sx={{ ml: 'auto' }}>
              {s.kind === 'edit' && (
                <Button variant="outlined" onClick={() => void theStore().makeAfterAll(s)}>
                  Make it all the same
                </Button>
              )}
              <Button
                variant="outlined"
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
              </Button>
              <Button
                aria-label={`Forget ${nameOf(s.raw, s.id)}`}
                onClick={() => void theStore().discardSetAside(s.key)}
              >
                Forget
              </Button>
            </Stack>
          </Stack>
        ))}
      </Stack>
    </Alert>
  );
}

/** What has to be known before anything else: saves that fail, records set aside, edits another tab made impossible. */
export function Notices() {
  const notices = useStorePart(noticesOf);
  return (
    <>
      <ReadOnly />
      <SaveFailed />
      <SetAsideNotice />
      {notices.map((notice) => (
        <Alert severity="warning" role="alert" key={notice.id}>
          <span>{notice.text}</span>
          <Button variant="outlined" sx={{ ml: 'auto' }} onClick={() => theStore().dismissNotice(notice.id)}>
            Close
          </Button>
        </Alert>
      ))}
    </>
  );
}
