import { zoneNames } from '@cosmesis/core/piece';
import { type CoatAhead, spaceOf, type WoodAhead } from '@cosmesis/core/reckoning';
import { aboutTime, dayName, dayTime, formatTemperature, formatTemperatureDifference } from '@cosmesis/core/units';
import { hasPlan, type Piece, type Space } from '@cosmesis/core/workshop';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import Stack from '@mui/material/Stack';
import Switch from '@mui/material/Switch';
import Typography from '@mui/material/Typography';
import useMediaQuery from '@mui/material/useMediaQuery';
import { lazy, Suspense, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { doDeed } from '../../store/doDeed';
import { theStore } from '../../store/theStore';
import { useAirAhead } from '../../store/useAirNow';
import { useNowMin } from '../../store/useNowMin';
import { useParts, useSettings } from '../../store/useWorkshop';
import { Keys } from '../../ui/Keys';
import { Big } from '../../ui/layout';
import { toPiece } from '../../ui/links';
import { ScrollRegion } from '../../ui/ScrollRegion';
import { say } from '../../ui/say';
import { AirBands, coatWords } from './AirBands';
import { short } from './airWords';
import { Sources } from './Sources';
import { kindNames, spaceUseNames } from './spaceWords';

const AirChart = lazy(() => import('./AirChart'));
const AirDialog = lazy(() => import('./AirDialog'));
const SpaceForm = lazy(() => import('./SpaceForm'));

const spans = [
  { value: '3', name: 'Three days' },
  { value: '10', name: 'Ten days' },
] as const;

/** A range of time, as one where its ends read alike. */
function fromTo(lowMin: number, highMin: number): string {
  const [low, high] = [aboutTime(lowMin), aboutTime(highMin)];
  return low === high ? high : `${low} to ${high}`;
}

/** When the coat after one that is laid now may go on, beside what its label says. */
function NextCoat({ recoatMin: { labelLow, labelHigh, fast, slow } }: Pick<CoatAhead, 'recoatMin'>) {
  return slow > labelHigh ? (
    <>
      {' '}
      Laid now, the next coat after <b>{fromTo(fast, slow)}</b>; the label says {fromTo(labelLow, labelHigh)}.
    </>
  ) : (
    <>
      {' '}
      Laid now, the next coat after <b>{fromTo(labelLow, labelHigh)}, as the label says</b>.
    </>
  );
}

/** A figure with what it is. */
function Figure({ value, name }: { value: string; name: string }) {
  return (
    <div>
      <Big>{value}</Big>
      <Typography variant="body2">{name}</Typography>
    </div>
  );
}

/** The way of a piece to another space. */
function Move({ piece, space, spaces }: { piece: Piece; space: Space; spaces: readonly Space[] }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const to = ({ id, name }: Space) => {
    setAnchor(null);
    doDeed(`Moved: ${piece.name}`, { do: 'move-piece', pieceId: piece.id, spaceId: id });
    say({ text: `${piece.name} stands in ${name} now.`, action: { name: 'Undo', run: () => theStore().undo() } });
  };
  return (
    <>
      <Button aria-haspopup="menu" aria-label={`Move ${piece.name}`} onClick={(e) => setAnchor(e.currentTarget)}>
        Move
      </Button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {spaces
          .filter((s) => s.id !== space.id)
          .map((s) => (
            <MenuItem key={s.id} onClick={() => to(s)}>
              to {s.name}
            </MenuItem>
          ))}
      </Menu>
    </>
  );
}

const percent = (frac: number): string => `${+(frac * 100).toFixed(0)} %`;

/** Wood whose moisture was measured: what this air makes of it, and when it may be coated. */
function Wood({ wood, nowMin }: { wood: WoodAhead; nowMin: number }) {
  const { settings } = useParts('settings');
  const { zoneId, measuredFrac, measuredAtMin, nowFrac, restsFrac, homeFrac, readyAtMin } = wood;
  const when = measuredAtMin === null ? '' : ` on ${dayName(measuredAtMin, settings.timeZone)}`;
  return (
    <Typography variant="body2">
      Wood of the {zoneNames[zoneId].toLowerCase()}: {percent(measuredFrac)} measured{when}
      {Math.abs(nowFrac - measuredFrac) >= 0.005 && `, about ${percent(nowFrac)} now`}; here it comes to{' '}
      {percent(restsFrac)}, its room will bring it to {percent(homeFrac)}.{' '}
      <b>
        {readyAtMin === null
          ? 'Not dry enough for a film in this space: a warmer or drier one.'
          : readyAtMin <= nowMin
            ? 'Dry enough for a film.'
            : `Dry enough for a film about ${dayName(readyAtMin, settings.timeZone)}.`}
      </b>{' '}
      For boards of 20 mm; measure again before the coat.
    </Typography>
  );
}

interface StandHereProps {
  space: Space;
  spaces: readonly Space[];
  pieces: readonly Piece[];
  wood: readonly WoodAhead[];
  nowMin: number;
}

/** Pieces that stand in a space, each with the way to another. */
function StandHere({ space, spaces, pieces, wood, nowMin }: StandHereProps) {
  const { shelfSpaceId } = useSettings();
  return (
    <Stack component="section" aria-label="Pieces here" sx={{ maxWidth: 760 }}>
      <Typography variant="h2">Pieces here</Typography>
      {pieces.length === 0 && <Typography>None stands here.</Typography>}
      <ul className="bare">
        {pieces.map((piece) => (
          <Box
            component="li"
            key={piece.id}
            sx={{ display: 'flex', alignItems: 'center', borderBottom: '1px solid var(--hair)' }}
          >
            <Box sx={{ flex: 1 }}>
              <Link to={toPiece(piece.id, 'work')}>{piece.name}</Link>
              {wood
                .filter((w) => w.pieceId === piece.id)
                .map((w) => (
                  <Wood key={w.zoneId} wood={w} nowMin={nowMin} />
                ))}
            </Box>
            {spaces.length > 1 && <Move piece={piece} space={space} spaces={spaces} />}
          </Box>
        ))}
      </ul>
      <FormControlLabel
        control={
          <Switch
            checked={shelfSpaceId === space.id}
            onChange={(_, here) =>
              theStore().transact('Where the shelf stands', (draft) => {
                if (here) draft.settings.shelfSpaceId = space.id;
                else delete draft.settings.shelfSpaceId;
              })
            }
          />
        }
        label="The shelf with the cans stands here: what it keeps is as warm as this space, and is brought in before it is needed where that is too cold"
      />
    </Stack>
  );
}

/** The air of each space: now, over the days to come, and what it lets be coated. */
export default function Air() {
  const { settings, pieces } = useParts('settings', 'pieces');
  const { spaces, timeZone, unitSystem: system } = settings;
  const nowMin = useNowMin();
  const [params, setParams] = useSearchParams();
  const [span, setSpan] = useState<(typeof spans)[number]['value']>('3');
  const [form, setForm] = useState<Space | 'new' | null>(null);
  const [typing, setTyping] = useState(false);
  const phone = useMediaQuery('(max-width: 760px)', { noSsr: true });
  const space = spaces.find((s) => s.id === params.get('space')) ?? spaces[0];
  const air = useAirAhead(space?.id ?? null);
  const fromMin = Math.floor(nowMin / 60) * 60;
  const days = Number(span);
  const now = air?.hours.find((h) => h.atMin <= nowMin && nowMin < h.atMin + 60);
  const here = space ? Object.values(pieces).filter((p) => hasPlan(p) && spaceOf(p, spaces)?.id === space.id) : [];
  const dialogs = (
    <Suspense>
      {form && <SpaceForm space={form === 'new' ? null : form} onClose={() => setForm(null)} />}
      {typing && <AirDialog space={space?.name ?? null} onClose={() => setTyping(false)} />}
    </Suspense>
  );
  if (!space)
    return (
      <Stack sx={{ maxWidth: 720 }}>
        <Typography variant="h1">Air</Typography>
        <Typography>
          Describe where your pieces stand: a heated room, a shed, a yard. Then waits are told for the air they really
          lie in, and coats are planned for hours their labels bear. Until then the times of the labels hold, at{' '}
          {formatTemperature(23, system)} and 50 %.
        </Typography>
        <div>
          <Button variant="contained" onClick={() => setForm('new')}>
            Describe a space
          </Button>
        </div>
        {dialogs}
      </Stack>
    );
  const remove = () => {
    theStore().transact(`Space taken out: ${space.name}`, (draft) => {
      draft.settings.spaces = draft.settings.spaces.filter((s) => s.id !== space.id);
      if (draft.settings.shelfSpaceId === space.id) delete draft.settings.shelfSpaceId;
    });
    say({ text: `${space.name} is taken out.`, action: { name: 'Undo', run: () => theStore().undo() } });
  };
  return (
    <Stack style={{ gap: 26 }}>
      <Typography variant="h1">Air</Typography>
      <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 2, alignItems: 'end' }}>
        <Keys
          legend="Space"
          value={space.id}
          onPick={(id) => setParams({ space: id }, { replace: true })}
          choices={spaces.map((s) => ({ value: s.id, name: s.name }))}
        />
        <Button onClick={() => setForm('new')}>Another space</Button>
      </Stack>
      <Stack component="section" aria-label="What may go on, and when">
        <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 2, alignItems: 'end', justifyContent: 'space-between' }}>
          <Typography variant="h2">What may go on, and when</Typography>
          <Keys legend="How far" hideLegend value={span} onPick={setSpan} choices={spans} />
        </Stack>
        {air && air.coats.length === 0 && <Typography>No coats are planned for pieces that stand here.</Typography>}
        {air && air.coats.length > 0 && (
          <>
            <ScrollRegion label="Bands of air">
              <AirBands
                air={air}
                fromMin={fromMin}
                days={days}
                nowMin={nowMin}
                timeZone={timeZone}
                pxPerDay={days === 3 ? (phone ? 230 : 340) : 132}
              />
            </ScrollRegion>
            <ul className="bare">
              {air.coats.map((c) => (
                <li key={c.productId}>
                  <b>{short(c.name)}</b>: {coatWords(c, nowMin, timeZone)}.
                  {c.stretches[0]?.breaches.length === 0 && <NextCoat recoatMin={c.recoatMin} />}
                </li>
              ))}
            </ul>
          </>
        )}
        {air && (
          <Suspense fallback={<Box sx={{ height: 240 }} />}>
            <AirChart air={air} fromMin={fromMin} days={days} nowMin={nowMin} timeZone={timeZone} system={system} />
          </Suspense>
        )}
        {air?.foretoldUntilMin !== null && air && air.foretoldUntilMin < nowMin && (
          <Alert severity="warning">
            The forecast ended {dayTime(air.foretoldUntilMin, nowMin, timeZone)}: take a new one. Until then the usual
            days of the season are taken.
          </Alert>
        )}
      </Stack>
      <Box component="section" aria-label="Now">
        <Box
          sx={{
            display: 'grid',
            gap: '14px 34px',
            gridTemplateColumns: { xs: 'repeat(2, auto)', md: 'repeat(6, auto)' },
            justifyContent: 'start',
          }}
        >
          {now && (
            <>
              <Figure value={formatTemperature(now.airTempC, system)} name="air" />
              <Figure value={`${Math.round(now.relHumFrac * 100)} %`} name="humidity" />
              <Figure value={formatTemperature(now.dewPointC, system)} name="dew point" />
              <Figure
                value={formatTemperatureDifference(now.surfaceTempC - now.dewPointC, system)}
                name="wood above dew point, expected"
              />
              <Figure value={`${now.deficitHpa.toFixed(1)} hPa`} name="drying power" />
              <Figure value={`${Math.round(now.woodFrac * 100)} %`} name="wood comes to rest at" />
            </>
          )}
          <Button variant="outlined" onClick={() => setTyping(true)} sx={{ alignSelf: 'center' }}>
            Type a reading
          </Button>
        </Box>
        <Typography variant="body2" sx={{ mt: 1 }}>
          {now?.from === 'reading'
            ? 'As read this hour.'
            : now?.from === 'forecast'
              ? 'As the forecast has it.'
              : 'As usual at this season.'}{' '}
          {kindNames[space.kind]}
          {space.heatedToC !== null && ` to ${formatTemperature(space.heatedToC, system)}`}.{' '}
          {space.allows.length > 0
            ? `Here you may: ${space.allows.map((u) => spaceUseNames[u].toLowerCase()).join(', ')}.`
            : 'Nothing is done here.'}{' '}
          <Button size="small" onClick={() => setForm(space)}>
            Change
          </Button>
          <Button size="small" onClick={remove}>
            Take out
          </Button>
        </Typography>
      </Box>
      <StandHere space={space} spaces={spaces} pieces={here} wood={air?.wood ?? []} nowMin={nowMin} />
      <Sources space={space.name} />
      {dialogs}
    </Stack>
  );
}
