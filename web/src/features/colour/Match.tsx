import { colourWords, parseColour } from '@cosmesis/core/colour';
import type { Deed } from '@cosmesis/core/deeds';
import { upperFirst } from '@cosmesis/core/finishing';
import { groundOfZone, type MatchAsked, type RouteAnswer, type ZoneOutcome } from '@cosmesis/core/matching';
import { aboutTime, money } from '@cosmesis/core/units';
import Add from '@mui/icons-material/Add';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Skeleton from '@mui/material/Skeleton';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { doDeed } from '../../store/doDeed';
import { newId } from '../../store/theStore';
import { useMatch } from '../../store/useColours';
import { useParts, useSettings } from '../../store/useWorkshop';
import { Keys } from '../../ui/Keys';
import { Halves, Panel } from '../../ui/layout';
import { say } from '../../ui/say';
import { ColourField } from './ColourField';
import { ColourStick } from './ColourStick';
import { LayerList } from './LayerList';
import type { NamedColour } from './NamedColour';
import { Nearness } from './Nearness';
import { ZonePick } from './ZonePick';
import { firstZone, nextZone, type ZoneRef } from './zonesOfPiece';

const range = ({ low, high }: { low: number; high: number }): string => `${low.toFixed(0)} to ${high.toFixed(0)}`;

function costOf(zones: readonly ZoneOutcome[], currency: string): string {
  if (zones.some((z) => z.cost === null)) return 'its plan cannot be made';
  const minutes = zones.reduce((sum, z) => sum + z.cost!.handsOnMin, 0);
  const price = zones.reduce((sum, z) => sum + z.cost!.price, 0);
  return `${aboutTime(Math.round(minutes))} of hands, about ${money(price, currency)} of product`;
}

/** One way to the colour: its sticks, what it takes, and what can be done with it. */
function Route({
  route,
  number,
  onSticks,
  onRecipe,
}: {
  route: RouteAnswer;
  number: number;
  onSticks: () => void;
  onRecipe: () => void;
}) {
  const { currency } = useSettings();
  const [why, setWhy] = useState(number === 1);
  const title = `Way ${number}: ${route.layerCount === 0 ? 'clear alone' : route.layerCount === 1 ? 'one layer of colour' : `${route.layerCount} layers`}`;
  const findings = [...new Set(route.zones.flatMap((z) => z.findings))];
  return (
    <Panel aria-label={title}>
      <Stack direction="row" sx={{ justifyContent: 'space-between', alignItems: 'baseline', flexWrap: 'wrap', gap: 1 }}>
        <Typography variant="h2">{title}</Typography>
        <Typography>{costOf(route.zones, currency)}</Typography>
      </Stack>
      <Nearness
        deltaE={route.deltaE}
        besides={` if all goes as foretold${route.sharedBase ? '; one base for all' : ''}`}
      />
      {route.zones.map((z) => (
        <Stack key={`${z.pieceId}/${z.zoneId}`} spacing={1}>
          <Typography sx={{ fontWeight: 650 }}>{z.name}</Typography>
          <ColourStick label={`Stick foretold for ${z.name}`} bands={z.bands} target={z.recipe.target} />
          <LayerList layers={z.layers} />
          <Typography variant="body2">
            {upperFirst(z.bands.at(-1)!.words)} on this screen. Eight in ten sticks: ΔE {range(z.deltaE)} from the
            target; under a warm lamp {z.lampDeltaE.toFixed(1)}. ± ΔE {z.withinDeltaE.toFixed(1)}{' '}
            {z.sticks === 0
              ? 'as nobody measured it here'
              : `after ${z.sticks} read ${z.sticks === 1 ? 'stick' : 'sticks'}`}
            .
          </Typography>
          {why && (
            <Box component="ul" sx={{ m: 0, pl: 3 }}>
              {z.why.map((w) => (
                <li key={w}>{w}</li>
              ))}
            </Box>
          )}
        </Stack>
      ))}
      {findings.map((f) => (
        <Alert key={f} severity="warning">
          {f}
        </Alert>
      ))}
      <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 1 }}>
        <Button variant={number === 1 ? 'contained' : 'outlined'} onClick={onSticks}>
          Make {route.zones.length > 1 ? 'sticks' : 'a stick'} of it first
        </Button>
        <Button variant="outlined" onClick={onRecipe}>
          Put it into {route.zones.length > 1 ? 'the plans' : 'the plan'}
        </Button>
        <Button aria-expanded={why} onClick={() => setWhy(!why)}>
          {why ? 'Hide why' : 'Why'}
        </Button>
      </Stack>
    </Panel>
  );
}

