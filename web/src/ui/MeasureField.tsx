import type { Result } from '@cosmesis/core/units';
import TextField from '@mui/material/TextField';
import { memo, useEffect, useRef, useState } from 'react';
import { useHeld } from './useHeld';

interface Props {
  label: string;
  /** Key under which text that cannot be read yet is kept over a reload. */
  draftKey: string;
  /** The value as shown; empty where there is none. */
  shown: string;
  parse: (text: string) => Result<number>;
  onValue: (value: number) => void;
  help?: string;
  /** Something wrong with the value itself. */
  complaint?: string | undefined;
  /** Whether an empty field is an answer. */
  onEmpty?: () => void;
  autoFocus?: boolean;
}

interface InputProps {
  label: string;
  text: string;
  message: string | null | undefined;
  help: string;
  autoFocus: boolean;
  /** Stays the same object. */
  on: { type: (text: string) => void; focus: () => void; blur: () => void; enter: () => void };
}

/** What is drawn of it: a sheet has fifty of them, and an edit changes one. */
const MeasureInput = memo(function MeasureInput({ label, text, message, help, autoFocus, on }: InputProps) {
  return (
    <TextField
      label={label}
      value={text}
      autoComplete="off"
      autoFocus={autoFocus}
      error={message !== undefined && message !== null}
      helperText={message ?? help}
      onFocus={on.focus}
      onKeyDown={(event) => {
        if (event.key === 'Enter') on.enter();
      }}
      onBlur={on.blur}
      onChange={(event) => on.type(event.target.value)}
    />
  );
});

/**
 * A field for a measure with its unit. What can be read is taken over at a pause, with Enter or when the field is left; what
 * cannot stays as typed, with what to do, and survives a reload.
 */
export function MeasureField({ label, draftKey, shown, parse, onValue, help, complaint, onEmpty, autoFocus }: Props) {
  const stored = `draft/${draftKey}`;
  const [text, setText] = useState(() => sessionStorage.getItem(stored) ?? shown);
  const [focused, setFocused] = useState(false);
  const [wrong, setWrong] = useState<string | null>(() => {
    const draft = sessionStorage.getItem(stored);
    const read = draft === null ? undefined : parse(draft);
    return read && !read.ok ? (read.issues[0]?.message ?? null) : null;
  });

  // Undo, another tab or the other unit system may change the value under the field; what was typed here is left alone.
  const emitted = useRef(new Set<number>());
  // biome-ignore lint/correctness/useExhaustiveDependencies: only a new value from outside may replace the text
  useEffect(() => {
    if (wrong !== null) return;
    const read = parse(shown);
    const ownValue =
      focused && read.ok && [...emitted.current].some((v) => Math.abs(v - read.value) <= 0.001 * Math.max(1, v));
    if (!ownValue) setText(shown);
  }, [shown, focused]);

  const held = useHeld((value: number | null) => {
    if (value === null) onEmpty?.();
    else onValue(value);
  });

  const take = (typed: string) => {
    setText(typed);
    held.drop();
    if (typed.trim() === '' && onEmpty) {
      sessionStorage.removeItem(stored);
      setWrong(null);
      held.hold(null);
      return;
    }
    const read = parse(typed);
    if (read.ok) {
      sessionStorage.removeItem(stored);
      setWrong(null);
      emitted.current.add(read.value);
      held.hold(read.value);
    } else {
      sessionStorage.setItem(stored, typed);
      setWrong(read.issues[0]?.message ?? 'This cannot be read.');
    }
  };

  const message = focused && text.trim() === '' ? undefined : (wrong ?? complaint);
  const latest = useRef(take);
  latest.current = take;
  const on = useRef<InputProps['on']>({
    type: (typed) => latest.current(typed),
    focus: () => {
      emitted.current.clear();
      setFocused(true);
    },
    blur: () => {
      setFocused(false);
      held.giveNow();
    },
    enter: () => held.giveNow(),
  });
  return (
    <MeasureInput
      label={label}
      text={text}
      message={message}
      help={help ?? ' '}
      autoFocus={autoFocus ?? false}
      on={on.current}
    />
  );
}
