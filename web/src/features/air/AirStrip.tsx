import { latestReading } from '@cosmesis/core/deeds';
import { spaceOf } from '@cosmesis/core/reckoning';
import { dayTime, duration, formatTemperature, formatTemperatureDifference } from '@cosmesis/core/units';
import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import { styled } from '@mui/material/styles';
import { lazy, Suspense, useState } from 'react';
import { useLocation } from 'react-router';
import { useAirNow } from '../../store/useAirNow';
import { useNowMin } from '../../store/useNowMin';
import { none, useSummaries } from '../../store/useSummaries';
import { useParts } from '../../store/useWorkshop';
import { mayNotWords, mayWords } from './airWords';

const AirDialog = lazy(() => import('./AirDialog'));
const Instruments = lazy(() => import('./Instruments'));

/** A reading older than this says little about now, minutes. */
const oldReadingMin = 180;

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
  '@media (max-width: 760px)': { padding: '6px 0 6px 14px', alignContent: 'start' },
});

/** Always on top: the air of the space a piece stands in, or of the usual one, its dew point, and in words what may go on until when. */
export function AirStrip() {
  const { settings, readings, pieces } = useParts('settings', 'readings', 'pieces');
  const { pathname } = useLocation();
  const pieceId = /^\/pieces\/([^/]+)/.exec(pathname)?.[1] ?? null;
  const { missing } = useSummaries(none);
  const nowMin = useNowMin();
  const air = useAirNow(pieceId);
  const [asking, setAsking] = useState(false);
  const { unitSystem: system, timeZone, instruments, spaces } = settings;
  const piece = pieceId === null ? undefined : pieces[pieceId];
  const last = air ? undefined : latestReading(readings, spaceOf(piece ?? {}, spaces)?.name);
  const at = (minute: number) => dayTime(minute, nowMin, timeZone);
  const may = air && mayWords(air.coats, missing, at);
  const mayNot = air && mayNotWords(air.coats, system, at);
  const ageMin = air?.readAtMin == null ? null : nowMin - air.readAtMin;
  return (
    // What lies under it does not move when it is told: on a phone it takes two lines more then.
    <Strip aria-label="Air" sx={last && { minHeight: { xs: 130, md: 56 } }}>
      {instruments && (
        <Suspense>
          <Instruments />
        </Suspense>
      )}
      <ButtonBase onClick={() => setAsking(true)}>
        {air ? (
          <>
            <span>{air.space}</span>
            <b>{formatTemperature(air.airTempC, system)}</b>
            <b>{Math.round(air.relHumFrac * 100)} %</b>
            <span>
              dew point <b>{formatTemperature(air.dewPointC, system)}</b>
            </span>
            <span>
              {air.dewMarginK === null ? (
                'surface not measured'
              ) : (
                <>
                  surface <b>{formatTemperatureDifference(air.dewMarginK, system)}</b>
                </>
              )}
            </span>
            {air.readAtMin === null && <span>as expected, not read</span>}
            {air.readAtMin !== null && air.olderThanForecast && <span>read before the forecast</span>}
          </>
        ) : last ? (
          // As it was read last, until what it means is told.
          <>
            <span>{last.space}</span>
            <b>{formatTemperature(last.airTempC, system)}</b>
            <b>{Math.round(last.relHumFrac * 100)} %</b>
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
          maxWidth: 560,
        }}
      >
        {air && ageMin !== null && ageMin > oldReadingMin ? (
          <span className="maynot">This reading is {duration(ageMin)} old: press it and type a new one.</span>
        ) : (
          air && (
            <>
              {air.coats.length === 0 && (
                <span>{missing > 0 ? 'Working out what is to be coated…' : 'No coats are planned here yet.'}</span>
              )}
              {may && <span className="may">{may}</span>}
              {mayNot && <span className="maynot">{mayNot}</span>}
            </>
          )
        )}
      </Box>
      {asking && (
        <Suspense>
          <AirDialog space={air?.spaceId == null ? null : air.space} onClose={() => setAsking(false)} />
        </Suspense>
      )}
    </Strip>
  );
}
