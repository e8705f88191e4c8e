import { type CardKind, type Lab, type Patch, type PatchReading, twoReadings } from '@cosmesis/core/colour';
import type { Result } from '@cosmesis/core/units';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import LinearProgress from '@mui/material/LinearProgress';
import Slider from '@mui/material/Slider';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useEffect, useRef, useState } from 'react';
import { type PictureColours, pictureColours } from '../../store/colourReader';
import { FileButton } from '../../ui/FileButton';
import { Keys } from '../../ui/Keys';
import type { NamedColour } from './NamedColour';
import { Swatch } from './Swatch';

type Ring = 'card' | 'place';
const ringNames: Readonly<Record<Ring, string>> = { card: 'Card', place: 'Place to read' };
const usualRadiusFrac = 0.04;
const nudge = 0.01;

interface Shown {
  url: string;
  widthPx: number;
  heightPx: number;
}
type Marks = Readonly<Record<Ring, Patch | null>>;

/** The picture with its two rings: placed by a press, moved by the arrow keys. */
function Marked({ shown, marks, now, onMark }: { shown: Shown; marks: Marks; now: Ring; onMark: (p: Patch) => void }) {
  const own = marks[now];
  const keys: Readonly<Record<string, readonly [number, number]>> = {
    ArrowLeft: [-nudge, 0],
    ArrowRight: [nudge, 0],
    ArrowUp: [0, -nudge],
    ArrowDown: [0, nudge],
  };
  const share = (v: number) => Math.min(1, Math.max(0, v));
  const least = Math.min(shown.widthPx, shown.heightPx);
  return (
    <Box
      tabIndex={0}
      role="application"
      aria-label={`Picture. ${ringNames[now]}: ${own ? 'press elsewhere or use the arrow keys to move its ring' : 'press where it is, or use the arrow keys'}`}
      onClick={(event) => {
        const box = event.currentTarget.getBoundingClientRect();
        onMark({
          rightFrac: share((event.clientX - box.left) / box.width),
          downFrac: share((event.clientY - box.top) / box.height),
          radiusFrac: own?.radiusFrac ?? usualRadiusFrac,
        });
      }}
      onKeyDown={(event) => {
        const by = keys[event.key];
        if (!by) return;
        event.preventDefault();
        const at = own ?? { rightFrac: 0.5, downFrac: 0.5, radiusFrac: usualRadiusFrac };
        onMark({ ...at, rightFrac: share(at.rightFrac + by[0]), downFrac: share(at.downFrac + by[1]) });
      }}
      sx={{ position: 'relative', cursor: 'crosshair', touchAction: 'manipulation' }}
    >
      <img src={shown.url} alt="" style={{ width: '100%', display: 'block' }} />
      <svg
        viewBox={`0 0 ${shown.widthPx} ${shown.heightPx}`}
        style={{ position: 'absolute', inset: 0, width: '100%', height: '100%', pointerEvents: 'none' }}
        aria-hidden="true"
      >
        {(['card', 'place'] as const).map((ring) => {
          const at = marks[ring];
          if (!at) return null;
          const [cx, cy, r] = [at.rightFrac * shown.widthPx, at.downFrac * shown.heightPx, at.radiusFrac * least];
          const line = Math.max(2, least / 160);
          return (
            <g key={ring} fill="none">
              <circle cx={cx} cy={cy} r={r + line} stroke="#000" strokeWidth={line} />
              <circle
                cx={cx}
                cy={cy}
                r={r}
                stroke="#fff"
                strokeWidth={line}
                strokeDasharray={ring === 'card' ? `${3 * line} ${2 * line}` : undefined}
              />
            </g>
          );
        })}
      </svg>
    </Box>
  );
}

/** Opens a picture and reads its rings; what was asked last is what is answered. */
function usePicture() {
  const colours = useRef<PictureColours | null>(null);
  const [shown, setShown] = useState<Shown | null>(null);
  const [busy, setBusy] = useState(false);
  const [sorry, setSorry] = useState<string | null>(null);
  useEffect(
    () => () => {
      colours.current?.close();
    },
    [],
  );
  useEffect(() => {
    if (!shown) return;
    return () => URL.revokeObjectURL(shown.url);
  }, [shown]);
  const open = async (file: File) => {
    colours.current ??= pictureColours();
    setBusy(true);
    setSorry(null);
    const told = await colours.current.open(file);
    setBusy(false);
    if (!told.ok) return setSorry(told.issues[0]!.message);
    const { preview, widthPx, heightPx } = told.value;
    setShown({ url: URL.createObjectURL(preview), widthPx, heightPx });
  };
  return {
    shown,
    busy,
    sorry,
    open,
    read: (...asked: Parameters<PictureColours['read']>) => colours.current!.read(...asked),
  };
}

const mean = (a: Lab, b: Lab): Lab => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2];

