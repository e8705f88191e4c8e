import { comparedWords, difference, type Lab } from '@cosmesis/core/colour';
import type { StickBand } from '@cosmesis/core/matching';
import { zoneNames } from '@cosmesis/core/piece';
import { dateName, minuteOf } from '@cosmesis/core/units';
import type { Piece, SampleStick } from '@cosmesis/core/workshop';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Skeleton from '@mui/material/Skeleton';
import Stack from '@mui/material/Stack';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { doDeed } from '../../store/doDeed';
import { useBands } from '../../store/useColours';
import { useNowMin } from '../../store/useNowMin';
import { useParts, useSettings } from '../../store/useWorkshop';
import { HeadRow } from '../../ui/HeadRow';
import { Panel } from '../../ui/layout';
import { toPiece } from '../../ui/links';
import PhotoButton from '../../ui/PhotoButton';
import { ScrollRegion } from '../../ui/ScrollRegion';
import { Select } from '../../ui/Select';
import { say } from '../../ui/say';
import { ColourField } from './ColourField';
import { ColourStick } from './ColourStick';
import { StickFields } from './StickFields';
import { Swatch } from './Swatch';

const told = (deed: ReturnType<typeof doDeed>): void => {
  if (!deed.ok) say({ text: deed.issues[0]!.message });
};

const readOf = (stick: SampleStick, after: number): { lab: Lab; index: number } | null => {
  const index = stick.readings.findLastIndex((r) => r.after === after && !r.wet);
  return index < 0 ? null : { lab: stick.readings[index]!.lab, index };
};

/** What a stick is towards, in words. */
const towards = (stick: SampleStick): string => stick.name.replace(/^Stick \d+, towards /, '');

function ReadBand({
  piece,
  stick,
  band,
  onClose,
}: {
  piece: Piece;
  stick: SampleStick;
  band: StickBand;
  onClose: () => void;
}) {
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle>{band.after === 0 ? 'The bare wood of the stick' : `After ${band.name}`}</DialogTitle>
      <DialogContent>
        <Typography sx={{ mb: 2 }}>Read it dry, in daylight. Foretold: {band.words}.</Typography>
        <ColourField
          label="As it came out"
          value={null}
          onColour={({ lab, from }) => {
            told(
              doDeed(`Reading of ${stick.name}`, {
                do: 'read-stick',
                pieceId: piece.id,
                stickId: stick.id,
                reading: { after: band.after, wet: false, lab: [...lab], from },
              }),
            );
            onClose();
          }}
        />
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
      </DialogActions>
    </Dialog>
  );
}

function Bands({
  piece,
  stick,
  bands,
  onRead,
}: {
  piece: Piece;
  stick: SampleStick;
  bands: readonly StickBand[];
  onRead: (b: StickBand) => void;
}) {
  return (
    <ScrollRegion label={`Bands of ${stick.name}`}>
      <Table>
        <HeadRow of={['Band', 'Foretold', 'Came out', 'Reading']} />
        <TableBody>
          {bands.map((b) => {
            const read = readOf(stick, b.after);
            return (
              <TableRow key={b.after}>
                <TableCell>
                  {b.after === 0 ? '' : `${b.after}. `}
                  {b.name}
                </TableCell>
                <TableCell>
                  {b.words}, ± ΔE {b.withinDeltaE.toFixed(1)}
                </TableCell>
                <TableCell>{read ? comparedWords(read.lab, b.lab) : 'not yet'}</TableCell>
                <TableCell>
                  <Button size="small" aria-label={`Read band ${b.after} of ${stick.name}`} onClick={() => onRead(b)}>
                    {read ? 'Again' : 'Read it'}
                  </Button>
                  {read && (
                    <Button
                      size="small"
                      aria-label={`Take away the reading of band ${b.after} of ${stick.name}`}
                      onClick={() =>
                        told(
                          doDeed(`Reading of ${stick.name} taken away`, {
                            do: 'unread-stick',
                            pieceId: piece.id,
                            stickId: stick.id,
                            index: read.index,
                          }),
                        )
                      }
                    >
                      Take away
                    </Button>
                  )}
                </TableCell>
              </TableRow>
            );
          })}
        </TableBody>
      </Table>
    </ScrollRegion>
  );
}

