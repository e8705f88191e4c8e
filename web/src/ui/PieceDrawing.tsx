import type { Face, Point } from '@cosmesis/core/piece';
import { type KeyboardEvent, useId, useRef } from 'react';

/** From where the piece is seen. */
export type View = 'right' | 'left' | 'below' | 'open';

interface Props {
  faces: readonly Face[];
  /** Fill of a face, #rrggbb. */
  colourOf: (face: Face) => string;
  /** Whether a face is left as it is: drawn paler. */
  keptOf?: (face: Face) => boolean;
  title: string;
  view?: View;
  /** Labels of width, height and depth; left out: no dimensions drawn. */
  labels?: { width: string; height: string; depth: string };
  /** Dashed lines where typical dimensions stand in for those not measured. */
  guessed?: boolean;
  selectedId?: string | null;
  onSelect?: (face: Face) => void;
  describe?: (face: Face) => string;
}

const depthX = 0.42;
const depthY = 0.36;

/** Oblique projection, front true to scale, for each side the viewer can take. */
const project =
  (view: View, widthM: number) =>
  ([x, y, z]: Point): [number, number] => {
    const sx = view === 'left' ? widthM - x : x;
    return [sx + z * depthX, view === 'below' ? -y + z * depthY : -y - z * depthY];
  };

const shows: Readonly<Record<View, ReadonlySet<Face['side']>>> = {
  right: new Set(['front', 'right', 'up', 'round']),
  left: new Set(['front', 'left', 'up', 'round']),
  below: new Set(['front', 'right', 'down', 'round']),
  open: new Set(['front', 'back', 'left', 'right', 'up', 'down', 'round']),
};

/** The faces seen from a side, the farthest first, so that nearer ones cover them. */
export function facesInView(faces: readonly Face[], view: View): Face[] {
  const far = (f: Face) => {
    const n = f.outline.length;
    const [x, y, z] = f.outline.reduce<[number, number, number]>(
      (s, p) => [s[0] + p[0] / n, s[1] + p[1] / n, s[2] + p[2] / n],
      [0, 0, 0],
    );
    return z - (view === 'left' ? -x : x) * depthX - (view === 'below' ? -y : y) * depthY;
  };
  return faces
    .filter((f) => (view === 'open' ? f.inside : !f.inside && shows[view].has(f.side)))
    .sort((a, b) => far(b) - far(a));
}

/** The piece as a measured drawing: every path is a counted face, selectable by mouse, touch and keyboard. */
export function PieceDrawing({
  faces,
  colourOf,
  keptOf,
  title,
  view = 'right',
  labels,
  guessed = false,
  selectedId = null,
  onSelect,
  describe,
}: Props) {
  const root = useRef<SVGSVGElement>(null);
  const titleId = useId();
  const all = faces.flatMap((f) => f.outline);
  const widthM = Math.max(...all.map((p) => p[0]));
  const heightM = Math.max(...all.map((p) => p[1]));
  const depthM = Math.max(...all.map((p) => p[2]));
  const to = project(view, widthM);
  const seen = facesInView(faces, view);
  const flat = all.map(to);
  const left = Math.min(...flat.map((p) => p[0]));
  const right = Math.max(...flat.map((p) => p[0]));
  const top = Math.min(...flat.map((p) => p[1]));
  const bottom = Math.max(...flat.map((p) => p[1]));
  const size = Math.max(right - left, bottom - top);
  const pad = size * 0.03;
  const room = labels ? size * 0.13 : pad;
  const text = size * 0.052;
  const roving = seen.some((f) => f.id === selectedId) ? selectedId : seen.at(-1)?.id;

  const move = (event: KeyboardEvent, face: Face) => {
    const step = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key];
    if (step === undefined) {
      if (event.key === 'Enter' || event.key === ' ') {
        event.preventDefault();
        onSelect?.(face);
      }
      return;
    }
    event.preventDefault();
    const next = seen[(seen.indexOf(face) + step + seen.length) % seen.length];
    if (!next) return;
    onSelect?.(next);
    root.current?.querySelector<SVGPathElement>(`[data-face="${next.id}"]`)?.focus();
  };

  return (
    <svg
      ref={root}
      className="drawing"
      viewBox={`${left - pad} ${top - pad} ${right - left + pad + room} ${bottom - top + pad + room}`}
      role={onSelect ? 'group' : 'img'}
      aria-labelledby={titleId}
    >
      <title id={titleId}>{title}</title>
      {seen.map((face) => {
        const d = `M${face.outline
          .map((p) =>
            to(p)
              .map((c) => c.toFixed(4))
              .join(' '),
          )
          .join('L')}Z`;
        const look = {
          d,
          fill: colourOf(face),
          className: [guessed ? 'guess' : '', keptOf?.(face) ? 'kept' : ''].join(' ').trim(),
        };
        if (!onSelect) return <path key={face.id} {...look} />;
        return (
          // biome-ignore lint/a11y/useSemanticElements: a face of a drawing is a path, not a button element
          <path
            key={face.id}
            {...look}
            data-face={face.id}
            role="button"
            tabIndex={face.id === roving ? 0 : -1}
            aria-pressed={face.id === selectedId}
            aria-label={describe?.(face) ?? face.name}
            onClick={() => onSelect(face)}
            onKeyDown={(event) => move(event, face)}
          />
        );
      })}
      {labels && (
        <g>
          <path className="measure" d={`M0 ${bottom + text * 0.5}H${widthM}`} fill="none" />
          <text x={widthM / 2} y={bottom + text * 1.6} fontSize={text} textAnchor="middle">
            {labels.width}
          </text>
          <text
            x={right + text * 0.5}
            y={-heightM / 2 - depthM * depthY}
            fontSize={text}
            textAnchor="middle"
            transform={`rotate(90 ${right + text * 0.5} ${-heightM / 2 - depthM * depthY})`}
          >
            {labels.height}
          </text>
          <text
            x={right + room * 0.9}
            y={view === 'below' ? top + text : bottom + text * 1.6}
            fontSize={text}
            textAnchor="end"
          >
            {labels.depth}
          </text>
        </g>
      )}
    </svg>
  );
}
