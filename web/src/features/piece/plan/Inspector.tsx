import {
  cautionDefers,
  doWhat,
  houseOf,
  isSeen,
  lookOf,
  lowerFirst,
  matchOf,
  methodNames,
  stepKind,
  whereOf,
} from '@cosmesis/core/finishing';
import { zoneNames } from '@cosmesis/core/piece';
import { hasTime, inTurn, noTimeWords, type ReckonedStep } from '@cosmesis/core/reckoning';
import { aboutTime, dayTime, formatAbout } from '@cosmesis/core/units';
import type { GlossaryId } from '@cosmesis/core/words';
import type { Method, Piece, Step, StepKindId, ZoneId } from '@cosmesis/core/workshop';
import Add from '@mui/icons-material/Add';
import Remove from '@mui/icons-material/Remove';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { memo, useMemo } from 'react';
import { Link } from 'react-router';
import { theStore } from '../../../store/theStore';
import { useEditPiece } from '../../../store/useEditPiece';
import { useNowMin } from '../../../store/useNowMin';
import { useParts, useSettings } from '../../../store/useWorkshop';
import { useTurn } from '../../../store/useWorkshopPlan';
import { HeldTextField } from '../../../ui/HeldTextField';
import { Panel } from '../../../ui/layout';
import { NumberField } from '../../../ui/NumberField';
import { Select } from '../../../ui/Select';
import { say } from '../../../ui/say';
import { Term } from '../../../ui/Term';
import WentWrong from '../../../ui/WentWrong';
import { Figure } from '../../../ui/Working';
import { AddStep } from './AddStep';
import { WillItLast } from './WillItLast';

const coatCounts = Array.from({ length: 8 }, (_, i) => ({ value: String(i + 1), name: String(i + 1) }));
const counted: ReadonlySet<StepKindId> = new Set([
  'stain',
  'block',
  'prime',
  'paint',
  'clear',
  'tone',
  'colour-wash',
  'recolour-leather',
  'metallic',
]);

/** Steps with a word of the trade on their band, explained where the step is looked at. */
const termOf: Readonly<Partial<Record<StepKindId, GlossaryId>>> = {
  denib: 'denib',
  block: 'block',
  condition: 'condition',
  scuff: 'scuff',
  feather: 'feather',
  sand: 'grit',
  'de-dust': 'tack',
};

/** Coats of one product, each of which may be thinned, and the last of which may be owed. */
const laidInCoats: ReadonlySet<StepKindId> = new Set(['paint', 'clear', 'tone', 'metallic', 'recolour-leather']);

interface ChoicesProps extends Pick<Step, 'kind' | 'zoneId' | 'productId' | 'method' | 'of'> {
  pieceId: string;
  ordinal: number;
  /** Thinner typed for this coat, L/L; null: as the sheet has it. */
  thinFrac: number | null;
  /** So many of the last coats are owed. */
  owed: number;
  /** The product was chosen by the user. */
  chosen: boolean;
  /** Zones that take after this one: what they are called. */
  alike: string;
  /** All other zones of the same look that get such a coat. */
  others: string;
  /** The zone whose choice holds here. */
  like: ZoneId | null;
}