/** One stick: what it is made of, what is foretold and what was read, and whether it is right. */
function Stick({ piece, stick }: { piece: Piece; stick: SampleStick }) {
  const { timeZone } = useSettings();
  const nowMin = useNowMin();
  const answer = useBands(piece.id, stick.zoneId, stick.layers);
  const [reading, setReading] = useState<StickBand | null>(null);
  const [changing, setChanging] = useState(false);
  const recipe = piece.colours?.[stick.zoneId]?.recipe;
  const approved = recipe?.stickId === stick.id;
  const last = readOf(stick, stick.layers.length);
  if (!answer)
    return <Skeleton role="img" variant="rectangular" height={240} aria-label="The stick is being worked out" />;
  if (!answer.ok) return <Typography>{answer.issues[0]?.message}</Typography>;
  const bands = answer.value;
  const end = bands.at(-1)!;
  return (
    <Panel aria-label={stick.name}>
      <Typography variant="h2">{stick.name}</Typography>
      <Typography>
        {zoneNames[stick.zoneId]} of {piece.name}, made {dateName(minuteOf(stick.madeAt), nowMin, timeZone)}
        {approved ? ': this is its recipe' : ''}
      </Typography>
      <ColourStick
        label={stick.name}
        bands={bands}
        read={(after) => readOf(stick, after)?.lab ?? null}
        target={stick.target}
      />
      {stick.target && (
        <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 3 }}>
          <Swatch lab={stick.target} name="Target" />
          <Swatch lab={last?.lab ?? end.lab} name={last ? 'As it came out' : 'As foretold'} />
          <Typography sx={{ alignSelf: 'center' }}>
            {comparedWords(last?.lab ?? end.lab, stick.target)} than the target
          </Typography>
        </Stack>
      )}
      <Bands piece={piece} stick={stick} bands={bands} onRead={setReading} />
      <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 1 }}>
        <Button
          variant={approved || !last ? 'outlined' : 'contained'}
          disabled={approved}
          onClick={() => {
            told(
              doDeed(`${stick.name} is right`, {
                do: 'approve-stick',
                pieceId: piece.id,
                stickId: stick.id,
                expected: [...end.lab],
                targetName: towards(stick),
              }),
            );
          }}
        >
          {approved ? 'Its recipe' : piece.ownership === 'commission' ? 'The client approves it' : 'This one is right'}
        </Button>
        <Button
          variant="outlined"
          component={Link}
          to={`/colour?${new URLSearchParams({
            piece: piece.id,
            zone: stick.zoneId,
            ...(stick.target ? { target: stick.target.join(' '), called: towards(stick) } : {}),
          })}`}
        >
          Match again
        </Button>
        <Button aria-label={`How ${stick.name} is made`} onClick={() => setChanging(true)}>
          How it is made
        </Button>
        <PhotoButton piece={piece} of={{ kind: 'stick', stickId: stick.id }} what={stick.name} />
        <Button
          onClick={() =>
            told(doDeed(`${stick.name} taken away`, { do: 'remove-stick', pieceId: piece.id, stickId: stick.id }))
          }
        >
          Take the stick away
        </Button>
      </Stack>
      {changing && <StickFields piece={piece} stick={stick} onClose={() => setChanging(false)} />}
      {reading && <ReadBand piece={piece} stick={stick} band={reading} onClose={() => setReading(null)} />}
    </Panel>
  );
}

/** How much the read sticks have narrowed what is foretold, in one line. */
function Taught({ sticks }: { sticks: readonly SampleStick[] }) {
  const read = sticks.filter((s) => s.readings.length > 0);
  if (read.length === 0)
    return (
      <Typography>
        Each band that is read makes the next proposal better: for its product, and so far for other woods.
      </Typography>
    );
  const ends = read.flatMap((s) => {
    const end = readOf(s, s.layers.length);
    return end && s.target ? [difference(end.lab, s.target)] : [];
  });
  const best = ends.length > 0 ? ` The nearest came to ΔE ${Math.min(...ends).toFixed(1)} of its target.` : '';
  return (
    <Typography>
      After {read.length} read {read.length === 1 ? 'stick' : 'sticks'} the model knows these products better.{best}
    </Typography>
  );
}

/** Sample sticks of a piece, or of all. */
export default function Sticks() {
  const { pieces } = useParts('pieces');
  const [params, setParams] = useSearchParams();
  const own = Object.values(pieces).filter((p) => (p.sticks?.length ?? 0) > 0);
  if (own.length === 0)
    return (
      <Typography>
        No stick is made yet. <Link to="/colour">Match a colour</Link>, and make a stick of the way that suits.
      </Typography>
    );
  const asked = params.getAll('piece').filter((id) => pieces[id]);
  const all = 'all';
  const shown = own.filter((p) => asked.length === 0 || asked.includes(p.id));
  return (
    <Stack spacing={2}>
      <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 2, alignItems: 'center' }}>
        <Select
          label="Sticks of"
          value={asked.length === 1 ? asked[0]! : all}
          options={[
            { value: all, name: asked.length > 1 ? 'What was made together' : 'All pieces' },
            ...own.map((p) => ({ value: p.id, name: p.name })),
          ]}
          onPick={(id) => setParams(id === all ? {} : { piece: id }, { replace: true })}
        />
        {shown.map((p) => (
          <Button key={p.id} component={Link} to={`${toPiece(p.id, 'papers')}#sticks`}>
            Print the sticks of {p.name}
          </Button>
        ))}
      </Stack>
      <Taught sticks={own.flatMap((p) => p.sticks ?? [])} />
      {shown.flatMap((p) => [...(p.sticks ?? [])].reverse().map((s) => <Stick key={s.id} piece={p} stick={s} />))}
    </Stack>
  );
}
