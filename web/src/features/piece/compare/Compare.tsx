import { lookNames, lookOf, stepKind } from '@cosmesis/core/finishing';
import { zoneNames } from '@cosmesis/core/piece';
import { keepPlan, type PlanComparison, type PlanFigures, takePlan } from '@cosmesis/core/reckoning';
import { formatVolume, type Result } from '@cosmesis/core/units';
import type { KeptPlan, Piece, ZoneId } from '@cosmesis/core/workshop';
import { current, type Draft } from 'immer';
import { useState } from 'react';
import useSWR from 'swr';
import { nameOf } from '../../../store/nameOf';
import { newId, nowIso, theStore } from '../../../store/theStore';
import { useEditPiece } from '../../../store/useEditPiece';
import { useNowMin } from '../../../store/useNowMin';
import { useShopKey } from '../../../store/useReckoning';
import { useSettings } from '../../../store/useWorkshop';
import { dayName, duration, money } from '../../../ui/formatTime';
import { Keys } from '../../../ui/Keys';
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
  const { data } = useSWR<Result<PlanComparison>, Error>(
    kept ? ['plans', key, nameOf(piece), nameOf(kept)].join('/') : null,
    () => callCore('plans', [piece.id, kept as KeptPlan, nowMin], { key: 'plans', needs: [piece.id] }),
    { compare: Object.is, keepPreviousData: true, revalidateOnFocus: false, revalidateIfStale: false },
  );
  return data;
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
    ['Hands-on', (f) => duration(f.handsOnMin), (f) => f.handsOnMin],
    ['Product', (f) => formatVolume(f.productL, settings.unitSystem), (f) => f.productL],
    ['Cans', (f) => money(f.price, settings.currency), (f) => f.price],
    [
      'Light use',
      (f) => (f.lightUseAtMin === null ? 'not known' : dayName(f.lightUseAtMin, settings.timeZone)),
      (f) => f.lightUseAtMin ?? 0,
    ],
    ['Steps', (f) => String(f.steps), (f) => f.steps],
    ['Findings', (f) => (f.findings.length === 0 ? 'none' : String(f.findings.length)), (f) => f.findings.length],
  ];
  return (
    <ScrollRegion label="Figures of both plans">
      <table className="figures">
        <thead>
          <tr>
            <td />
            {names.map((n, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: two plans may carry one name
              <th key={i} scope="col">
                {n}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(([what, said, value]) => {
            const [a, b] = figures.map(value) as [number, number];
            return (
              <tr key={what}>
                <th scope="row">{what}</th>
                <td className="n">{a < b ? <b>{said(figures[0])}</b> : said(figures[0])}</td>
                <td className="n">{b < a ? <b>{said(figures[1])}</b> : said(figures[1])}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
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
  if (differences.length === 0) return <p>Both plans take the same steps.</p>;
  const zones = [...new Set(differences.map((d) => d.zoneId))];
  return (
    <ScrollRegion label="Steps that differ">
      <table className="figures">
        <thead>
          <tr>
            <th scope="col">Steps that differ</th>
            <th scope="col">{names[0]}</th>
            <th scope="col">{names[1]}</th>
          </tr>
        </thead>
        {zones.map((zone) => (
          <tbody key={zone ?? 'piece'}>
            <tr>
              <th scope="rowgroup" colSpan={3}>
                {zone ? zoneNames[zone] : 'Whole piece'}
              </th>
            </tr>
            {differences
              .filter((d) => d.zoneId === zone)
              .map((d) => (
                <tr key={d.kind}>
                  <td>{stepKind(d.kind).verb}</td>
                  <td>{timesOf(d.one)}</td>
                  <td>{timesOf(d.other)}</td>
                </tr>
              ))}
          </tbody>
        ))}
      </table>
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
  if (figures.every((f) => f.findings.length === 0)) return <p className="quiet">Nothing stands against either.</p>;
  return (
    <div className="fields">
      {figures.map((f, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: always the same two
        <div key={i} className="stack">
          <h3>{names[i]}</h3>
          {f.findings.length === 0 ? <p className="quiet">Nothing stands against it.</p> : null}
          {f.findings.map((x) => (
            <p key={x.sentence} className={`finding ${x.severity.startsWith('stop') ? 'stop' : ''}`}>
              {x.sentence}
            </p>
          ))}
        </div>
      ))}
    </div>
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
    <div className="stack" style={{ gap: 20, maxWidth: 900 }}>
      <p>
        The plan you work to:{' '}
        <b>
          {result.value.zones
            .filter((z) => z.id !== 'hardware' && lookOf(piece, z.id as ZoneId) !== 'leave')
            .map((z) => `${zoneNames[z.id].toLowerCase()} ${lookNames[lookOf(piece, z.id)].toLowerCase()}`)
            .join(', ')}
        </b>
        .
      </p>
      <div className="row" style={{ alignItems: 'end' }}>
        <label className="text-field">
          <span>Keep this plan as</span>
          <input value={name} placeholder={namedAfterLooks(piece)} onChange={(e) => setName(e.target.value)} />
        </label>
        <button type="button" className="line" onClick={keep}>
          Keep it
        </button>
      </div>
      {!kept && (
        <p className="quiet">
          Keep the plan as it stands, then choose other looks or products under Plan: both are held side by side here.
        </p>
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
          {plans === undefined && <p className="quiet">Working it out…</p>}
          {plans?.ok === false && plans.issues.map((i) => <p key={i.code + i.path}>{i.message}</p>)}
          {plans?.ok && (
            <>
              <Figures names={names} figures={[plans.value.one, plans.value.other]} />
              <Differences names={names} differences={plans.value.differences} />
              <Against names={names} figures={[plans.value.one, plans.value.other]} />
            </>
          )}
          <div className="row">
            <button type="button" className="go" onClick={() => swap(kept)}>
              Work to “{kept.name}”
            </button>
            <button
              type="button"
              className="plain"
              onClick={() => {
                edit(`Let go of the plan “${kept.name}”`, (draft) => {
                  draft.keptPlans = draft.keptPlans.filter((p) => p.id !== kept.id);
                });
                say({ text: `Let go of ${kept.name}.`, action: { name: 'Undo', run: () => theStore().undo() } });
              }}
            >
              Let go of it
            </button>
          </div>
        </>
      )}
    </div>
  );
}
