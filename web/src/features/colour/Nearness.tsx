import { nearness } from '@cosmesis/core/colour';
import { upperFirst } from '@cosmesis/core/finishing';
import Typography from '@mui/material/Typography';
import { Term } from '../../ui/Term';

/** How near a colour comes: in words first, then as a figure. */
export function Nearness({ deltaE, besides = '' }: { deltaE: number; besides?: string }) {
  return (
    <div>
      <Typography variant="h3" component="p">
        {upperFirst(nearness(deltaE))}
      </Typography>
      <Typography>
        <Term id="deltaE">ΔE</Term> <b>{deltaE.toFixed(1)}</b>
        {besides}
      </Typography>
    </div>
  );
}
