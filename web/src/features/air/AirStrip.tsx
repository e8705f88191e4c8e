import { type AirBreach, airVerdict } from '@cosmesis/core/climate';
import { latestReading } from '@cosmesis/core/deeds';
import { formatTemperature, formatTemperatureDifference, minuteOf, type UnitSystem } from '@cosmesis/core/units';
import type { Product, Reading, Workshop } from '@cosmesis/core/workshop';
import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import { styled } from '@mui/material/styles';
import { lazy, Suspense, useMemo, useState } from 'react';
import { useNowMin } from '../../store/useNowMin';
import { useDraws, useSummaries } from '../../store/useSummaries';
import { useParts, useWorkshopPart } from '../../store/useWorkshop';
import { duration } from '../../ui/formatTime';

const AirDialog = lazy(() => import('./AirDialog'));

/** A reading older than this says little about now, minutes. */
const oldReadingMin = 180;

const breachWords = (b: AirBreach, system: UnitSystem): string => {
  const temp = (t: number) => formatTemperature(t, system);
  const percent = (f: number) => `${Math.round(f * 100)} %`;
  switch (b.limit) {
    case 'too-cold':
      return `too cold, label asks for ${temp(b.bound)}`;
    case 'too-warm':
      return `too warm, label allows ${temp(b.bound)}`;
    case 'too-damp':
      return `too damp, label allows ${percent(b.bound)}`;
    case 'near-dew-point':
      return `surface ${formatTemperatureDifference(b.value, system)} above dew point, label asks for ${formatTemperatureDifference(b.bound, system)}`;
  }
};

/** Products that coats still to come will need. */
function useProductsAhead(): Product[] {
  const products = useWorkshopPart(productsOf);
  const draws = useDraws();
  return useMemo(() => {
    const ids = new Set(draws.map((d) => d.productId));
    const coats = new Set(['conditioner', 'stain', 'sealer', 'blocker', 'primer', 'paint', 'clear']);
    return [...ids].flatMap((id) => products[id] ?? []).filter((p) => coats.has(p.kind));
  }, [draws, products]);
}

const productsOf = (w: Workshop) => w.products;

const short = (p: Product): string => p.name.split(',')[0]!;

function Verdicts({
  reading,
  products,
  missing,
  system,
}: {
  reading: Reading;
  products: readonly Product[];
  /** Pieces whose coats are not worked out yet. */
  missing: number;
  system: UnitSystem;
}) {
  const held = products.map((p) => ({ p, breaches: airVerdict(p.air, reading).breaches }));
  const may = held.filter((x) => x.breaches.length === 0);
  const not = held.filter((x) => x.breaches.length > 0);
  if (products.length === 0)
    return <span>{missing > 0 ? 'Working out what is to be coated…' : 'No coats are planned yet.'}</span>;
  return (
    <>
      {may.length > 0 && (
        <span className="may">
          Within the label’s limits:{' '}
          {not.length === 0
            ? `${may.length === 1 ? 'the one coat' : `${missing > 0 ? '' : 'all '}${may.length} coats`} planned${missing > 0 ? ' so far' : ''}`
            : may
                .slice(0, 3)
                .map((x) => short(x.p))
                .join('; ')}
          {not.length > 0 && may.length > 3 ? ` and ${may.length - 3} more` : ''}
        </span>
      )}
      {not.length > 0 && (
        <span className="maynot">
          Not now: {short(not[0]!.p)}, {breachWords(not[0]!.breaches[0]!, system)}
          {not.length > 1 ? `; ${not.length - 1} more` : ''}
        </span>
      )}
    </>
  );
}

const Strip = styled('section')({
  flex: 1,
  display: 'flex',
  alignItems: 'center',
  gap: '6px 22px',
  padding: '0 0 0 20px',
  minHeight: 56,
  flexWrap: 'wrap',
  '& b': { fontFamily: 'var(--mono)', fontWeight: 600, fontSize: 18 },
  '& .MuiButtonBase-root': {
    font: 'inherit',
    minHeight: 48,
    gap: '6px 18px',
    flexWrap: 'wrap',
    justifyContent: 'start',
    textAlign: 'left',
    '&:focus-visible': { outlineColor: '#fff' },
  },
  // What may go on stands on its base, what may not on its tip.
  '& .may::before, & .maynot::before': {
    content: '""',
    display: 'inline-block',
    width: 12,
    height: 12,
    marginRight: 8,
  },
  '& .may::before': { background: '#7fd0bd', clipPath: 'polygon(50% 0, 100% 100%, 0 100%)' },
  '& .maynot::before': { background: '#f2978a', clipPath: 'polygon(0 0, 100% 0, 50% 100%)' },
  '@media (max-width: 760px)': { padding: '6px 0 6px 14px' },
});

/** Always on top: the air, its dew point, and in words what may go on now. */
export function AirStrip() {
  const { settings, readings } = useParts('settings', 'readings');
  const ahead = useProductsAhead();
  const { missing } = useSummaries();
  const nowMin = useNowMin();
  const [asking, setAsking] = useState(false);
  const system = settings.unitSystem;
  const reading = latestReading(readings);
  const ageMin = reading ? nowMin - minuteOf(reading.at) : 0;
  const verdict =
    reading &&
    airVerdict(
      {
        leastTempC: { value: 0, tag: 'own' },
        mostTempC: { value: 50, tag: 'own' },
        mostRelHumFrac: { value: 1, tag: 'own' },
        leastDewMarginK: { value: 0, tag: 'own' },
      },
      reading,
    );
  return (
    <Strip aria-label="Air">
      <ButtonBase onClick={() => setAsking(true)}>
        {reading && verdict ? (
          <>
            <span>{reading.space}</span>
            <b>{formatTemperature(reading.airTempC, system)}</b>
            <b>{Math.round(reading.relHumFrac * 100)} %</b>
            <span>
              dew point <b>{formatTemperature(verdict.dewPointC, system)}</b>
            </span>
            <span>
              {verdict.dewMarginK === null ? (
                'surface not measured'
              ) : (
                <>
                  surface <b>{formatTemperatureDifference(verdict.dewMarginK, system)}</b>
                </>
              )}
            </span>
          </>
        ) : (
          <Box component="span" sx={{ borderBottom: '2px dotted var(--strip-2)' }}>
            Type the air: temperature and humidity
          </Box>
        )}
        <span className="visually-hidden">Press to note the air now.</span>
      </ButtonBase>
      <Box
        sx={{
          ml: { xs: 0, md: 'auto' },
          display: 'flex',
          gap: '6px 14px',
          flexWrap: 'wrap',
          p: '4px 0',
          maxWidth: 640,
        }}
      >
        {reading && ageMin > oldReadingMin ? (
          <span className="maynot">This reading is {duration(ageMin)} old: press it and type a new one.</span>
        ) : (
          reading && <Verdicts reading={reading} products={ahead} missing={missing} system={system} />
        )}
      </Box>
      {asking && (
        <Suspense>
          <AirDialog onClose={() => setAsking(false)} />
        </Suspense>
      )}
    </Strip>
  );
}