/** The values of a step that can be chosen: product, method, coats. Drawn again only where one of them is another. */
const Choices = memo(function Choices({ pieceId, kind, zoneId, productId, method, of, ...more }: ChoicesProps) {
  const { chosen, alike, others, like, ordinal, thinFrac, owed } = more;
  const { products } = useParts('products');
  const edit = useEditPiece(pieceId);
  const usable = Object.values(products).filter((p) => stepKind(kind).uses.includes(p.kind));
  const product = productId ? products[productId] : undefined;
  const key = `${zoneId}/${kind}`;
  const set = (label: string, change: Partial<Piece['choices'][string]>) =>
    edit(label, (draft) => {
      const choice = draft.choices[key] ?? { productId: null, coats: null, method: null };
      draft.choices[key] = { ...choice, ...change };
    });
  const thin = (frac: number | null) =>
    edit('Thinner', (draft) => {
      const choice = draft.choices[key] ?? { productId: null, coats: null, method: null };
      const thinned = Array.from({ length: Math.max(ordinal, choice.thinned?.length ?? 0) }, (_, i) =>
        i === ordinal - 1 ? frac : (choice.thinned?.[i] ?? null),
      );
      draft.choices[key] = { ...choice, thinned };
    });
  /** Said of all zones, what was chosen for one of them gives way. */
  const holds = (forLook: boolean) =>
    edit('Where it holds', (draft) => {
      for (const [other, choice] of Object.entries(draft.choices))
        if (forLook && other.endsWith(`/${kind}`) && lookOf(draft, zoneOf(other)) === lookOf(draft, zoneId!))
          Object.assign(choice, other === key ? {} : { productId: null, forLook: false });
      draft.choices[key]!.forLook = forLook;
    });
  if (usable.length === 0) return null;
  return (
    <Stack spacing={2} sx={{ pt: 0.75 }}>
      <Select
        label="Product"
        value={productId ?? ''}
        options={usable.map((p) => ({ value: p.id, name: p.name }))}
        onPick={(picked) =>
          edit('Product', (draft) => {
            const was = draft.choices[key];
            const forLook = was?.productId ? was.forLook : zoneId !== 'interior';
            draft.choices[key] = { coats: null, ...was, productId: picked, method: null, forLook };
          })
        }
        help={chosen ? 'Chosen by you' : like ? `As on the ${zoneNames[like].toLowerCase()}` : ' '}
      />
      {others && chosen && (
        <FormControlLabel
          control={<Checkbox checked={alike !== ''} onChange={(e) => holds(e.target.checked)} />}
          label={`On ${alike || others} too`}
        />
      )}
      <Stack direction="row" style={{ flexWrap: 'nowrap' }}>
        {product && product.methods.length > 1 && (
          <Select
            label="Method"
            value={method ?? ''}
            options={product.methods.map((m) => ({ value: m, name: methodNames[m] }))}
            onPick={(picked) => set('Method', { method: picked as Method })}
          />
        )}
        {counted.has(kind) && (
          <Select
            label="Coats"
            value={String(of)}
            options={coatCounts}
            onPick={(coats) => set('Coats', { coats: Number(coats) })}
          />
        )}
      </Stack>
      {laidInCoats.has(kind) && (
        <Stack direction="row" style={{ flexWrap: 'nowrap', alignItems: 'flex-start' }}>
          {product && product.thinningMaxFrac.value > 0 && (
            <NumberField
              label="Thinner in this coat, %"
              draftKey={`${pieceId}/${key}/thinned/${ordinal}`}
              value={thinFrac === null ? null : thinFrac * 100}
              least={0}
              most={500}
              digits={1}
              onValue={(percent) => thin(percent / 100)}
              onEmpty={() => thin(null)}
              help={`Empty: ${+(product.thinningFrac.value * 100).toFixed(1)}, as on its sheet; at most ${+(product.thinningMaxFrac.value * 100).toFixed(1)}`}
            />
          )}
          {of > 1 && (
            <Select
              label="Owed: laid after some use"
              value={String(owed)}
              options={[{ value: '0', name: 'none' }, ...coatCounts.slice(0, of - 1)]}
              onPick={(n) => set('Coats owed', { owed: Number(n) })}
            />
          )}
        </Stack>
      )}
    </Stack>
  );
});

/** What the user noted at a step. It grows with its lines, which costs a layout: drawn again only where it is another. */
const StepNote = memo(function StepNote({ pieceId, stepId, text }: { pieceId: string; stepId: string; text: string }) {
  const edit = useEditPiece(pieceId);
  return (
    <HeldTextField
      label="Note"
      multiline
      value={text}
      onText={(typed) =>
        edit(
          'Note',
          (draft) => {
            draft.stepNotes[stepId] = typed.slice(0, 4000);
          },
          `${pieceId}/${stepId}/note`,
        )
      }
    />
  );
});

