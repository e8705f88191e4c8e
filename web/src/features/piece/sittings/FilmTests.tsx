import {
  checkWords,
  doWhat,
  filmCheck,
  filmChecks,
  lowerFirst,
  type Mark,
  sheenFromMin,
  stepKind,
  whereOf,
} from '@cosmesis/core/finishing';
import type { WetZone } from '@cosmesis/core/reckoning';
import { minuteOf, parseNumber } from '@cosmesis/core/units';
import type { FilmCheckKind, FilmState, LogEntry, Piece } from '@cosmesis/core/workshop';
import Button from '@mui/material/Button';
import ButtonBase from '@mui/material/ButtonBase';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { doDeed } from '../../../store/doDeed';
import { theStore } from '../../../store/theStore';
import { useNowMin } from '../../../store/useNowMin';
import { Keys } from '../../../ui/Keys';
import { Select } from '../../../ui/Select';
import { say } from '../../../ui/say';

type Test = 'touch' | FilmCheckKind;

const touchScale: readonly { found: FilmState; name: string; says: string }[] = [
  { found: 'wet', name: 'Wet or tacky', says: 'it marks or sticks' },
  { found: 'touch-dry', name: 'Dry to the touch', says: 'nothing comes off on the finger' },
  { found: 'sandable', name: 'Sands to powder', says: 'fine paper does not clog' },
];

const tests: readonly { value: Test; name: string }[] = [
  { value: 'touch', name: 'Touch and paper' },
  ...filmChecks.map((c) => ({ value: c.id, name: c.name })),
];

const cells = 5;

/** A cross-cut as it looks: so much of its squares flaked off, from the crossings on. */
function CrossCut({ flakedFrac }: { flakedFrac: number }) {
  const squares = Array.from({ length: cells * cells }, (_, i) => ({ x: i % cells, y: Math.floor(i / cells) }));
  // Flakes come along the cuts first: every other square, then the rest.
  const order = [...squares].sort((a, b) => ((a.x * 7 + a.y * 11) % 13) - ((b.x * 7 + b.y * 11) % 13));
  const gone = order.slice(0, Math.round(flakedFrac * 0.85 * squares.length));
  return (
    <svg viewBox="0 0 50 50" width={56} height={56} aria-hidden="true">
      <rect width={50} height={50} fill="var(--verdigris)" />
      {gone.map(({ x, y }) => (
        <rect key={`${x}/${y}`} x={x * 10} y={y * 10} width={10} height={10} fill="var(--raised)" />
      ))}
      {Array.from({ length: cells + 1 }, (_, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: lines of a grid stay where they are
        <path key={i} d={`M${i * 10} 0V50M0 ${i * 10}H50`} stroke="var(--ink)" strokeWidth={1.4} />
      ))}
    </svg>
  );
}

/** Marks of a scale, drawn in their order. */
function Scale({
  marks,
  onPick,
}: {
  marks: readonly (Omit<Mark, 'value'> & { key: string })[];
  onPick: (i: number) => void;
}) {
  return (
    <Stack component="ul" className="bare" spacing={0}>
      {marks.map((m, i) => (
        <li key={m.key}>
          <ButtonBase
            onClick={() => onPick(i)}
            sx={{
              display: 'grid',
              gridTemplateColumns: '72px 1fr',
              width: 1,
              minHeight: 64,
              gap: 1.5,
              textAlign: 'left',
              alignItems: 'center',
              borderTop: '1px solid var(--line)',
              font: 'inherit',
            }}
          >
            {m.flakedFrac === undefined ? (
              <svg viewBox="0 0 60 20" width={60} height={20} aria-hidden="true">
                <path d="M4 16H56" stroke="var(--ink)" strokeWidth={1.5} />
                <path
                  d={`M${4 + (52 * i) / Math.max(1, marks.length - 1)} 4v12`}
                  stroke="var(--verdigris)"
                  strokeWidth={5}
                />
              </svg>
            ) : (
              <CrossCut flakedFrac={m.flakedFrac} />
            )}
            <span>
              <b>{m.name}</b> {m.says}
            </span>
          </ButtonBase>
        </li>
      ))}
    </Stack>
  );
}

const undo = { name: 'Undo', run: () => theStore().undo() };

