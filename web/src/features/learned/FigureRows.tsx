import type { LeftOut, TaughtFigure } from '@cosmesis/core/learning';
import { figureName } from '@cosmesis/core/reckoning';
import { duration, formatVolume, fullDate, minuteOf } from '@cosmesis/core/units';
import type { Product } from '@cosmesis/core/workshop';
import ExpandMore from '@mui/icons-material/ExpandMore';
import Accordion from '@mui/material/Accordion';
import AccordionDetails from '@mui/material/AccordionDetails';
import AccordionSummary from '@mui/material/AccordionSummary';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { Link } from 'react-router';
import { theStore } from '../../store/theStore';
import { useParts } from '../../store/useWorkshop';
import { HeadRow } from '../../ui/HeadRow';
import { toPiece } from '../../ui/links';
import { ScrollRegion } from '../../ui/ScrollRegion';
import { say } from '../../ui/say';
import { figureKinds } from './figureKinds';

const leftWords: Readonly<Record<LeftOut, string>> = {
  guess: 'a guess: teaches nothing',
  corrected: 'put right afterwards: teaches nothing',
  'as-planned': 'taken over as planned: teaches nothing',
  'left-running': 'ran on too long to be work: teaches nothing',
  forgotten: 'forgotten',
};

/** The rate of a label goes down as more is used; other amounts and times go up. */
function inWords(figure: TaughtFigure, product: Product | undefined): { typical: string; yours: string } {
  const { belief, of } = figure;
  const rate = of.kind === 'litres' && !product?.perPlaceL ? (product?.spreadM2PerL?.likely ?? null) : null;
  if (rate !== null) {
    const yours = belief && rate / belief.factor;
    return {
      typical: `${rate.toFixed(1)} m²/L`,
      yours: belief && yours ? `${yours.toFixed(1)} ± ${(yours * belief.sdLog).toFixed(1)} m²/L` : '–',
    };
  }
  return {
    typical: 'as typical',
    yours: belief ? `${belief.factor.toFixed(2)} ± ${(belief.factor * belief.sdLog).toFixed(2)} times` : '–',
  };
}

function Evidence({ figure }: { figure: TaughtFigure }) {
  const { pieces, settings } = useParts('pieces', 'settings');
  const { timeZone, unitSystem } = settings;
  const { kind } = figure.of;
  const amount = (x: number) =>
    kind === 'litres'
      ? formatVolume(x, unitSystem)
      : kind === 'hides' || kind === 'uses'
        ? x.toFixed(1)
        : duration(Math.max(1, Math.round(x)));
  let counted = -1;
  return (
    <ScrollRegion label="What it was learnt from">
      <Table>
        <HeadRow of={['When', 'Piece', { name: 'Typical', figures: true }, { name: 'Was', figures: true }, 'Counts']} />
        <TableBody>
          {figure.evidence.map((e) => {
            if (e.left === null) counted += 1;
            const weight = figure.belief?.weights[counted] ?? 1;
            return (
              <TableRow key={e.entryIds.join()}>
                <TableCell>{fullDate(minuteOf(e.at), timeZone)}</TableCell>
                <TableCell>
                  {e.pieceId === null ? 'all' : <Link to={toPiece(e.pieceId, 'work')}>{pieces[e.pieceId]?.name}</Link>}
                </TableCell>
                <TableCell align="right">{amount(e.typical)}</TableCell>
                <TableCell align="right">{amount(e.actual)}</TableCell>
                <TableCell>
                  {e.left ? leftWords[e.left] : weight < 0.5 ? 'hardly: far off the others' : 'yes'}
                </TableCell>
              </TableRow>
            );
          })}
        </TableBody>
      </Table>
    </ScrollRegion>
  );
}

function Figure({ figure }: { figure: TaughtFigure }) {
  const { products } = useParts('products');
  const { key, of, belief, frozen } = figure;
  const name = figureName(figure, products);
  const { typical, yours } = inWords(figure, 'productId' in of ? products[of.productId] : undefined);
  const { goes } = figureKinds.find((k) => k.value === of.kind)!;
  const count = belief?.count ?? 0;
  const set = (words: string, said: { frozen?: { factor: number; sdLog: number; count: number }; since?: string }) => {
    theStore().transact(words, (draft) => {
      draft.settings.learning = { ...draft.settings.learning, [key]: said };
    });
    say({ text: `${words}: ${name}.`, action: { name: 'Undo', run: () => theStore().undo() } });
  };
  const freeze = () =>
    belief && set('Frozen', { frozen: { factor: belief.factor, sdLog: belief.sdLog, count: belief.count } });
  const release = () => {
    theStore().transact('Learn on', (draft) => {
      delete draft.settings.learning?.[key];
    });
    say({ text: `Learns on: ${name}.` });
  };
  const forgotten = figure.evidence.some((e) => e.left === 'forgotten');
  return (
    <Accordion disableGutters>
      <AccordionSummary expandIcon={<ExpandMore />}>
        <Stack
          direction="row"
          useFlexGap
          sx={{ width: 1, flexWrap: 'wrap', gap: '2px 16px', justifyContent: 'space-between', alignItems: 'baseline' }}
        >
          <span>{name}</span>
          <span>
            typical {typical === 'as typical' ? '1' : typical}, yours <b>{yours}</b>{' '}
            <span style={{ color: 'var(--ink-2)' }}>
              {frozen
                ? 'frozen'
                : count === 0
                  ? 'nothing counts yet'
                  : `after ${count} ${goes}${count === 1 ? '' : 's'}`}
            </span>
          </span>
        </Stack>
      </AccordionSummary>
      <AccordionDetails>
        <Stack spacing={2}>
          <Evidence figure={figure} />
          <Stack direction="row" useFlexGap sx={{ flexWrap: 'wrap', gap: 1 }}>
            {frozen || forgotten ? (
              <Button variant="outlined" onClick={release}>
                Learn from all of it again
              </Button>
            ) : (
              <Button variant="outlined" disabled={!belief} onClick={freeze}>
                Freeze it as it is
              </Button>
            )}
            {!forgotten && (
              <Button
                variant="outlined"
                onClick={() => set('Forgotten', { since: new Date(Date.now()).toISOString() })}
              >
                Forget it, begin anew
              </Button>
            )}
          </Stack>
        </Stack>
      </AccordionDetails>
    </Accordion>
  );
}

/** Figures of one kind: the typical one, this workshop's own, how sure, and what it was learnt from. */
export function FigureRows({ name, figures }: { name: string; figures: readonly TaughtFigure[] }) {
  return (
    <Stack component="section" aria-label={name} spacing={1}>
      <Typography variant="h2">{name}</Typography>
      <div>
        {figures.map((f) => (
          <Figure key={f.key} figure={f} />
        ))}
      </div>
    </Stack>
  );
}
