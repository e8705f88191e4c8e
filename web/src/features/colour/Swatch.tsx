import { colourWords, hexOf, type Lab, labWords, onScreen } from '@cosmesis/core/colour';
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';

/** A colour with its words and figures: no colour is ever only colour. */
export function Swatch({ lab, name, large = false }: { lab: Lab; name?: string; large?: boolean }) {
  const words = colourWords(lab);
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: `${large ? 112 : 56}px minmax(0, 1fr)`, gap: 1.5 }}>
      <Box
        role="img"
        aria-label={`${name ? `${name}: ` : ''}${words}, on this screen`}
        sx={{ background: hexOf(lab), border: '1.5px solid var(--ink)', height: large ? 88 : 56 }}
      />
      <div>
        {name && <Typography sx={{ fontWeight: 650 }}>{name}</Typography>}
        <Typography>{words}</Typography>
        <Typography variant="body2" sx={{ fontFamily: 'var(--mono)' }}>
          {labWords(lab)}
        </Typography>
        {!onScreen(lab) && <Typography variant="body2">Stronger than this screen can show.</Typography>}
      </div>
    </Box>
  );
}
