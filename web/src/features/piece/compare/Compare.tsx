import { lookNames, lookOf, stepKind } from '@cosmesis/core/finishing';
import { zoneNames } from '@cosmesis/core/piece';
import { keepPlan, type PlanComparison, type PlanFigures, takePlan } from '@cosmesis/core/reckoning';
import { aboutTime, dayName, formatVolume, money, type Result } from '@cosmesis/core/units';
import type { KeptPlan, Piece, ZoneId } from '@cosmesis/core/workshop';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { current, type Draft } from 'immer';
import { useState } from 'react';
import { nameOf } from '../../../store/nameOf';
import { newId, nowIso, theStore } from '../../../store/theStore';
import { useAnswer } from '../../../store/useAnswer';
import { useEditPiece } from '../../../store/useEditPiece';
import { useNowMin } from '../../../store/useNowMin';
import { useShopKey } from '../../../store/useReckoning';
import { useSettings } from '../../../store/useWorkshop';
import { Keys } from '../../../ui/Keys';
import { Fields } from '../../../ui/layout';
import { ScrollRegion } from '../../../ui/ScrollRegion';
import { say } from '../../../ui/say';
import { callCore } from '../../../workers/callCore';
import { NotYet, usePieceContext } from '../PieceFrame';

/** A plan named after its looks. */
const namedAfterLooks = (piece: Pick<Piece, 'looks'>): string =>
  [...new Set(Object.values(piece.looks).filter((l) => l !== 'leave'))].map((l) => lookNames[l]).join(', ') ||
  'As it is';

function usePlans(piece: Piece, kept: KeptPlan | undefined): Result<PlanComparison> | undefined {
  const key = useShopKey();
  const nowMin = useNowMin();
  return useAnswer<Result<PlanComparison>>(kept ? ['plans', key, nameOf(piece), nameOf(kept)].join('/') : null, () =>
    callCore('plans', [piece.id, kept as KeptPlan, nowMin], { key: 'plans', needs: [piece.id] }),
  );
}

/** Changes the piece to a kept plan; the one that is left is kept in its place. */
function useSwap(piece: Piece) {
  const edit = useEditPiece(piece.id);
  return (kept: KeptPlan) => {
    const [id, at] = [newId(), nowIso()];
    edit(`Work to the plan “${kept.name}”`, (draft) => {
      const left = keepPlan(current(draft) as Piece, id, namedAfterLooks(piece), at);
      const taken = structuredClone(kept) as Draft<KeptPlan>;
      takePlan(draft as Piece, taken as KeptPlan);
      draft.keptPlans = [...draft.keptPlans.filter((p) => p.id !== kept.id), left as Draft<KeptPlan>];
    });
    say({
      text: `Now worked to: ${kept.name}. The other plan is kept.`,
      action: { name: 'Undo', run: () => theStore().undo() },
    });
  };
}

function Figures({
  names,
  figures,
}: {
  names: readonly [string, string];
  figures: readonly [PlanFigures, PlanFigures];
}) {
  const settings = useSettings();
  const rows: [string, (f: PlanFigures) => string, (f: PlanFigures) => number][] = [
    ['Hands-on', (f) => aboutTime(f.handsOnMin), (f) => f.handsOnMin],
    ['Product', (f) => formatVolume(f.productL, settings.unitSystem), (f) => f.productL],
    ['Cans still to buy', (f) => money(f.price, settings.currency), (f) => f.price],
    [
      'Light use, by itself',
      (f) => (f.lightUseAtMin === null ? 'not known' : dayName(f.lightUseAtMin, settings.timeZone)),
      (f) => f.lightUseAtMin ?? 0,
    ],
    ['Steps', (f) => String(f.steps), (f) => f.steps],
    ['Findings', (f) => (f.findings.length === 0 ? 'none' : String(f.findings.length)), (f) => f.findings.length],
  ];
  return (
    <ScrollRegion label="Figures of both plans">
      <Table>
        <TableHead>
          <TableRow>
            <TableCell>
              <span className="visually-hidden">Figure</span>
            </TableCell>
            {names.map((n, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: two plans may carry one name
              <TableCell key={i}>{n}</TableCell>
            ))}
          </TableRow>
        </TableHead>
        <TableBody>
          {rows.map(([what, said, value]) => {
            const [a, b] = figures.map(value) as [number, number];
            return (
              <TableRow key={what}>
                <TableCell component="th" scope="row">
                  {what}
                </TableCell>
                <TableCell className="n">{a < b ? <b>{said(figures[0])}</b> : said(figures[0])}</TableCell>
                <TableCell className="n">{b < a ? <b>{said(figures[1])}</b> : said(figures[1])}</TableCell>
              </TableRow>
            );
          })}
        </TableBody>
      </Table>
    </ScrollRegion>
  );
}

const timesOf = ({ times, products }: PlanComparison['differences'][number]['one']): string =>
  times === 0 ? '–' : [times > 1 ? `${times}×` : 'once', ...products].join(', ');

