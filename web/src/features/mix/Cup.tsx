/** A cup with its components one on the other, by volume: what is poured is solid, what is to come is ghosted. */
export function Cup({
  parts,
  label,
  cupL,
}: {
  parts: readonly { name: string; volumeL: number; pouredL: number; colour: string }[];
  label: string;
  cupL: number;
}) {
  const most = Math.max(cupL, ...[parts.reduce((sum, p) => sum + Math.max(p.volumeL, p.pouredL), 0)]);
  const height = 150;
  let level = 0;
  return (
    <svg viewBox="0 0 120 170" style={{ width: 132, flex: 'none' }} role="img" aria-label={label}>
      {parts.map((p) => {
        const whole = (Math.max(p.volumeL, p.pouredL) / most) * height;
        const poured = (p.pouredL / most) * height;
        const from = 162 - level;
        level += whole;
        return (
          <g key={p.name}>
            <rect x="16" y={from - whole} width="88" height={whole} fill={p.colour} fillOpacity="0.3" />
            <rect x="16" y={from - poured} width="88" height={poured} fill={p.colour} />
            <line
              x1="16"
              x2="104"
              y1={from - whole}
              y2={from - whole}
              stroke="#15211d"
              strokeWidth="1.2"
              strokeDasharray="4 3"
            />
          </g>
        );
      })}
      <path d="M12 8 L16 164 H104 L108 8" fill="none" stroke="#15211d" strokeWidth="3" strokeLinejoin="round" />
    </svg>
  );
}
