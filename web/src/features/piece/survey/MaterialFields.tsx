import { formById, zoneNames } from '@cosmesis/core/piece';
import type { Piece, Surface } from '@cosmesis/core/workshop';
import Button from '@mui/material/Button';
import FormControl from '@mui/material/FormControl';
import FormLabel from '@mui/material/FormLabel';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useEditPiece } from '../../../store/useEditPiece';
import { SurfaceFields } from './SurfaceFields';

type Part = 'carcass' | 'top' | 'fronts' | 'interior' | 'legs' | 'seat';
const parts: readonly Part[] = ['carcass', 'top', 'fronts', 'seat', 'legs', 'interior'];

const same = (a: Surface | null, b: Surface): boolean => a === null || JSON.stringify(a) === JSON.stringify(b);

/** Parts that say the same as the carcass follow it, so that one answer does for a piece that is alike all over. */
function setSurface(piece: { surfaces: Piece['surfaces'] }, part: Part, next: Surface | null): void {
  const { surfaces } = piece;
  const before = surfaces.carcass;
  if (part === 'carcass') {
    for (const p of ['top', 'fronts'] as const) if (next && same(surfaces[p], before)) surfaces[p] = next;
    if (next) surfaces.carcass = next;
    return;
  }
  if (part === 'top' || part === 'fronts') surfaces[part] = next ?? before;
  else surfaces[part] = next;
}

function PartFields({ piece, part }: { piece: Piece; part: Part }) {
  const edit = useEditPiece(piece.id);
  const { carcass } = piece.surfaces;
  const own = piece.surfaces[part];
  const title = part === 'carcass' && piece.surfaces.seat ? 'Frame' : zoneNames[part];
  const follows = part !== 'carcass' && same(own, carcass);
  const set = (label: string, next: Surface | null, mergeKey: string | null = null) =>
    edit(label, (draft) => setSurface(draft, part, next), mergeKey);
  if (own === null)
    return (
      <Stack component="p" direction="row">
        <b>{title}</b>
        <Typography component="span" variant="body2">
          same as the carcass
        </Typography>
        <Button variant="outlined" sx={{ ml: 'auto' }} onClick={() => set(`${title}: of its own`, { ...carcass })}>
          {title} differs
        </Button>
      </Stack>
    );
  return (
    <FormControl component="fieldset">
      <FormLabel component="legend">
        {title}{' '}
        {follows && (
          <Typography component="span" variant="body2">
            same as the carcass
          </Typography>
        )}
      </FormLabel>
      {part === 'carcass' && (
        <Typography variant="body2">The other parts follow this until you say otherwise.</Typography>
      )}
      <div style={{ marginTop: 8 }}>
        <SurfaceFields
          surface={own}
          title={title}
          draftKey={`${piece.id}/${part}`}
          onChange={(label, next, mergeKey) => set(label, next, mergeKey ?? null)}
        />
      </div>
      {(part === 'legs' || part === 'interior') && (
        <Button onClick={() => set(`${title}: as the carcass`, null)}>{title}: same as the carcass</Button>
      )}
    </FormControl>
  );
}

/** What each part is made of and carries. */
export function MaterialFields({ piece }: { piece: Piece }) {
  const { zones } = formById(piece.form);
  const shown = parts.filter((p) => p === 'carcass' || zones.includes(p));
  return (
    <>
      {shown.map((part) => (
        <PartFields key={part} piece={piece} part={part} />
      ))}
    </>
  );
}
