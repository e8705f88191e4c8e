import { learnedFrom, type TaughtFigure } from '@cosmesis/core/learning';
import { alwaysOff } from '@cosmesis/core/reckoning';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useMemo } from 'react';
import { useParts } from '../../store/useWorkshop';
import Apart from './Apart';
import { FigureRows } from './FigureRows';
import { figureKinds } from './figureKinds';

const ofKind = (figures: readonly TaughtFigure[], kind: TaughtFigure['of']['kind']) =>
  figures
    .filter((f) => f.of.kind === kind)
    .sort((a, b) => (b.belief?.count ?? 0) - (a.belief?.count ?? 0) || a.key.localeCompare(b.key));

/** What the log teaches: this workshop's own figures beside the typical ones, and where it is always off. */
export default function LearnedScreen() {
  const { pieces, products, settings, supplies } = useParts('pieces', 'products', 'settings', 'supplies');
  const figures = useMemo(
    () => learnedFrom({ pieces, products, settings, supplies }),
    [pieces, products, settings, supplies],
  );
  const off = alwaysOff(figures, products);
  const known = figures.filter((f) => f.belief).length;
  return (
    <Stack spacing={3}>
      <Typography variant="h1">What the log teaches</Typography>
      {known === 0 ? (
        <Typography>
          Nothing yet. Press Start and Done at a sitting, and note what was used: from the first one on, amounts and
          times are planned with figures of your own.
        </Typography>
      ) : (
        <Typography>
          {off ? <b>{off}</b> : 'Nothing is surely off the typical figures yet.'} All plans reckon with your own
          figures.
        </Typography>
      )}
      {figures.length > 0 && <Apart figures={figures} />}
      {figureKinds.map(({ value, name }) => {
        const own = ofKind(figures, value);
        return own.length > 0 && <FigureRows key={value} name={name} figures={own} />;
      })}
    </Stack>
  );
}
