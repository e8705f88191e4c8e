import type { Hold } from '@cosmesis/core/finishing';
import { leadOutstanding, type Piece } from '@cosmesis/core/workshop';
import Alert from '@mui/material/Alert';
import AlertTitle from '@mui/material/AlertTitle';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { Link } from 'react-router';
import { LeadTest } from './LeadTest';
import { toPiece } from './links';

/** The rule that asks for a lead test. */
const leadRule = 'SAF-01';

/** Why work is held, with what releases it in place. */
export function Held({ piece, hold }: { piece: Piece; hold: Hold }) {
  return (
    <Alert severity="error" role="region" aria-label={`Held: ${hold.words}`}>
      <AlertTitle>Held: {hold.words}</AlertTitle>
      <Stack>
        <Typography>{hold.sentence}</Typography>
        {hold.ruleId === leadRule && (
          <>
            <LeadTest piece={piece} />
            <Typography variant="body2">
              Home kits can miss low levels; local codes and licensed practice come first.{' '}
              <Link to={toPiece(piece.id, 'survey#lead')}>Age, country, what was taken off</Link>
            </Typography>
          </>
        )}
      </Stack>
    </Alert>
  );
}

/** Every hold of a piece once. */
export const holdsOf = (steps: readonly { held: Hold | null }[]): Hold[] => [
  ...new Map(steps.flatMap((s) => (s.held ? [[s.held.words, s.held] as const] : []))).values(),
];

/** Asks for the result where the lead test is logged as done and no result is recorded yet. */
export const LeadAsked = ({ piece }: { piece: Piece }) =>
  leadOutstanding(piece) ? (
    <Alert severity="warning" role="region" aria-label={`Result of the lead test, ${piece.name}`}>
      <AlertTitle>{piece.name}: what did the lead test say?</AlertTitle>
      <LeadTest piece={piece} />
    </Alert>
  ) : null;