/** Places found when the primer was looked over: they are filled, feathered and primed again. */
function Found({ piece, zoneId }: { piece: Piece; zoneId: ZoneId }) {
  const edit = useEditPiece(piece.id);
  const found = piece.foundAtInspection[zoneId] ?? 0;
  const set = (by: number) =>
    edit('Places found', (draft) => {
      draft.foundAtInspection[zoneId] = Math.min(99, Math.max(0, found + by));
    });
  return (
    <Stack direction="row">
      <span>Places found</span>
      <Button variant="outlined" aria-label="One place found fewer" onClick={() => set(-1)}>
        <Remove />
      </Button>
      <b className="n">{found}</b>
      <Button variant="outlined" aria-label="One place found more" onClick={() => set(1)}>
        <Add />
      </Button>
    </Stack>
  );
}

const zoneOf = (key: string): ZoneId => key.split('/')[0] as ZoneId;

/** The other zones of a look that get the same kind of coat, still to come, and are seen with one. */
function seenWith(piece: Piece, { zoneId, kind }: Step, steps: readonly ReckonedStep[]): ZoneId[] {
  if (!zoneId || !isSeen(kind) || zoneId === 'interior' || zoneId === 'hardware') return [];
  const own = steps.filter(({ step }) => step.kind === kind);
  const begun = new Set(own.flatMap((s) => (s.status === 'planned' ? [] : s.step.zoneId)));
  return [...new Set(own.flatMap(({ step }) => step.zoneId ?? []))].filter(
    (z) => z !== zoneId && z !== 'hardware' && !begun.has(z) && lookOf(piece, z) === lookOf(piece, zoneId),
  );
}

/** Zones in words: "the carcass and the legs". */
function namesOf(zones: readonly ZoneId[]): string {
  const names = zones.map((z) => `the ${zoneNames[z].toLowerCase()}`);
  const last = names.pop();
  return last === undefined ? '' : names.length > 0 ? `${names.join(', ')} and ${last}` : last;
}

interface InspectorProps {
  piece: Piece;
  reckoned: ReckonedStep;
  /** All steps of the plan. */
  steps: readonly ReckonedStep[];
}

/** Steps at which colour is decided. */
const colouring: ReadonlySet<StepKindId> = new Set<StepKindId>([
  'make-sample',
  'dye',
  'stain',
  'glaze',
  'tone',
  'colour-wash',
]);