function TestDialog({
  piece,
  wet,
  coats,
  onClose,
}: {
  piece: Piece;
  wet: readonly WetZone[];
  coats: readonly LogEntry[];
  onClose: () => void;
}) {
  const nowMin = useNowMin();
  const [test, setTest] = useState<Test>('touch');
  const [entryId, setEntry] = useState(coats[0]!.id);
  const [percent, setPercent] = useState('');
  const entry = coats.find((e) => e.id === entryId) ?? coats[0]!;
  const stepId = entry.step.id;
  const expected = wet.find((w) => w.stepId === stepId)?.expected;
  const done = (told: ReturnType<typeof doDeed>, words: string) => {
    say(told.ok ? { text: words, action: undo } : { text: told.issues[0]?.message ?? 'That cannot be noted.' });
    if (told.ok) onClose();
  };
  const read = (kind: FilmCheckKind, value: number) => {
    const words = checkWords({ at: '', kind, value });
    const early = kind === 'sheen' && nowMin - minuteOf(entry.doneAt!) < sheenFromMin;
    done(
      doDeed(`Tested: ${words}`, { do: 'check-film', pieceId: piece.id, stepId, kind, value }),
      `Noted: ${words}.${early ? ' Judge it again after half an hour: it still changes.' : ''}`,
    );
  };
  const check = test === 'touch' ? null : filmCheck(test);
  const moisture = parseNumber(percent);
  const wrong = percent !== '' && !(moisture !== undefined && moisture >= 1 && moisture <= 100);
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs" aria-labelledby="test-title">
      <DialogTitle id="test-title">Test the film</DialogTitle>
      <DialogContent>
        <Stack spacing={2} sx={{ pt: 1 }}>
          <Select
            label="Which"
            value={entry.id}
            onPick={setEntry}
            options={coats.map((e) => ({ value: e.id, name: `${whereOf(e)}: ${lowerFirst(doWhat(e))}` }))}
          />
          <Keys<Test> legend="How" value={test} onPick={setTest} choices={tests} />
          {check ? (
            <Typography>
              {check.how} <span style={{ color: 'var(--ink-2)' }}>({check.source})</span>
            </Typography>
          ) : (
            <Typography>Touch it where it is not seen; then try the finest paper.</Typography>
          )}
          {check?.id === 'moisture' ? (
            <Stack direction="row" component="form" noValidate onSubmit={(e) => e.preventDefault()}>
              <TextField
                label="Moisture, %"
                value={percent}
                error={wrong}
                helperText={wrong ? 'From 1 to 100.' : 'Per cent of the dry wood'}
                onChange={(e) => setPercent(e.target.value)}
              />
              <Button
                type="submit"
                variant="outlined"
                disabled={percent === '' || wrong}
                onClick={() => read('moisture', moisture!)}
              >
                Note it
              </Button>
            </Stack>
          ) : check ? (
            <Scale
              marks={check.scale.map((m) => ({ ...m, key: m.name }))}
              onPick={(i) => read(check.id, check.scale[i]!.value)}
            />
          ) : (
            <Scale
              marks={touchScale.map((m) => ({ name: m.name, says: m.says, key: m.found }))}
              onPick={(i) => {
                const { found, name } = touchScale[i]!;
                done(
                  doDeed(`Touched: ${name.toLowerCase()}`, {
                    do: 'test-film',
                    pieceId: piece.id,
                    stepId,
                    found,
                    ...(expected
                      ? { expectedMin: Math.round(found === 'sandable' ? expected.sand : expected.touch) }
                      : {}),
                  }),
                  `Noted: ${name.toLowerCase()}. Its waits are worked out again.`,
                );
              }}
            />
          )}
        </Stack>
      </DialogContent>
    </Dialog>
  );
}

/** Tests of what was laid last on each zone: touch, paper, fingernail, cross-cut, tape, sheen, and the moisture of the wood. */
export function FilmTests({ piece, wet }: { piece: Piece; wet: readonly WetZone[] }) {
  const [open, setOpen] = useState(false);
  const done = piece.log
    .filter((e) => e.doneAt !== null && (stepKind(e.step.kind).film || e.step.kind === 'dry-out'))
    .sort((a, b) => Date.parse(b.doneAt!) - Date.parse(a.doneAt!));
  // Of each zone what lies on top, and what was left to dry.
  const coats = done.filter(
    (e) => done.find((x) => x.step.zoneId === e.step.zoneId && x.step.kind === e.step.kind) === e,
  );
  if (coats.length === 0) return null;
  return (
    <div>
      <Button variant="outlined" onClick={() => setOpen(true)}>
        Test the film
      </Button>
      {open && <TestDialog piece={piece} wet={wet} coats={coats} onClose={() => setOpen(false)} />}
    </div>
  );
}
