import type { Band } from '@cosmesis/core/reckoning';
import './StepStick.css';

const spoken = { done: 'done', now: 'next', planned: 'planned' } as const;

interface Props {
  bands: readonly Band[];
  label: string;
  small?: boolean;
  selectedId?: string | null;
  onSelect?: (stepId: string) => void;
}

function Wood({ band, small }: { band: Band; small: boolean }) {
  return (
    <>
      {band.severity && !small && (
        <span className={`notch ${band.severity}`}>
          <i />
        </span>
      )}
      <span
        className={`wood ${band.wood ? 'grain' : ''}`}
        style={{ height: small ? Math.round(band.height * 0.42) : band.height, background: band.colour }}
      />
    </>
  );
}

/** The step stick: what a zone is, was and will be, band by band in the colour after each step. */
export function StepStick({ bands, label, small = false, selectedId = null, onSelect }: Props) {
  return (
    <ol
      className={`stick ${small ? 'small' : ''}`}
      aria-label={label}
      {...(small || !onSelect ? {} : { tabIndex: -1 })}
    >
      {bands.map((band) => {
        const first = band.steps[0]!.step.id;
        const className = `${band.state} ${band.cut ? 'cut' : ''}`;
        const said = `${band.name}, ${spoken[band.state]}${band.severity ? ', has a finding' : ''}`;
        return (
          <li key={first} className={className}>
            {onSelect && !small ? (
              <button
                type="button"
                aria-label={said}
                aria-pressed={band.steps.some((s) => s.step.id === selectedId)}
                onClick={() => onSelect((band.steps.find((s) => s.status !== 'done') ?? band.steps[0]!).step.id)}
              >
                <Wood band={band} small={small} />
                <span className="name" aria-hidden="true">
                  {band.name}
                </span>
              </button>
            ) : (
              <span className="band">
                <Wood band={band} small={small} />
                <span className="visually-hidden">{said}</span>
              </span>
            )}
          </li>
        );
      })}
    </ol>
  );
}
