import {
  drawnDepth,
  type Face,
  faceBetween,
  facesInView,
  oblique,
  outlinePath,
  placeOnFace,
  pointOnFace,
  ringsOf,
  type View,
} from '@cosmesis/core/piece';
import { type KeyboardEvent, type MouseEvent, useId, useRef } from 'react';
import './PieceDrawing.css';

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
  /** The face that was pressed, and where on it: shares of its width and height, its middle by keyboard. */
  onSelect?: (face: Face, at: readonly [number, number]) => void;
  pins?: readonly Pin[];
  /** Bands of colour across a face, by height from the floor, m. */
  stripesOf?: (face: Face) => readonly Stripe[];
  describe?: (face: Face) => string;
}

const middle = [0.5, 0.5] as const;

/** A band of colour between two heights from the floor, m. */
export interface Stripe {
  lowM: number;
  highM: number;
  colour: string;
}

/** A mark in its place on a face. */
export interface Pin {
  id: string;
  faceId: string;
  at: readonly [number, number];
  /** What stands in it. */
  mark: string;
  shape: 'damage' | 'kept' | 'photo';
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
  pins = [],
  stripesOf,
}: Props) {
  const root = useRef<SVGSVGElement>(null);
  const titleId = useId();
  const all = faces.flatMap((f) => f.outline);
  const widthM = Math.max(...all.map((p) => p[0]));
  const heightM = Math.max(...all.map((p) => p[1]));
  const depthM = Math.max(...all.map((p) => p[2]));
  const to = oblique(view, widthM);
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

  const pressed = (event: MouseEvent, face: Face): readonly [number, number] => {
    const matrix = root.current?.getScreenCTM();
    if (!matrix) return middle;
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    return placeOnFace(face, to, [point.x, point.y]);
  };

  const move = (event: KeyboardEvent, face: Face) => {
    const step = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key];
    if (step === undefined) {
      if (event.key === 'Enter' || event.key === ' ') {
        event.preventDefault();
        onSelect?.(face, middle);
      }
      return;
    }
    event.preventDefault();
    const next = seen[(seen.indexOf(face) + step + seen.length) % seen.length];
    if (!next) return;
    onSelect?.(next, middle);
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
        const look = {
          d: outlinePath(ringsOf(face), to),
          fillRule: 'evenodd' as const,
          fill: colourOf(face),
          className: [guessed ? 'guess' : '', keptOf?.(face) ? 'kept' : ''].join(' ').trim(),
        };
        if (!onSelect)
          return (
            <g key={face.id}>
              <path {...look} />
              {stripesOf?.(face).map((stripe) => {
                const rings = faceBetween(face, stripe.lowM, stripe.highM);
                return rings.length === 0 ? null : (
                  <path key={stripe.lowM} fill={stripe.colour} fillRule="evenodd" d={outlinePath(rings, to)} />
                );
              })}
            </g>
          );
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
            onClick={(event) => onSelect(face, pressed(event, face))}
            onKeyDown={(event) => move(event, face)}
          />
        );
      })}
      {pins.map((pin) => {
        const face = seen.find((f) => f.id === pin.faceId);
        if (!face) return null;
        const [x, y] = to(pointOnFace(face, pin.at));
        const r = size * 0.024;
        return (
          <g key={pin.id} className={`pin ${pin.shape}`}>
            {pin.shape === 'photo' ? (
              <path d={`M${x - r} ${y - r * 0.75}H${x + r}V${y + r * 0.75}H${x - r}Z`} />
            ) : pin.shape === 'kept' ? (
              <path d={`M${x} ${y - r * 1.2}L${x + r * 1.2} ${y}L${x} ${y + r * 1.2}L${x - r * 1.2} ${y}Z`} />
            ) : (
              <circle cx={x} cy={y} r={r} />
            )}
            <text x={x} y={y + r * 0.5} fontSize={r * 1.45} textAnchor="middle">
              {pin.mark}
            </text>
          </g>
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
            y={-heightM / 2 - depthM * drawnDepth.y}
            fontSize={text}
            textAnchor="middle"
            transform={`rotate(90 ${right + text * 0.5} ${-heightM / 2 - depthM * drawnDepth.y})`}
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