function Differences({
  names,
  differences,
}: {
  names: readonly [string, string];
  differences: PlanComparison['differences'];
}) {
  if (differences.length === 0) return <Typography>Both plans take the same steps.</Typography>;
  const zones = [...new Set(differences.map((d) => d.zoneId))];
  return (
    <ScrollRegion label="Steps that differ">
      <Table>
        <TableHead>
          <TableRow>
            <TableCell>Steps that differ</TableCell>
            <TableCell>{names[0]}</TableCell>
            <TableCell>{names[1]}</TableCell>
          </TableRow>
        </TableHead>
        {zones.map((zone) => (
          <TableBody key={zone ?? 'piece'}>
            <TableRow>
              <TableCell component="th" scope="rowgroup" colSpan={3}>
                {zone ? zoneNames[zone] : 'Whole piece'}
              </TableCell>
            </TableRow>
            {differences
              .filter((d) => d.zoneId === zone)
              .map((d) => (
                <TableRow key={d.kind}>
                  <TableCell>{stepKind(d.kind).verb}</TableCell>
                  <TableCell>{timesOf(d.one)}</TableCell>
                  <TableCell>{timesOf(d.other)}</TableCell>
                </TableRow>
              ))}
          </TableBody>
        ))}
      </Table>
    </ScrollRegion>
  );
}

function Against({
  names,
  figures,
}: {
  names: readonly [string, string];
  figures: readonly [PlanFigures, PlanFigures];
}) {
  if (figures.every((f) => f.findings.length === 0))
    return <Typography variant="body2">Nothing stands against either.</Typography>;
  return (
    <Fields>
      {figures.map((f, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: always the same two
        <Stack key={i}>
          <Typography variant="h3">{names[i]}</Typography>
          {f.findings.length === 0 ? <Typography variant="body2">Nothing stands against it.</Typography> : null}
          {f.findings.map((x) => (
            <Alert key={x.sentence} severity={x.severity.startsWith('stop') ? 'error' : 'warning'}>
              {x.sentence}
            </Alert>
          ))}
        </Stack>
      ))}
    </Fields>
  );
}

/** Two plans of one piece side by side: the one that is worked to, and one that is kept. */
export default function Compare() {
  const { piece, result } = usePieceContext();
  const edit = useEditPiece(piece.id);
  const swap = useSwap(piece);
  const [name, setName] = useState('');
  const [picked, setPicked] = useState<string | null>(null);
  const kept = piece.keptPlans.find((p) => p.id === picked) ?? piece.keptPlans.at(-1);
  const plans = usePlans(piece, kept);
  if (!result?.ok || result.value.steps.length === 0) return <NotYet result={result} piece={piece} />;
  const keep = () => {
    const [id, at] = [newId(), nowIso()];
    const called = name.trim().slice(0, 200) || namedAfterLooks(piece);
    edit(`Keep the plan “${called}”`, (draft) => {
      draft.keptPlans.push(keepPlan(current(draft) as Piece, id, called, at) as Draft<KeptPlan>);
    });
    setName('');
    setPicked(id);
    say({ text: `Kept: ${called}. Change looks or choices under Plan, and compare.` });
  };
  const names = ['The plan you work to', kept?.name ?? ''] as const;
  return (
    <Stack style={{ gap: 20, maxWidth: 900 }}>
      <Typography>
        The plan you work to:{' '}
        <b>
          {result.value.zones
            .filter((z) => z.id !== 'hardware' && lookOf(piece, z.id as ZoneId) !== 'leave')
            .map((z) => `${zoneNames[z.id].toLowerCase()} ${lookNames[lookOf(piece, z.id)].toLowerCase()}`)
            .join(', ')}
        </b>
        .
      </Typography>
      <Stack direction="row" style={{ alignItems: 'end' }}>
        <TextField
          label="Keep this plan as"
          value={name}
          placeholder={namedAfterLooks(piece)}
          onChange={(e) => setName(e.target.value)}
          sx={{ maxWidth: 420 }}
        />
        <Button variant="outlined" onClick={keep}>
          Keep it
        </Button>
      </Stack>
      {!kept && (
        <Typography variant="body2">
          Keep the plan as it stands, then choose other looks or products under Plan: both are held side by side here.
        </Typography>
      )}
      {kept && (
        <>
          {piece.keptPlans.length > 1 && (
            <Keys
              legend="Compare with"
              value={kept.id}
              onPick={setPicked}
              choices={piece.keptPlans.map((p) => ({ value: p.id, name: p.name }))}
            />
          )}
          {plans === undefined && <Typography variant="body2">Working it out…</Typography>}
          {plans?.ok === false && plans.issues.map((i) => <Typography key={i.code + i.path}>{i.message}</Typography>)}
          {plans?.ok && (
            <>
              <Figures names={names} figures={[plans.value.one, plans.value.other]} />
              <Differences names={names} differences={plans.value.differences} />
              <Against names={names} figures={[plans.value.one, plans.value.other]} />
            </>
          )}
          <Stack direction="row">
            <Button variant="contained" onClick={() => swap(kept)}>
              Work to “{kept.name}”
            </Button>
            <Button
              onClick={() => {
                edit(`Let go of the plan “${kept.name}”`, (draft) => {
                  draft.keptPlans = draft.keptPlans.filter((p) => p.id !== kept.id);
                });
                say({ text: `Let go of ${kept.name}.`, action: { name: 'Undo', run: () => theStore().undo() } });
              }}
            >
              Let go of it
            </Button>
          </Stack>
        </>
      )}
    </Stack>
  );
}
