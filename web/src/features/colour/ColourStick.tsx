import { comparedWords, hexOf, type Lab } from '@cosmesis/core/colour';
import type { StickBand } from '@cosmesis/core/matching';
import { useId } from 'react';

const [width, height] = [600, 84];
const [gap, block] = [10, 56];
/** Each layer is left a little shorter than the one below it: bands of one width, the last the longest. */
const edges = (bands: number): number[] => {
  const short = (width * 0.62) / Math.max(1, bands - 1);
  return Array.from({ length: bands }, (_, i) => i * short);
};

/** A sample stick with its bands as foretold, and below them as they were read. */
export function ColourStick({
  label,
  bands,
  read,
  target = null,
}: {
  label: string;
  bands: readonly StickBand[];
  /** What was read of a band; null: nothing. */
  read?: (after: number) => Lab | null;
  /** What it is to come to, shown at its end; null: nothing. */
  target?: Lab | null;
}) {
  const grain = useId();
  const from = edges(bands.length);
  const readings = bands.map((b) => read?.(b.after) ?? null);
  const half = readings.some((r) => r !== null);
  const said = bands.map((b, i) => {
    const lab = readings[i];
    return `${b.name}: ${b.words}${lab ? `, read ${comparedWords(lab, b.lab)} of what was foretold` : ''}`;
  });
  return (
    <svg
      role="img"
      aria-label={`${label}. ${said.join('; ')}`}
      viewBox={`0 0 ${target ? width + gap + block : width} ${height}`}
      style={{ width: '100%', display: 'block' }}
      preserveAspectRatio="none"
      height={height}
    >
      <defs>
        <pattern id={grain} width="46" height="84" patternUnits="userSpaceOnUse" patternTransform="rotate(90 0 0)">
          <path
            d="M6 0 q4 21 0 42 t0 42 M21 0 q-5 18 0 38 t1 46 M36 0 q3 30 -1 50 t2 34"
            fill="none"
            stroke="#000"
            strokeOpacity="0.16"
            strokeWidth="1.4"
          />
        </pattern>
        <clipPath id={`${grain}-end`}>
          <path d={`M0 6 L14 0 H${width} V${height} H14 L0 ${height - 6} Z`} />
        </clipPath>
      </defs>
      <g clipPath={`url(#${grain}-end)`}>
        {bands.map((b, i) => {
          const x = from[i]!;
          const wide = (from[i + 1] ?? width) - x;
          const lab = readings[i];
          return (
            <g key={b.after}>
              <rect x={x} y={0} width={wide} height={half ? height / 2 : height} fill={b.hex} />
              {half &&
                (lab ? (
                  <rect x={x} y={height / 2} width={wide} height={height / 2} fill={hexOf(lab)} />
                ) : (
                  <rect
                    x={x}
                    y={height / 2}
                    width={wide}
                    height={height / 2}
                    fill="var(--sheet)"
                    stroke="var(--line)"
                    strokeDasharray="5 4"
                  />
                ))}
              <line
                x1={x}
                x2={x}
                y1={0}
                y2={height}
                stroke="#000"
                strokeOpacity="0.35"
                strokeWidth={i === 0 ? 0 : 1.5}
              />
            </g>
          );
        })}
        <rect width={width} height={half ? height / 2 : height} fill={`url(#${grain})`} />
      </g>
      <path
        d={`M0 6 L14 0 H${width - 1} V${height - 0.75} H14 L0 ${height - 6} Z`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      {target && (
        <rect
          x={width + gap}
          y={0.75}
          width={block - 1}
          height={height - 1.5}
          fill={hexOf(target)}
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
      )}
    </svg>
  );
}