/** A colour from a photograph: a card is marked for the light, then the place; nothing leaves this device. */
export function PhotoReading({ onTake, onClose }: { onTake: (colour: NamedColour) => void; onClose: () => void }) {
  const { shown, busy, sorry, open, read } = usePicture();
  const [marks, setMarks] = useState<Marks>({ card: null, place: null });
  const [now, setNow] = useState<Ring>('card');
  const [kind, setKind] = useState<CardKind>('white');
  const [told, setTold] = useState<Result<PatchReading> | null>(null);
  const [first, setFirst] = useState<Lab | null>(null);
  const asked = useRef(0);
  const look = (next: Marks, card: CardKind) => {
    if (!next.place) return;
    asked.current += 1;
    const mine = asked.current;
    void read(next.card && { patch: next.card, kind: card }, next.place).then((reading) => {
      if (mine === asked.current) setTold(reading);
    });
  };
  const mark = (patch: Patch) => {
    const next = { ...marks, [now]: patch };
    setMarks(next);
    look(next, kind);
    // The light first, then what is seen in it.
    if (now === 'card' && !marks.card) setNow('place');
  };
  const start = (file: File) => {
    setMarks({ card: null, place: null });
    setNow('card');
    setTold(null);
    void open(file);
  };
  const lab = told?.ok ? told.value.lab : null;
  const both = first && lab ? twoReadings(first, lab) : null;
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="lg">
      <DialogTitle>Read a colour from a photograph</DialogTitle>
      <DialogContent>
        <Stack spacing={2}>
          <Typography>
            Lay a white or grey card beside the wood, both in the same daylight, no glare, no flash. The picture stays
            on this device.
          </Typography>
          <div>
            <FileButton
              label={shown ? 'Another picture' : 'Choose or take a picture'}
              accept="image/*"
              onFile={start}
            />
          </div>
          {busy && <LinearProgress aria-label="The picture is being opened" />}
          {sorry && <Alert severity="error">{sorry}</Alert>}
          {shown && (
            <Box
              sx={{
                display: 'grid',
                gap: 3,
                alignItems: 'start',
                gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 3fr) minmax(0, 2fr)' },
              }}
            >
              <Marked shown={shown} marks={marks} now={now} onMark={mark} />
              <Stack useFlexGap spacing={2}>
                {/* On a phone what was read stands by the picture, before the keys. */}
                <Box sx={{ order: { xs: 0, md: 1 } }}>
                  {!told && (
                    <Typography>{marks.card ? 'Press the wood.' : 'Press the card in the picture first.'}</Typography>
                  )}
                  {told && !told.ok && (
                    <Alert severity="error">
                      {told.issues.map((i) => (
                        <div key={i.code + i.path}>{i.message}</div>
                      ))}
                    </Alert>
                  )}
                  {told?.ok && (
                    <div role="status">
                      <Swatch lab={told.value.lab} name="The place" large />
                      <Typography>
                        Within it the wood differs by ΔE {told.value.spreadDeltaE.toFixed(1)}; {told.value.spots} spots
                        were read.
                      </Typography>
                      {both && <Alert severity={both.agree ? 'info' : 'warning'}>{both.words}</Alert>}
                    </div>
                  )}
                </Box>
                <Keys
                  legend="What is marked"
                  value={now}
                  choices={(['card', 'place'] as const).map((value) => ({ value, name: ringNames[value] }))}
                  onPick={setNow}
                />
                <Keys
                  legend="The card is"
                  value={kind}
                  choices={[
                    { value: 'white', name: 'White' },
                    { value: 'grey', name: 'Grey, 18 %' },
                  ]}
                  onPick={(card) => {
                    setKind(card);
                    look(marks, card);
                  }}
                />
                <div>
                  <Typography id="ring-size">Size of the ring</Typography>
                  <Slider
                    aria-labelledby="ring-size"
                    min={0.01}
                    max={0.2}
                    step={0.005}
                    disabled={!marks[now]}
                    value={marks[now]?.radiusFrac ?? usualRadiusFrac}
                    onChange={(_, radiusFrac) => {
                      const own = marks[now];
                      if (own) mark({ ...own, radiusFrac });
                    }}
                  />
                </div>
              </Stack>
            </Box>
          )}
        </Stack>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button
          variant="outlined"
          disabled={!lab}
          onClick={() => {
            setFirst(lab);
            setTold(null);
            setMarks((m) => ({ ...m, place: null }));
            setNow('place');
          }}
        >
          Read it a second time
        </Button>
        <Button
          variant="contained"
          disabled={!lab || both?.agree === false}
          onClick={() =>
            lab && onTake({ lab: first ? mean(first, lab) : lab, name: 'read from a photograph', from: 'photograph' })
          }
        >
          Take this colour
        </Button>
      </DialogActions>
    </Dialog>
  );
}
