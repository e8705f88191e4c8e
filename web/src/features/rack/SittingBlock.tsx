import type { PlannedSitting } from '@cosmesis/core/reckoning';
import { useDraggable } from '@dnd-kit/core';
import type { KeyboardEvent } from 'react';

/** So wide a block holds words. */
const wordsPx = 54;

/** As many letters as a block holds. */
const fitting = (words: string, widePx: number): string => {
  const most = Math.floor((widePx - 8) / 7.4);
  return words.length <= most ? words : `${words.slice(0, Math.max(1, most - 1))}…`;
};

interface Props {
  sitting: PlannedSitting;
  x: number;
  y: number;
  width: number;
  height: number;
  /** The piece. */
  name: string;
  label: string;
  picked: boolean;
  /** Whether the tabulator comes to it. */
  reached: boolean;
  onPick: () => void;
  onKey: (event: KeyboardEvent) => void;
}

/** A sitting on the line of the hands: pressed to read it, dragged to try it at another time. */
export function SittingBlock({ sitting, x, y, width, height, name, label, picked, reached, onPick, onKey }: Props) {
  const { id, status, saidMin, words } = sitting;
  const { listeners, setNodeRef, isDragging } = useDraggable({ id, disabled: status === 'running' });
  const text = (
    <text x={x + 5} y={y + 19} style={{ fontSize: 14 }}>
      <tspan fontWeight="700">{fitting(name, width)}</tspan>
      <tspan x={x + 5} dy={19}>
        {fitting(words, width)}
      </tspan>
    </text>
  );
  return (
    // biome-ignore lint/a11y/useSemanticElements: a drawing has no button of its own
    <g
      ref={(node) => setNodeRef(node as unknown as HTMLElement | null)}
      {...listeners}
      data-id={id}
      className={['sitting', status, picked ? 'picked' : '', isDragging ? 'dragged' : ''].join(' ')}
      role="button"
      tabIndex={reached ? 0 : -1}
      aria-pressed={picked}
      aria-label={label}
      onClick={onPick}
      onKeyDown={onKey}
    >
      <rect x={x} y={y} width={width} height={height} />
      {width > wordsPx && text}
      {saidMin !== null && <path className="said" d={`M${x - 6} ${y - 4}h12l-6 9z`} />}
    </g>
  );
}
