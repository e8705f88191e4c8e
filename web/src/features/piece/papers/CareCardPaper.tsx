import { zoneNames } from '@cosmesis/core/piece';
import type { Reckoning } from '@cosmesis/core/reckoning';
import { careCard } from '@cosmesis/core/takeaway';
import { dayName } from '@cosmesis/core/units';
import type { Piece } from '@cosmesis/core/workshop';
import Box from '@mui/material/Box';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useParts } from '../../../store/useWorkshop';

/** The card that goes with a piece: what is on it, from when it may be used, and how it is looked after. */
export function CareCardPaper({ piece, reckoning }: { piece: Piece; reckoning: Reckoning }) {
  const { products, settings } = useParts('products', 'settings');
  const { lightUseAtMin, curedAtMin, surfaces, always } = careCard(reckoning, products);
  const day = (minute: number) => dayName(minute, settings.timeZone);
  return (
    <Box component="section" aria-label="Care card" sx={{ border: '2px solid var(--ink)', p: 3, maxWidth: 620 }}>
      <Stack spacing={2}>
        <Typography variant="h2">{piece.name}: how to look after it</Typography>
        <Typography>
          {lightUseAtMin !== null && (
            <>
              Use it lightly from <b>{day(lightUseAtMin)}</b>.{' '}
            </>
          )}
          {curedAtMin !== null && (
            <>
              It is fully hard on <b>{day(curedAtMin)}</b>.
            </>
          )}
        </Typography>
        {surfaces.map((s) => (
          <div key={s.top}>
            <Typography variant="h3">{s.zones.map((z) => zoneNames[z]).join(', ')}</Typography>
            <Typography variant="body2">{s.top}</Typography>
            <Typography>{s.care}</Typography>
          </div>
        ))}
        {always.map((line) => (
          <Typography key={line}>{line}</Typography>
        ))}
        <Typography variant="body2">
          {settings.name}. Common practice; what the label of a product says comes first.
        </Typography>
      </Stack>
    </Box>
  );
}
