import { useId, useRef, useState } from 'react';
import {
  FINGER_MM,
  fingersToMm,
  MOST_TRIES,
  readingOf,
  UNIT_WORDS,
  type Quantity,
  type Way,
} from '#core/measurement';
import classes from './TriesField.module.css';

/** What a typed line of tries says. */
export type TypedTries = { ok: true; tries: number[]; way: Way } | { ok: false; says: string };

/**
 * Reads `62 65 63`, with a comma or a point for decimals, or `3 f` for finger widths where the figure can
 * be taken so.
 */
export function readTries(text: string, quantity: Quantity): TypedTries {
  const fingers = /f(ingers?)?\s*$/i.test(text.trim());
  if (fingers && !quantity.ways.includes('fingers')) {
    return { ok: false, says: 'This is not measured in finger widths.' };
  }
  const words = text
    .replace(/f(ingers?)?\s*$/i, '')
    .replace(/(\d),(\d)/g, '$1.$2')
    .split(/[\s;/]+/)
    .filter(Boolean);
  const numbers = words.map((word) => Number(word.replace(/(°|mm|cm)$/i, '').replace('−', '-')));
  if (numbers.some((one) => !Number.isFinite(one))) {
    return {
      ok: false,
      says: `“${text.trim()}” is no figure. Type up to three, such as 62 65 63.`,
    };
  }
  const tries = fingers ? numbers.map(fingersToMm) : numbers;
  const reading = readingOf(quantity, tries);
  return reading.ok
    ? { ok: true, tries, way: fingers ? 'fingers' : 'number' }
    : { ok: false, says: reading.mistake.says };
}

/** One figure of a test on one side: up to three tries in one line. */
export function TriesField({
  label,
  quantity,
  tries,
  way,
  hint = '',
  onTries,
}: {
  label: string;
  quantity: Quantity;
  tries: readonly number[];
  way: Way | null;
  /** Said while nothing is measured yet. */
  hint?: string;
  onTries: (tries: number[], way: Way) => void;
}) {
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const sent = useRef<string | null>(null);
  const text = typed ?? tries.join('  ');
  const read = typed === null || typed.trim() === '' ? null : readTries(typed, quantity);
  const trouble = read && !read.ok ? read.says : null;
  const kept = tries.length > 0 ? readingOf(quantity, tries) : null;
  const unit = quantity.unit === 'deg' ? '°' : ` ${UNIT_WORDS[quantity.unit]}`;
  const send = () => {
    // Enter sends, and leaving the field right after must not send once more.
    if (!read?.ok || sent.current === typed) return;
    sent.current = typed;
    setTyped(null);
    if (read.tries.join() !== tries.join()) onTries(read.tries, read.way);
  };
  const says = trouble
    ? trouble
    : hint !== '' && tries.length === 0
      ? hint
      : kept?.ok && tries.length > 1
        ? `median ${Math.round(kept.value.value * 10) / 10}${unit}, spread ${Math.round(kept.value.spread * 10) / 10}${unit}${kept.value.uneven ? ': more than error, try again' : ''}`
        : kept?.ok && way !== null && way !== 'number'
          ? way === 'fingers'
            ? `by finger widths of ${FINGER_MM} mm`
            : `by ${way}`
          : quantity.ways.includes('fingers')
            ? `up to ${MOST_TRIES}; “3 f” for fingers`
            : '';
  return (
    <div className={classes.field} data-trouble={trouble !== null}>
      <label htmlFor={id}>{label}</label>
      <div className={classes.line}>
        <input
          id={id}
          value={text}
          inputMode="decimal"
          autoComplete="off"
          placeholder="–"
          aria-invalid={trouble !== null}
          aria-describedby={`${id}-says`}
          onChange={(event) => {
            sent.current = null;
            setTyped(event.currentTarget.value);
          }}
          onFocus={(event) => event.currentTarget.select()}
          onBlur={() => {
            if (typed !== null && typed.trim() === '') setTyped(null);
            else send();
          }}
          onKeyDown={(event) => {
            if (event.key === 'Enter') {
              event.preventDefault();
              send();
              const fields = [
                ...document.querySelectorAll<HTMLInputElement>(`.${classes.field} input`),
              ];
              fields[fields.indexOf(event.currentTarget) + 1]?.focus();
            }
            if (event.key === 'Escape') setTyped(null);
          }}
        />
        <span>{unit.trim()}</span>
      </div>
      <p id={`${id}-says`} role={trouble ? 'alert' : undefined}>
        {says}
      </p>
    </div>
  );
}
