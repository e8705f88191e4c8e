import type { Finding } from '@cosmesis/core/finishing';
import { doWhat, methodNames } from '@cosmesis/core/finishing';
import { zoneNames } from '@cosmesis/core/piece';
import { bandsOf, type Reckoning, rangeOf, type Sitting, sittingsOf, sittingWords } from '@cosmesis/core/reckoning';
import { aboutTime, dayName, dayTime, formatAbout, formatVolume, type UnitSystem } from '@cosmesis/core/units';
import type { Piece } from '@cosmesis/core/workshop';
import Box from '@mui/material/Box';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useNowMin } from '../../../store/useNowMin';
import { useParts } from '../../../store/useWorkshop';
import { CautionList } from '../../../ui/CautionList';
import { TickBox } from '../../../ui/layout';
import { StepStick } from '../../../ui/StepStick';
import { severityWords } from '../severityWords';

/** What stands against the plan, and what was set aside with which reason: it goes with the papers. */
function Standing({ findings }: { findings: readonly Finding[] }) {
  const open = findings.filter((f) => f.overruledBecause === null && f.severity !== 'advice');
  const overruled = findings.filter((f) => f.overruledBecause !== null);
  if (open.length + overruled.length === 0) return null;
  return (
    <Stack component="section" aria-label="Findings">
      <Typography variant="h2">What stands against it</Typography>
      <Stack component="ul" className="bare">
        {open.map((f) => (
          <li key={f.id}>
            <b>{severityWords[f.severity]}:</b> {f.sentence}
          </li>
        ))}
        {overruled.map((f) => (
          <li key={f.id}>
            <b>Overruled:</b> {f.sentence} <i>Reason: {f.overruledBecause}</i>
          </li>
        ))}
      </Stack>
    </Stack>
  );
}

/** Litres of a sitting: as logged where they are, as planned where not. */
const amountOf = (sitting: Sitting, unitSystem: UnitSystem): string => {
  const logged = sitting.steps.filter((x) => x.actualL !== null);
  if (logged.length === 0) return sitting.litres.map((l) => formatAbout(rangeOf(l), unitSystem)).join(', ');
  return `${formatVolume(
    logged.reduce((sum, x) => sum + (x.actualL ?? 0), 0),
    unitSystem,
  )} used`;
};

/** The bench sheet of a piece: every sitting with room for a tick, its cautions, and what was overruled. */
export function BenchSheet({ piece, reckoning }: { piece: Piece; reckoning: Reckoning }) {
  const { settings, products } = useParts('settings', 'products');
  const nowMin = useNowMin();
  const { steps, zones, findings, totals } = reckoning;
  const sittings = sittingsOf(steps);
  const cautions = [...new Set(steps.flatMap((s) => s.cautions))];
  return (
    <Stack
      sx={{
        maxWidth: 820,
        gap: '18px',
        '& .stick.small, & .stick.small li': { flex: 1 },
        '& .stick.small': { display: 'flex' },
        '& .stick.small .band, & .stick.small .wood': { width: '100%' },
      }}
    >
      <Stack component="header" style={{ gap: 4 }}>
        <Typography variant="h2">{piece.name}: bench sheet</Typography>
        <Typography>
          {dayName(nowMin, settings.timeZone)} · {aboutTime(totals.handsOnMin)} hands-on
          {totals.lightUseAtMin !== null && <> · light use {dayName(totals.lightUseAtMin, settings.timeZone)}</>}
        </Typography>
      </Stack>
      {zones
        .filter((z) => steps.some((s) => s.step.zoneId === z.id))
        .map((z) => (
          <Stack direction="row" key={z.id} style={{ flexWrap: 'nowrap' }}>
            <b style={{ minWidth: 92 }}>{zoneNames[z.id]}</b>
            <StepStick
              small
              label={`${zoneNames[z.id]}: steps in order`}
              bands={bandsOf(
                steps.filter((s) => s.step.zoneId === z.id),
                undefined,
                () => null,
              )}
            />
          </Stack>
        ))}
      <Standing findings={findings} />
      {cautions.length > 0 && (
        <Stack component="section" aria-label="Cautions">
          <Typography variant="h2">Before you start</Typography>
          <CautionList cautions={cautions} />
        </Stack>
      )}
      <Stack component="section" aria-label="Sittings">
        <Typography variant="h2">Sittings</Typography>
        <Box
          component="ol"
          sx={{
            listStyle: 'none',
            m: 0,
            p: 0,
            '& li': {
              display: 'grid',
              gridTemplateColumns: { xs: '34px 1fr auto', md: '34px 1fr auto 84px' },
              gap: '4px 12px',
              alignItems: 'start',
              p: '8px 0',
              borderTop: '1px solid var(--line)',
              breakInside: 'avoid',
            },
            '& li .n:last-child': { textAlign: 'right', gridColumn: { xs: 3, md: 'auto' } },
          }}
        >
          {sittings.map((s) => (
            <li key={s.id}>
              <TickBox aria-hidden="true">{s.status === 'done' ? '✓' : ''}</TickBox>
              <span>
                <b>{sittingWords(s, doWhat)}</b>, {aboutTime(s.handsOnMin)}
                {s.litres.map(({ productId }) => ` · ${products[productId]?.name ?? productId}`)}
                {[...new Set(s.steps.flatMap((x) => (x.step.method ? methodNames[x.step.method] : [])))].map(
                  (method) => `, ${method}`,
                )}
                {s.cautions.map((c) => (
                  <Box
                    component="span"
                    key={c}
                    sx={{ display: 'block', fontSize: 16, '&::before': { content: '"▲ "' } }}
                  >
                    {c}
                  </Box>
                ))}
                {s.steps.map((x) => piece.stepNotes[x.step.id] && <i key={x.step.id}> {piece.stepNotes[x.step.id]}</i>)}
              </span>
              <span className="n">{dayTime(s.startMin, nowMin, settings.timeZone)}</span>
              <span className="n">{amountOf(s, settings.unitSystem)}</span>
            </li>
          ))}
        </Box>
      </Stack>
    </Stack>
  );
}
