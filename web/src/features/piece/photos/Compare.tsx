import { clockTime, dayName, minuteOf } from '@cosmesis/core/units';
import type { Photo } from '@cosmesis/core/workshop';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Slider from '@mui/material/Slider';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { doDeed } from '../../../store/doDeed';
import { useSettings } from '../../../store/useWorkshop';
import { Picture, wholeInView } from './Picture';

type LineUp = NonNullable<Photo['lineUp']>;
const asItIs: LineUp = { rightFrac: 0, downFrac: 0, scale: 1 };
const moves = [
  { key: 'rightFrac', label: 'To the right', least: -0.5, most: 0.5, step: 0.005 },
  { key: 'downFrac', label: 'Down', least: -0.5, most: 0.5, step: 0.005 },
  { key: 'scale', label: 'Larger', least: 0.5, most: 2, step: 0.01 },
] as const;

/** A photograph over the one from before, laid over it by hand; a line between them is moved to and fro. */
export function Compare({ pieceId, before, after }: { pieceId: string; before: Photo; after: Photo }) {
  const { timeZone } = useSettings();
  const [share, setShare] = useState(50);
  const [held, setHeld] = useState<LineUp | null>(null);
  const lineUp = held ?? after.lineUp ?? asItIs;
  const keep = (next: LineUp) => {
    setHeld(null);
    doDeed(
      'Lay one photograph over another',
      { do: 'change-photo', pieceId, photoId: after.id, change: { lineUp: next } },
      `photo/${after.id}/line-up`,
    );
  };
  const when = (p: Photo) => `${dayName(minuteOf(p.at), timeZone)} ${clockTime(minuteOf(p.at), timeZone)}`;
  const moved = `translate(${lineUp.rightFrac * 100}%, ${lineUp.downFrac * 100}%) scale(${lineUp.scale})`;
  return (
    <Stack component="section" aria-label="Before and after" spacing={1}>
      <Box sx={{ position: 'relative', overflow: 'hidden', ...wholeInView(before) }}>
        <Picture photo={before} which="full" alt="Before" />
        <Box
          sx={{
            position: 'absolute',
            inset: 0,
            clipPath: `inset(0 0 0 ${share}%)`,
            '& > img, & > div': { transform: moved },
          }}
        >
          <Picture photo={after} which="full" alt="After" />
        </Box>
        <Box
          aria-hidden="true"
          sx={{ position: 'absolute', top: 0, bottom: 0, left: `${share}%`, width: 3, background: 'var(--ink)' }}
        />
      </Box>
      <Slider
        aria-label="Line between before and after"
        value={share}
        onChange={(_, value) => setShare(value as number)}
      />
      <Typography variant="body2">
        Left of the line {when(before)}, right of it {when(after)}.
      </Typography>
      {moves.map(({ key, label, least, most, step }) => (
        <Stack direction="row" key={key} sx={{ flexWrap: 'nowrap' }}>
          <Typography variant="body2" sx={{ minWidth: 100 }}>
            {label}
          </Typography>
          <Slider
            aria-label={label}
            min={least}
            max={most}
            step={step}
            value={lineUp[key]}
            onChange={(_, value) => setHeld({ ...lineUp, [key]: value as number })}
            onChangeCommitted={(_, value) => keep({ ...lineUp, [key]: value as number })}
          />
        </Stack>
      ))}
      <div>
        <Button size="small" onClick={() => keep(asItIs)}>
          Lay it as it is
        </Button>
      </div>
    </Stack>
  );
}
