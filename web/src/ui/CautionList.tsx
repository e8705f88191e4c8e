import { cautionDefers } from '@cosmesis/core/finishing';
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';

/** Cautions as one block, and where every caution ends. */
export function CautionList({ cautions }: { cautions: readonly string[] }) {
  return (
    <Box
      sx={{
        background: 'var(--amber-tint)',
        borderLeft: '8px solid var(--amber)',
        p: '8px 14px',
        fontSize: 16,
        '& ul': { m: '0 0 6px', pl: 2.5 },
        '& li': { m: '2px 0' },
      }}
    >
      <ul>
        {cautions.map((c) => (
          <li key={c}>{c}</li>
        ))}
      </ul>
      <Typography variant="body2">{cautionDefers}</Typography>
    </Box>
  );
}
