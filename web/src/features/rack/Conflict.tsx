import type { ConflictPart } from '@cosmesis/core/reckoning';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { Link } from 'react-router';
import { doDeed } from '../../store/doDeed';
import { toPiece } from '../../ui/links';

/** The smallest set of things that cannot be kept together, each with a way out. */
export function Conflict({
  parts,
  triedStepId = null,
}: {
  parts: readonly ConflictPart[] | null | undefined;
  /** The sitting that is only tried: of it nothing was said that could be let go. */
  triedStepId?: string | null;
}) {
  if (parts === undefined)
    return (
      <Typography variant="body2" role="status">
        What stands against it is being looked for.
      </Typography>
    );
  if (parts === null || parts.length === 0) return null;
  return (
    <div>
      <Typography>
        {parts.length === 1
          ? 'One thing stands against it; this would resolve it:'
          : `${parts.length} things cannot be kept together; to let go of any one of them would resolve it:`}
      </Typography>
      <ul>
        {parts.map((p) => (
          <li key={`${p.kind}/${p.pieceId}/${p.stepId}/${p.what}`}>
            {p.what}: <b>{p.wayOut}</b>
            {p.kind === 'pin' && p.pieceId !== null && p.stepId !== null && p.stepId !== triedStepId && (
              <>
                {' '}
                <Button
                  onClick={() =>
                    doDeed('Begins whenever it fits', {
                      do: 'say-when',
                      pieceId: p.pieceId!,
                      stepId: p.stepId!,
                      begins: null,
                    })
                  }
                >
                  Let it go
                </Button>
              </>
            )}
            {p.kind === 'hours' || p.kind === 'hands' || p.kind === 'place' ? (
              <>
                {' '}
                (<Link to="/settings/hands">hands and room</Link>)
              </>
            ) : p.kind === 'air' ? (
              <>
                {' '}
                (<Link to="/air">the air</Link>)
              </>
            ) : p.kind === 'piece' && p.pieceId ? (
              <>
                {' '}
                (<Link to={toPiece(p.pieceId, 'work')}>to it</Link>)
              </>
            ) : null}
          </li>
        ))}
      </ul>
    </div>
  );
}
