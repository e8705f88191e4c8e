import { hardwareNames } from '@cosmesis/core/finishing';
import { buildFaces, shapeToDraw, type Zone, zoneNames, zoneOfFace, zonesOf } from '@cosmesis/core/piece';
import type { Reckoning } from '@cosmesis/core/reckoning';
import { bandsOf } from '@cosmesis/core/reckoning';
import type { Result } from '@cosmesis/core/units';
import type { Piece } from '@cosmesis/core/workshop';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { lazy, memo, useCallback, useDeferredValue, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { useParts } from '../../../store/useWorkshop';
import { Held, holdsOf } from '../../../ui/Held';
import { PlanGrid } from '../../../ui/layout';
import { toPiece } from '../../../ui/links';
import { PieceDrawing } from '../../../ui/PieceDrawing';
import { StepStick } from '../../../ui/StepStick';
import { Term } from '../../../ui/Term';
import { faceColours, faceStripes } from '../../../ui/zoneLooks';
import type { Reckoned } from '../../../workers/Engine';
import { usePieceContext } from '../PieceFrame';
import { AllSteps } from './AllSteps';
import { CopyFinish } from './CopyFinish';
import { Findings } from './Findings';
import { FoldedByAddress } from './FoldedByAddress';
import { Inspector } from './Inspector';
import { LookFields } from './LookFields';
import { PlanWasOther } from './PlanWasOther';

const Advice = lazy(() => import('../advice/Advice'));
const Compare = lazy(() => import('../compare/Compare'));

const worstOf = (reckoning: Reckoning) => (stepId: string) => {
  const found = reckoning.findings.filter((f) => f.stepId === stepId && f.overruledBecause === null);
  if (found.some((f) => f.severity === 'stop' || f.severity === 'stop-locked')) return 'stop' as const;
  return found.some((f) => f.severity === 'warn') ? ('warn' as const) : null;
};

function ZoneRow({
  piece,
  zone,
  reckoning,
  nextId,
  selectedId,
  onSelect,
}: {
  piece: Piece;
  zone: Zone;
  reckoning: Reckoning | undefined;
  nextId: string | undefined;
  selectedId: string | null;
  onSelect: (id: string) => void;
}) {
  const steps = reckoning?.steps.filter((s) => s.step.zoneId === zone.id) ?? [];
  return (
    <Box component="section" sx={{ mb: 2, minWidth: 0 }} aria-label={zoneNames[zone.id]}>
      {zone.id === 'hardware' ? (
        <Stack direction="row">
          <Typography variant="h2" style={{ minWidth: 92 }}>
            {zoneNames[zone.id]}
          </Typography>
          <span>{hardwareNames[piece.hardware.treatment]}</span>
        </Stack>
      ) : (
        <LookFields piece={piece} zone={zone} />
      )}
      {steps.length > 0 && reckoning && (
        <StepStick
          label={`${zoneNames[zone.id]}: steps in order`}
          bands={bandsOf(steps, nextId, worstOf(reckoning))}
          selectedId={selectedId}
          onSelect={onSelect}
        />
      )}
    </Box>
  );
}

/** The drawing and the sticks: everything but the step that is looked at. */
const PlanBody = memo(function PlanBody({
  piece,
  result,
  selectedId,
  onSelect,
}: {
  piece: Piece;
  result: Result<Reckoned> | undefined;
  selectedId: string | null;
  onSelect: (id: string) => void;
}) {
  const { products } = useParts('products');
  const [faces, zones] = useMemo(() => {
    const all = buildFaces(shapeToDraw(piece));
    return [all, zonesOf(piece, all)] as const;
  }, [piece]);
  const reckoning = result?.ok ? result.value : undefined;
  const nextId = nextOf(reckoning);
  const issues = result === undefined ? [] : result.ok ? result.value.issues : result.issues;
  return (
    <>
      <div className="drawing-side">
        <PieceDrawing
          faces={faces}
          colourOf={faceColours(piece, reckoning, 'finished')}
          stripesOf={faceStripes(piece, zones, products)}
          keptOf={(f) => zoneOfFace(piece, f) === 'uncounted'}
          title={`${piece.name}, as it will be`}
        />
        <Typography variant="body2">
          As it will be. Beside it: <Term id="stick" />.
        </Typography>
      </div>
      <div>
        {issues.map((i) => (
          <Alert severity="warning" key={i.path + i.code}>
            {i.message}
            {i.code.startsWith('dimension') && <Link to={toPiece(piece.id, 'survey')}>To the survey</Link>}
          </Alert>
        ))}
        {reckoning && <PlanWasOther piece={piece} reckoning={reckoning} />}
        {zones.map((zone) => (
          <ZoneRow
            key={zone.id}
            piece={piece}
            zone={zone}
            reckoning={reckoning}
            nextId={nextId}
            selectedId={selectedId}
            onSelect={onSelect}
          />
        ))}
        <CopyFinish piece={piece} />
        {reckoning && reckoning.steps.length > 0 && (
          <AllSteps piece={piece} reckoning={reckoning} selectedId={selectedId} onSelect={onSelect} />
        )}
      </div>
    </>
  );
});
const FindingsBelow = memo(Findings);

const nextOf = (reckoning: Reckoning | undefined): string | undefined =>
  [...(reckoning?.steps ?? [])]
    .filter((s) => s.status !== 'done' && s.handsOnMin > 0)
    .sort((a, b) => a.startMin - b.startMin)[0]?.step.id;

/** The finish plan: a step stick for each zone, the order of work, and the step that is looked at. */
export default function Plan() {
  const { piece, result } = usePieceContext();
  const [picked, setPicked] = useState<string | null>(null);
  const looked = useRef<HTMLDivElement>(null);
  /** Where the step stands below its stick, it is brought into view. */
  const pick = useCallback((id: string) => {
    setPicked(id);
    requestAnimationFrame(() => {
      const at = looked.current?.getBoundingClientRect();
      if (at && (at.top > innerHeight * 0.8 || at.bottom < 0)) looked.current?.scrollIntoView({ block: 'start' });
    });
  }, []);
  const reckoning = result?.ok ? result.value : undefined;
  const nextId = nextOf(reckoning);
  const selectedId = reckoning?.steps.some((s) => s.step.id === picked) ? picked : (nextId ?? null);
  const selected = reckoning?.steps.find((s) => s.step.id === selectedId);
  // The step one works at answers at once; the wide rest follows when there is time, and once: with its figures.
  // biome-ignore lint/correctness/useExhaustiveDependencies: a piece without the figures that go with it draws nothing new.
  const now = useMemo(() => ({ piece, result }), [result]);
  const later = useDeferredValue(now);
  const { piece: widePiece, result: wideResult } = later.result ? later : now;
  return (
    <>
      {reckoning &&
        holdsOf(reckoning.steps).map((hold) => (
          <Box key={hold.words} sx={{ mb: 2.5 }}>
            <Held piece={piece} hold={hold} />
          </Box>
        ))}
      <PlanGrid>
        <PlanBody piece={widePiece} result={wideResult} selectedId={selectedId} onSelect={pick} />
        <Stack component="aside" aria-label="The step looked at" ref={looked} sx={{ scrollMarginTop: 64 }}>
          {selected ? (
            <Inspector key={selected.step.id} piece={piece} reckoned={selected} steps={reckoning?.steps ?? []} />
          ) : (
            reckoning && (
              <Typography variant="body2">
                Choose a look for a zone: its steps appear below it, one after the other.
              </Typography>
            )
          )}
          {wideResult?.ok && <FindingsBelow reckoning={wideResult.value} piece={widePiece} onSelect={pick} />}
        </Stack>
      </PlanGrid>
      {reckoning && reckoning.steps.length > 0 && (
        <Box className="no-print" sx={{ mt: 4 }}>
          <FoldedByAddress
            id="advice"
            title="Other ways"
            note="for each old finish and each damage, side by side with what they cost"
          >
            <Advice />
          </FoldedByAddress>
          <FoldedByAddress
            id="compare"
            title="Plans kept"
            note={
              piece.keptPlans.length === 0
                ? 'keep this one, change it, and hold both side by side'
                : `${piece.keptPlans.length} beside this one`
            }
          >
            <Compare />
          </FoldedByAddress>
        </Box>
      )}
    </>
  );
}