function useTake(route: RouteAnswer): { sticks: () => void; recipe: () => void } {
  const { pieces } = useParts('pieces');
  const navigate = useNavigate();
  // One press is one change, however many surfaces it is of.
  const all = (of: (z: ZoneOutcome, index: number) => { label: string; deed: Deed }): boolean => {
    const press = newId();
    const failed = route.zones
      .map((z, index) => {
        const { label, deed } = of(z, index);
        return doDeed(label, deed, press);
      })
      .find((told) => !told.ok);
    if (failed && !failed.ok) say({ text: failed.issues[0]!.message });
    return !failed;
  };
  return {
    sticks: () => {
      const made = all((z, index) => {
        const piece = pieces[z.pieceId]!;
        const before = route.zones.slice(0, index).filter((x) => x.pieceId === z.pieceId).length;
        const number = (piece.sticks?.length ?? 0) + before + 1;
        const { speciesId, state } = groundOfZone(piece, z.zoneId);
        const deed: Deed = {
          do: 'keep-stick',
          pieceId: z.pieceId,
          stick: {
            id: newId(),
            name: `Stick ${number}, towards ${z.recipe.targetName}`.slice(0, 200),
            zoneId: z.zoneId,
            speciesId,
            state,
            layers: z.layers.map((l) => ({ ...l, parts: l.parts.map((p) => ({ ...p })) })),
            target: [...z.recipe.target],
            readings: [],
            note: '',
          },
        };
        return { label: `Stick ${number} of ${piece.name}`, deed };
      });
      if (!made) return;
      const ids = [...new Set(route.zones.map((z) => z.pieceId))];
      void navigate(`/colour/sticks?${new URLSearchParams(ids.map((id) => ['piece', id]))}`);
    },
    recipe: () => {
      const done = all((z) => {
        const { at: _, ...recipe } = z.recipe;
        const { pieceId, zoneId } = z;
        return { label: `Recipe of ${pieces[pieceId]!.name}`, deed: { do: 'keep-recipe', pieceId, zoneId, recipe } };
      });
      if (done)
        say({
          text: `${route.zones.length > 1 ? 'Their plans carry' : 'Its plan carries'} this recipe now. A stick first: no screen is a colour instrument.`,
        });
    },
  };
}

function RouteWithDeeds({ route, number }: { route: RouteAnswer; number: number }) {
  const take = useTake(route);
  return <Route route={route} number={number} onSticks={take.sticks} onRecipe={take.recipe} />;
}

function Answer({ asked }: { asked: MatchAsked | null }) {
  const told = useMatch(asked);
  if (told === null)
    return (
      <Typography>
        Say what colour it should be: type it, read it from a photograph of the other piece with a white card beside it,
        or take one the workshop knows.
      </Typography>
    );
  if (told === undefined)
    return <Skeleton role="img" variant="rectangular" height={320} aria-label="Ways to the colour are being sought" />;
  if (!told.ok) return <Alert severity="warning">{told.issues.map((i) => i.message).join(' ')}</Alert>;
  return (
    <Stack spacing={2} component="section" aria-label="Ways to the colour">
      <Typography>
        Make a stick first: screens are no colour instruments, and a product nobody measured here is foretold widely.
        The block at the end of a stick is the target.
      </Typography>
      {told.value.outOfReach.map((w) => (
        <Alert key={w} severity="warning">
          {w}
        </Alert>
      ))}
      {told.value.routes.map((r, i) => (
        <RouteWithDeeds key={r.id} route={r} number={i + 1} />
      ))}
    </Stack>
  );
}

/** The bench where a colour is matched: what it should be, what is to get it, and the ways there. */
export default function Match() {
  const { pieces } = useParts('pieces');
  const [params] = useSearchParams();
  const [target, setTarget] = useState<NamedColour | null>(() => {
    const read = parseColour(params.get('target') ?? '');
    return read.ok ? { lab: read.value, name: params.get('called') ?? '', from: 'typed' } : null;
  });
  const [zones, setZones] = useState<readonly ZoneRef[]>(() => {
    const first = firstZone(pieces, params);
    return first ? [first] : [];
  });
  const [from, setFrom] = useState<'shelf' | 'shop'>('shop');
  const there = zones.filter((z) => pieces[z.pieceId]);
  if (there.length === 0)
    return (
      <Typography>There is no piece with wood to colour yet: begin one under Pieces, with its measures.</Typography>
    );
  const asked: MatchAsked | null = target && {
    zones: there,
    target: target.lab,
    targetName: (target.name || `a ${colourWords(target.lab)}`).slice(0, 120),
    from,
  };
  const next = nextZone(pieces, there);
  return (
    <Halves>
      <Stack spacing={3}>
        <section aria-label="What it should look like">
          <Typography variant="h2" sx={{ mb: 1 }}>
            What it should look like
          </Typography>
          <ColourField label="Target" value={target} onColour={setTarget} large />
        </section>
        <section aria-label="What is to get it">
          <Typography variant="h2" sx={{ mb: 1 }}>
            What is to get it
          </Typography>
          <Stack spacing={2.5}>
            {there.map((z, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a surface is its place in the list
              <div key={i}>
                <ZonePick
                  at={z}
                  label={`Surface ${i + 1}`}
                  onPick={(own) => setZones(there.map((t, k) => (k === i ? own : t)))}
                />
                {there.length > 1 && (
                  <Button size="small" onClick={() => setZones(there.filter((_, k) => k !== i))}>
                    Leave this one out
                  </Button>
                )}
              </div>
            ))}
            {next && there.length < 6 && (
              <div>
                <Button startIcon={<Add />} variant="outlined" onClick={() => setZones([...there, next])}>
                  Another surface to match
                </Button>
              </div>
            )}
          </Stack>
        </section>
        <Keys
          legend="With"
          value={from}
          choices={[
            { value: 'shop', name: 'All products known' },
            { value: 'shelf', name: 'What stands on the shelf' },
          ]}
          onPick={setFrom}
        />
        {asked && (
          <Button variant="contained" href="#ways" sx={{ display: { md: 'none' } }}>
            See the ways
          </Button>
        )}
      </Stack>
      <div id="ways">
        <Answer asked={asked} />
      </div>
    </Halves>
  );
}