/** One step: what to do, why, how much, when, and what can be chosen. */
export function Inspector({ piece, reckoned, steps }: InspectorProps) {
  const settings = useSettings();
  const edit = useEditPiece(piece.id);
  const nowMin = useNowMin();
  const { step } = reckoned;
  const turn = useTurn(piece.id);
  const timed = useMemo(
    () => (turn && inTurn(steps, turn).find((s) => s.step.id === step.id)) ?? reckoned,
    [steps, turn, step.id, reckoned],
  );
  const startMin = reckoned.status === 'planned' ? Math.max(timed.startMin, nowMin) : timed.startMin;
  const house = houseOf(settings, piece);
  const seen = seenWith(piece, step, steps);
  const at = (minute: number) => dayTime(minute, nowMin, settings.timeZone);
  return (
    <Panel aria-label="Step">
      <Typography variant="body2">{whereOf(reckoned)}</Typography>
      <Typography variant="h2">{doWhat(reckoned)}</Typography>
      {termOf[step.kind] && (
        <Typography variant="body2">
          In the trade: <Term id={termOf[step.kind]!} />
        </Typography>
      )}
      <Typography>{step.reason}</Typography>
      <Stack direction="row" className="n" style={{ gap: '4px 18px' }}>
        <div>
          {reckoned.status === 'done' ? 'done ' : ''}
          {hasTime(timed) ? at(startMin) : noTimeWords(timed)}
        </div>
        {reckoned.handsOnMin > 0 && (
          <div>
            <Figure working={reckoned.minutesWorking}>{aboutTime(reckoned.handsOnMin)}</Figure>
          </div>
        )}
        {reckoned.productL && reckoned.working && (
          <div>
            <Figure working={reckoned.working}>{formatAbout(reckoned.productL, settings.unitSystem)}</Figure>
          </div>
        )}
      </Stack>
      {!timed.held && !hasTime(timed) && <Typography variant="body2">No time yet: {timed.unplaced}.</Typography>}
      {hasTime(timed) && timed.opensAtMin !== null && (
        <Typography variant="body2">
          <Term id="window">Window</Term>: not before {at(timed.opensAtMin)}
          {timed.closesAtMin !== null ? `; unscuffed until ${at(timed.closesAtMin)}` : ''}.
        </Typography>
      )}
      <WillItLast piece={piece} reckoned={timed} />
      {reckoned.productL && reckoned.status === 'planned' && (
        <Link to={`/mix?for=${encodeURIComponent(`${piece.id}|${step.id}`)}`}>Mix it</Link>
      )}
      {colouring.has(step.kind) && step.zoneId && (
        <Link to={`/colour?piece=${encodeURIComponent(piece.id)}&zone=${step.zoneId}`}>
          Match its colour, and make a stick
        </Link>
      )}
      {reckoned.labelSays && <Alert severity="warning">{reckoned.labelSays}</Alert>}
      {step.kind === 'inspect' && step.zoneId && <Found piece={piece} zoneId={step.zoneId} />}
      {reckoned.missedAtMin !== null && (
        <Alert severity="warning">
          Put in because the window of the coat before closed {at(reckoned.missedAtMin)}.
        </Alert>
      )}
      {reckoned.status === 'planned' ? (
        <Choices
          pieceId={piece.id}
          kind={step.kind}
          zoneId={step.zoneId}
          productId={step.productId}
          method={step.method}
          of={step.of}
          ordinal={step.ordinal}
          thinFrac={step.thinFrac ?? null}
          owed={piece.choices[`${step.zoneId}/${step.kind}`]?.owed ?? 0}
          chosen={Boolean(piece.choices[`${step.zoneId}/${step.kind}`]?.productId)}
          alike={namesOf(seen.filter((z) => matchOf(piece, z, step.kind, house) === step.zoneId))}
          others={namesOf(seen)}
          like={step.zoneId ? matchOf(piece, step.zoneId, step.kind, house) : null}
        />
      ) : (
        <>
          <Typography variant="body2">Logged, and kept as it was.</Typography>
          {stepKind(step.kind).film && (
            <div>
              <WentWrong
                coats={[
                  {
                    pieceId: piece.id,
                    stepId: step.id,
                    kind: step.kind,
                    on: `${whereOf(reckoned)}, ${doWhat(reckoned)}`,
                  },
                ]}
              />
            </div>
          )}
        </>
      )}
      <StepNote pieceId={piece.id} stepId={step.id} text={piece.stepNotes[step.id] ?? ''} />
      {reckoned.status === 'planned' && !reckoned.inserted && step.kind !== 'cure' && (
        <Button
          onClick={() => {
            edit(`Leave out: ${lowerFirst(doWhat(reckoned))}`, (draft) => {
              draft.edits.dropped.push(step.id);
            });
            say({ text: `Left out: ${doWhat(reckoned)}.`, action: { name: 'Undo', run: () => theStore().undo() } });
          }}
        >
          Leave this step out
        </Button>
      )}
      {!reckoned.inserted && step.kind !== 'cure' && <AddStep key={step.id} piece={piece} after={step} />}
      {reckoned.cautions.map((c) => (
        <Alert severity="warning" key={c}>
          {c}
        </Alert>
      ))}
      {reckoned.cautions.length > 0 && <Typography variant="body2">{cautionDefers}</Typography>}
    </Panel>
  );
}
