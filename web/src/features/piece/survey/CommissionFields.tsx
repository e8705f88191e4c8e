import { type AwaitedKind, awaitedNames, type Station, stationsOf } from '@cosmesis/core/finishing';
import { dayName, exactMoney, inMinor, minuteOf, money } from '@cosmesis/core/units';
import { awaitedKinds, type Piece } from '@cosmesis/core/workshop';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Step from '@mui/material/Step';
import StepContent from '@mui/material/StepContent';
import StepLabel from '@mui/material/StepLabel';
import Stepper from '@mui/material/Stepper';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link } from 'react-router';
import { newId, nowIso } from '../../../store/theStore';
import { useEditPiece } from '../../../store/useEditPiece';
import { useSettings } from '../../../store/useWorkshop';
import { Fields } from '../../../ui/layout';
import { toPiece } from '../../../ui/links';
import { Select } from '../../../ui/Select';
import { usePieceContext } from '../PieceFrame';

type Commission = Piece['commission'];

const ways = ['signed', 'in writing', 'by word'] as const;

/** What is pressed at a station that is next. */
function Act({ station, piece, complete }: { station: Station; piece: Piece; complete: boolean }) {
  const edit = useEditPiece(piece.id);
  const { currency } = useSettings();
  const set = (label: string, change: (c: Commission) => void) => edit(label, (draft) => change(draft.commission));
  switch (station.id) {
    case 'survey':
      return <Typography>Measure it and look it over: form and damage stand further up.</Typography>;
    case 'offer':
      return (
        <Stack direction="row" useFlexGap sx={{ flexWrap: 'wrap', gap: 1 }}>
          <Button
            variant="contained"
            onClick={() =>
              set('Offered', (c) => {
                const what = piece.salePrice === null ? '' : money(piece.salePrice, currency);
                c.offer = { at: nowIso(), what, approvedAt: null, how: '' };
              })
            }
          >
            It was offered
          </Button>
          <Button component={Link} to={toPiece(piece.id, 'papers')}>
            The offer
          </Button>
        </Stack>
      );
    case 'approved':
      return (
        <Stack direction="row" useFlexGap sx={{ flexWrap: 'wrap', gap: 1 }}>
          {ways.map((how) => (
            <Button
              key={how}
              variant="outlined"
              onClick={() =>
                set('Offer approved', (c) => {
                  if (c.offer) c.offer = { ...c.offer, approvedAt: nowIso(), how };
                })
              }
            >
              Approved {how}
            </Button>
          ))}
          <Button
            onClick={() =>
              set('Take the offer back', (c) => {
                delete c.offer;
              })
            }
          >
            Take it back
          </Button>
        </Stack>
      );
    case 'supplied':
      return <Typography>Press “It came” at what is there.</Typography>;
    case 'samples':
      return <Link to={toPiece(piece.id, 'work')}>Show the sample, and log it there</Link>;
    case 'changes':
      return <Typography>Press “Agreed on” or “Called off” at each.</Typography>;
    default:
      return (
        <Stack direction="row" useFlexGap sx={{ flexWrap: 'wrap', gap: 1 }}>
          <Button
            variant="contained"
            disabled={!complete}
            onClick={() =>
              set('Handed over', (c) => {
                c.handedOverAt = nowIso();
              })
            }
          >
            It is handed over
          </Button>
          <Button component={Link} to={toPiece(piece.id, 'papers')}>
            Its care card
          </Button>
        </Stack>
      );
  }
}

