import { recordOfCode } from '@cosmesis/core/takeaway';
import QrCodeScanner from '@mui/icons-material/QrCodeScanner';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { FileButton } from '../../../ui/FileButton';

/** A picture is read at this width at the most: a code is seen, and it does not take long. */
const readPx = 1200;

/** Reads the code in a picture; null: there is none. */
async function codeIn(source: CanvasImageSource, width: number, height: number): Promise<string | null> {
  const { default: jsQR } = await import('jsqr');
  const scale = Math.min(1, readPx / Math.max(width, height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(width * scale));
  canvas.height = Math.max(1, Math.round(height * scale));
  const pen = canvas.getContext('2d', { willReadFrequently: true });
  if (!pen) return null;
  pen.drawImage(source, 0, 0, canvas.width, canvas.height);
  const { data } = pen.getImageData(0, 0, canvas.width, canvas.height);
  return jsQR(data, canvas.width, canvas.height)?.data ?? null;
}

const addressOf = { card: '/cards', mix: '/mix', can: '/shelf' } as const;

/** Where a code leads, or why it leads nowhere. */
function placeOf(code: string | null): { to: string } | { sorry: string } {
  if (code === null) return { sorry: 'There is no code in this picture. Hold it straight, near and in good light.' };
  const record = recordOfCode(code);
  if (!record) return { sorry: 'This code is of something else: it names no card, mix or can of a workshop.' };
  return { to: record.kind === 'can' ? addressOf.can : `${addressOf[record.kind]}/${encodeURIComponent(record.id)}` };
}

function stop(stream: MediaStream): void {
  for (const track of stream.getTracks()) track.stop();
}

function Camera({ onCode, onSorry }: { onCode: (code: string) => void; onSorry: (words: string) => void }) {
  const video = useRef<HTMLVideoElement>(null);
  useEffect(() => {
    let stream: MediaStream | null = null;
    let over = false;
    const look = async () => {
      const { current } = video;
      if (over || !current) return;
      const code = current.videoWidth > 0 ? await codeIn(current, current.videoWidth, current.videoHeight) : null;
      if (over) return;
      if (code) onCode(code);
      else setTimeout(() => void look(), 150);
    };
    navigator.mediaDevices?.getUserMedia({ video: { facingMode: 'environment' } }).then(
      (own) => {
        stream = own;
        if (over || !video.current) return stop(own);
        video.current.srcObject = own;
        void video.current.play();
        void look();
      },
      () => onSorry('The camera cannot be used here: take a picture of the code, and choose it.'),
    ) ?? onSorry('There is no camera here: choose a picture of the code.');
    return () => {
      over = true;
      if (stream) stop(stream);
    };
  }, [onCode, onSorry]);
  return <video ref={video} muted playsInline style={{ width: '100%', background: 'var(--ink)' }} />;
}

function ReadDialog({ onClose }: { onClose: () => void }) {
  const navigate = useNavigate();
  const [sorry, setSorry] = useState<string | null>(null);
  const [go] = useState(() => (code: string | null) => {
    const place = placeOf(code);
    if ('sorry' in place) return setSorry(place.sorry);
    onClose();
    void navigate(place.to);
  });
  const read = async (file: File) => {
    try {
      const picture = await createImageBitmap(file);
      go(await codeIn(picture, picture.width, picture.height));
    } catch {
      setSorry('This picture cannot be read. Choose a JPEG or PNG.');
    }
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs" aria-labelledby="read-title">
      <DialogTitle id="read-title">Read a code</DialogTitle>
      <DialogContent>
        <Stack spacing={2}>
          <Camera onCode={go} onSorry={setSorry} />
          <Typography>Hold the code of a card, a cup or a can in front of the camera.</Typography>
          {sorry && <Alert severity="warning">{sorry}</Alert>}
          <Stack direction="row">
            <FileButton label="From a picture" accept="image/*" onFile={(file) => void read(file)} />
            <Button onClick={onClose}>Close</Button>
          </Stack>
        </Stack>
      </DialogContent>
    </Dialog>
  );
}

/** Opens what a printed code names: by the camera, or from a picture. */
export function CodeReader() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button variant="outlined" startIcon={<QrCodeScanner />} onClick={() => setOpen(true)}>
        Read a code
      </Button>
      {open && <ReadDialog onClose={() => setOpen(false)} />}
    </>
  );
}
