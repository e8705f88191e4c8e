import ButtonBase from '@mui/material/ButtonBase';
import { styled } from '@mui/material/styles';

const phone = '@media (max-width: 760px)';
const narrow = '@media (max-width: 900px)';
const figures = { fontFamily: 'var(--mono)', fontVariantNumeric: 'tabular-nums' };

/** Fields side by side, as many as fit. */
export const Fields = styled('div')({
  display: 'grid',
  gap: 14,
  gridTemplateColumns: 'repeat(auto-fill, minmax(190px, 1fr))',
  alignItems: 'start',
  '& > legend + *': { gridColumnStart: 1 },
});

/** Ticks side by side, as many as fit. */
export const TickGrid = styled('div')({
  display: 'grid',
  gap: '0 14px',
  gridTemplateColumns: 'repeat(auto-fill, minmax(170px, 1fr))',
});

/** A figure read from two steps away. */
export const Big = styled('span')({ ...figures, display: 'block', fontWeight: 700, fontSize: 32, lineHeight: 1.1 });

/** A sample of a colour. */
export const Mark = styled('span')({ display: 'inline-block', width: 22, height: 22, border: '1.5px solid #15211d' });

/** What is past its time. */
export const Late = styled('b')({ color: 'var(--oxide)', '&::before': { content: '"▼ "' } });

/** One thing to do: when, and what. */
export const ActRow = styled('li')({
  borderTop: '1px solid var(--line)',
  padding: '12px 0',
  display: 'grid',
  gridTemplateColumns: '104px minmax(0, 1fr)',
  gap: '2px 12px',
  [phone]: { gridTemplateColumns: '84px minmax(0, 1fr)' },
});
export const ActWhen = styled('span')({ fontFamily: 'var(--mono)', fontWeight: 700, fontSize: 18 });
export const ActWhat = styled('p')({
  fontFamily: 'var(--head)',
  fontWeight: 650,
  fontSize: 18,
  lineHeight: 1.2,
  margin: 0,
});

/** Columns that fold into one where the window is narrow. */
const columns = (gridTemplateColumns: string, gap: number, fold = phone) => ({
  display: 'grid',
  gridTemplateColumns,
  gap,
  alignItems: 'start',
  [fold]: { gridTemplateColumns: 'minmax(0, 1fr)', gap: 20 },
});

/** A drawing at the side of what is said of it. */
export const Two = styled('div')(columns('minmax(260px, 380px) minmax(0, 1fr)', 28));

/** Two columns of one weight. */
export const Halves = styled('div')(columns('minmax(0, 5fr) minmax(0, 6fr)', 32));

/** The drawing, the sticks, and the step that is looked at. */
export const PlanGrid = styled('div')({
  '@media (max-width: 1100px)': { '& > .drawing-side': { display: 'none' } },
  ...columns('205px minmax(0, 1fr) 312px', 24),
  '@media (min-width: 761px) and (max-width: 1100px)': { gridTemplateColumns: 'minmax(0, 1fr) 320px' },
});

/** The kinds of mix, what goes in, and the batches. */
export const MixGrid = styled('div')(columns('minmax(0, 5fr) minmax(0, 5fr) minmax(0, 3fr)', 28, narrow));

/** Parts to pour, and the cup. */
export const PourGrid = styled('div')(columns('minmax(0, 3fr) minmax(0, 2fr)', 32, narrow));

/** What is looked at, raised from the rest. */
export const Panel = styled('section')({
  background: 'var(--raised)',
  padding: 16,
  borderTop: '4px solid var(--ink)',
  display: 'grid',
  gap: 12,
  alignContent: 'start',
});

/** A line of a list that is picked by a press. */
export const Pick = styled(ButtonBase)({
  display: 'grid',
  gridTemplateColumns: '26px minmax(0, 1fr) auto',
  gap: 10,
  width: '100%',
  minHeight: 48,
  padding: 6,
  borderBottom: '1px solid var(--hair)',
  font: 'inherit',
  textAlign: 'left',
  '&[aria-pressed="true"]': { background: 'var(--verdigris-tint)' },
});

/** A figure that opens its working. */
export const FigureKey = styled(ButtonBase)({
  ...figures,
  font: 'inherit',
  fontFamily: 'var(--mono)',
  borderBottom: '2px dotted var(--verdigris)',
  padding: '4px 0',
  minHeight: 48,
  minWidth: 48,
  justifyContent: 'inherit',
  // In a column of figures it ends where they end.
  '.MuiTableCell-alignRight &': { justifyContent: 'flex-end' },
});

/** A form to choose, with its drawing. */
export const FormCard = styled(ButtonBase)({
  border: '2px solid var(--line)',
  background: 'var(--raised)',
  padding: 14,
  font: '650 19px var(--head)',
  color: 'var(--ink)',
  textAlign: 'left',
  display: 'grid',
  gap: 8,
  justifyItems: 'start',
  alignContent: 'space-between',
  '&:hover': { borderColor: 'var(--verdigris)' },
  '& .drawing': { height: 170 },
});

/** A box to tick with a pencil. */
export const TickBox = styled('span')({
  width: 26,
  height: 26,
  border: '2px solid var(--ink)',
  display: 'grid',
  placeItems: 'center',
  fontWeight: 700,
});