function Awaited({ piece }: { piece: Piece }) {
  const edit = useEditPiece(piece.id);
  const [kind, setKind] = useState<AwaitedKind>('pulls');
  const [what, setWhat] = useState('');
  const { awaited = [] } = piece.commission;
  const change = (label: string, to: (all: NonNullable<Commission['awaited']>) => Commission['awaited']) =>
    edit(label, (draft) => {
      draft.commission.awaited = to(draft.commission.awaited ?? []);
    });
  return (
    <Stack component="section" aria-label="What the client brings" spacing={1}>
      <Typography variant="h3">What the client brings</Typography>
      <ul className="bare">
        {awaited.map((a) => (
          <Stack component="li" direction="row" key={a.id}>
            <span>
              {a.what || awaitedNames[a.kind]}{' '}
              <Typography component="span" variant="body2">
                {a.receivedAt === null ? 'not there yet' : 'is there'}
              </Typography>
            </span>
            <Stack direction="row" sx={{ ml: 'auto' }}>
              <Button
                variant="outlined"
                aria-label={`${a.receivedAt === null ? 'It came' : 'It is not there'}: ${a.what || awaitedNames[a.kind]}`}
                onClick={() =>
                  change(a.receivedAt === null ? 'It came' : 'It is not there', (all) =>
                    all.map((x) => (x.id === a.id ? { ...x, receivedAt: x.receivedAt === null ? nowIso() : null } : x)),
                  )
                }
              >
                {a.receivedAt === null ? 'It came' : 'Not there'}
              </Button>
              <Button
                aria-label={`Take off the list: ${a.what || awaitedNames[a.kind]}`}
                onClick={() => change('Take off the list', (all) => all.filter((x) => x.id !== a.id))}
              >
                Take off
              </Button>
            </Stack>
          </Stack>
        ))}
      </ul>
      <Fields>
        <Select
          label="What kind"
          value={kind}
          onPick={(k) => setKind(k as AwaitedKind)}
          options={awaitedKinds.map((k) => ({ value: k, name: awaitedNames[k] }))}
        />
        <TextField label="What exactly" value={what} onChange={(e) => setWhat(e.target.value.slice(0, 200))} />
        <Box>
          <Button
            variant="outlined"
            onClick={() => {
              change('The client brings', (all) => [
                ...all,
                { id: newId(), kind, what: what.trim(), receivedAt: null },
              ]);
              setWhat('');
            }}
          >
            Wait for it
          </Button>
        </Box>
      </Fields>
    </Stack>
  );
}

function Changes({ piece }: { piece: Piece }) {
  const edit = useEditPiece(piece.id);
  const { currency, timeZone } = useSettings();
  const { changes = [] } = piece.commission;
  if (changes.length === 0) return null;
  return (
    <Stack component="section" aria-label="Changes asked for" spacing={1}>
      <Typography variant="h3">Changes asked for</Typography>
      <ul className="bare">
        {changes.map((c) => (
          <Stack component="li" direction="row" key={c.id}>
            <span>
              {c.what}
              {c.price !== null && `, ${exactMoney(inMinor(c.price, currency), currency)} more`}{' '}
              <Typography component="span" variant="body2">
                {c.approvedAt === null ? 'not agreed on yet' : `agreed on ${dayName(minuteOf(c.approvedAt), timeZone)}`}
              </Typography>
            </span>
            {c.approvedAt === null && (
              <Stack direction="row" sx={{ ml: 'auto' }}>
                <Button
                  variant="outlined"
                  onClick={() =>
                    edit('Change agreed on', (draft) => {
                      const own = draft.commission.changes?.find((x) => x.id === c.id);
                      if (own) own.approvedAt = nowIso();
                    })
                  }
                >
                  Agreed on
                </Button>
                <Button
                  onClick={() =>
                    edit('Change called off', (draft) => {
                      draft.commission.changes = (draft.commission.changes ?? []).filter((x) => x.id !== c.id);
                    })
                  }
                >
                  Called off
                </Button>
              </Stack>
            )}
          </Stack>
        ))}
      </ul>
    </Stack>
  );
}

/** The way of a commission, from the enquiry to handing over: what is passed, what is next, and what holds the work. */
export function CommissionFields({ piece }: { piece: Piece }) {
  const { result } = usePieceContext();
  const { timeZone } = useSettings();
  const steps = result?.ok ? result.value.steps : [];
  const samples = steps.filter((s) => s.step.kind === 'approve');
  const doneSamples = samples.filter((s) => s.status === 'done');
  const work = steps.filter((s) => s.step.kind !== 'cure');
  const complete = work.length > 0 && work.every((s) => s.status === 'done');
  const lastMin = doneSamples.length > 0 ? Math.max(...doneSamples.map((s) => s.endMin)) : null;
  const stations = stationsOf(piece, {
    complete,
    samples: {
      count: samples.length,
      done: doneSamples.length,
      lastAt: lastMin === null ? null : new Date(lastMin * 60_000).toISOString(),
    },
  }).filter((s) => s.state !== 'not-needed');
  const now = stations.findIndex((s) => s.state === 'now');
  return (
    <>
      <Stepper
        orientation="vertical"
        activeStep={now < 0 ? stations.length : now}
        aria-label="The way of the commission"
      >
        {stations.map((s) => (
          <Step key={s.id} completed={s.state === 'passed'}>
            <StepLabel
              optional={
                <Typography variant="body2">
                  {[s.at && dayName(minuteOf(s.at), timeZone), s.words].filter(Boolean).join(', ')}
                </Typography>
              }
            >
              {s.name}
            </StepLabel>
            <StepContent>
              <Act station={s} piece={piece} complete={complete} />
            </StepContent>
          </Step>
        ))}
      </Stepper>
      <Awaited piece={piece} />
      <Changes piece={piece} />
    </>
  );
}
