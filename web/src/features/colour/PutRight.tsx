import {
  comparedWords,
  labOfColour,
  type SurfaceNow,
  surfaceNames,
  surfaceStates,
  type Trouble,
  troubleNames,
  troubles,
} from '@cosmesis/core/colour';
import { laidOnZone, type TroubleAsked } from '@cosmesis/core/matching';
import type { ColourLayer, Piece, ZoneId } from '@cosmesis/core/workshop';
import Alert from '@mui/material/Alert';
import Skeleton from '@mui/material/Skeleton';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { useRemedies } from '../../store/useColours';
import { useReckoning } from '../../store/useReckoning';
import { useParts } from '../../store/useWorkshop';
import { Keys } from '../../ui/Keys';
import { Halves, Panel } from '../../ui/layout';
import { ColourField } from './ColourField';
import { LayerList } from './LayerList';
import type { NamedColour } from './NamedColour';
import { Nearness } from './Nearness';
import { Swatch } from './Swatch';
import { ZonePick } from './ZonePick';
import { firstZone, type ZoneRef } from './zonesOfPiece';

/** What lies on a zone, and what it comes to by its plan. */
function useLaid(piece: Piece, zoneId: ZoneId): { layers: readonly ColourLayer[]; finished: string | null } {
  const told = useReckoning(piece);
  const steps = told?.ok ? told.value.steps : [];
  const own = steps.filter((s) => s.step.zoneId === zoneId && s.step.productId !== null);
  return { layers: laidOnZone(piece, zoneId, steps), finished: own.at(-1)?.bandColour ?? null };
}

function Remedies({ asked }: { asked: TroubleAsked | null }) {
  const told = useRemedies(asked);
  if (told === null) return <Typography>Say what colour it should have come to.</Typography>;
  if (told === undefined)
    return <Skeleton role="img" variant="rectangular" height={240} aria-label="It is being worked out" />;
  if (!told.ok) return <Alert severity="warning">{told.issues[0]?.message}</Alert>;
  return (
    <Stack spacing={2} component="section" aria-label="What can be done">
      <Typography>Try it on the stick, or where it is not seen, first.</Typography>
      {told.value.map((r) => (
        <Panel key={r.id} aria-label={r.name}>
          <Typography variant="h2">{r.name}</Typography>
          <Typography>{r.how}</Typography>
          {r.apart && (
            <Typography>
              Pale and dark places lie ΔE <b>{r.apart.after.toFixed(1)}</b> apart then; now {r.apart.now.toFixed(1)}.
            </Typography>
          )}
          {r.lab && r.deltaE !== null && (
            <>
              <Nearness deltaE={r.deltaE} besides=", as foretold" />
              <Swatch lab={r.lab} name={r.id === 'paint-in' ? 'The fill, finished' : 'Then, finished'} />
            </>
          )}
        </Panel>
      ))}
    </Stack>
  );
}

function Bench({ at, onPick }: { at: ZoneRef; onPick: (at: ZoneRef) => void }) {
  const { pieces } = useParts('pieces');
  const piece = pieces[at.pieceId]!;
  const { layers, finished } = useLaid(piece, at.zoneId);
  const [trouble, setTrouble] = useState<Trouble>('too-dark');
  const [state, setState] = useState<SurfaceNow>('dry');
  const [now, setNow] = useState<NamedColour | null>(null);
  const [own, setOwn] = useState<NamedColour | null>(null);
  const recipe = piece.colours?.[at.zoneId]?.recipe;
  const planned = finished ? labOfColour(finished) : null;
  const target: NamedColour | null =
    own ??
    (recipe
      ? { lab: recipe.target, name: recipe.targetName, from: 'stick' }
      : planned && { lab: planned, name: 'as its plan has it', from: 'typed' });
  const asked: TroubleAsked | null = target && {
    ...at,
    trouble,
    state,
    layers,
    now: now?.lab ?? null,
    target: target.lab,
  };
  return (
    <Halves>
      <Stack spacing={3}>
        <ZonePick at={at} label="What came out wrong" onPick={onPick} />
        <Keys
          legend="What is wrong"
          value={trouble}
          choices={troubles.map((value) => ({ value, name: troubleNames[value] }))}
          onPick={setTrouble}
        />
        <Keys
          legend="How it is now"
          value={state}
          choices={surfaceStates.map((value) => ({ value, name: surfaceNames[value] }))}
          onPick={setState}
        />
        <div>
          <Typography variant="h2">What lies on it</Typography>
          {layers.length > 0 ? (
            <LayerList layers={layers} />
          ) : (
            <Typography>Nothing that colours it, by its plan.</Typography>
          )}
        </div>
        <div>
          <Typography variant="h2" sx={{ mb: 1 }}>
            It should be
          </Typography>
          <ColourField label="Target" value={target} onColour={setOwn} />
        </div>
        <div>
          <Typography variant="h2" sx={{ mb: 1 }}>
            It is
          </Typography>
          <ColourField label="As it is now" value={now} onColour={setNow} />
          {!now && <Typography>Until it is read it is taken as plainly so: read it for figures that hold.</Typography>}
          {now && target && <Typography>{comparedWords(now.lab, target.lab)} than it should be.</Typography>}
        </div>
      </Stack>
      <Remedies asked={asked} />
    </Halves>
  );
}

/** The bench where a colour that came out wrong is put right. */
export default function PutRight() {
  const { pieces } = useParts('pieces');
  const [params] = useSearchParams();
  const [at, setAt] = useState<ZoneRef | null>(() => firstZone(pieces, params));
  if (!at || !pieces[at.pieceId]) return <Typography>There is no piece with wood to colour yet.</Typography>;
  return <Bench key={`${at.pieceId}/${at.zoneId}`} at={at} onPick={setAt} />;
}
