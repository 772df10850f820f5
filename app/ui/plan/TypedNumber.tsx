import { useId, useState } from 'react';
import type { Parsed } from './parseNumber';
import classes from './TypedNumber.module.css';

/**
 * A large figure one can type over. Arrow keys step it; text that cannot be read stays as typed, says
 * why, and changes nothing.
 */
export function TypedNumber({
  label,
  value,
  beside,
  prefix,
  step = 1,
  parse,
  onValue,
  onTrouble,
}: {
  label: string;
  value: number;
  /** Unit and limits, printed small beside the figure. */
  beside: string;
  prefix?: string;
  step?: number;
  parse: (text: string) => Parsed;
  onValue: (value: number) => void;
  onTrouble: (says: string | null) => void;
}) {
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  // Undone, or stepped elsewhere: what was typed is of another value.
  const [known, setKnown] = useState(value);
  if (known !== value) {
    setKnown(value);
    const same = typed !== null && parse(typed);
    if (same && !(same.ok && same.value === value)) setTyped(null);
  }
  const read = typed === null ? null : parse(typed);
  const trouble = read && !read.ok ? read.says : null;
  const text = typed ?? String(value);

  const take = (next: string) => {
    setTyped(next);
    const parsed = parse(next);
    onTrouble(parsed.ok ? null : parsed.says);
    if (parsed.ok) onValue(parsed.value);
  };
  const nudge = (by: number) => {
    const parsed = parse(String(value + by));
    if (!parsed.ok) return;
    setTyped(null);
    onTrouble(null);
    onValue(parsed.value);
  };

  return (
    <div className={classes.field} data-trouble={trouble !== null}>
      <label htmlFor={id} className={classes.label}>
        {label}
      </label>
      <div className={classes.line}>
        {prefix && <span className={classes.prefix}>{prefix}</span>}
        <input
          id={id}
          className={classes.figure}
          value={text}
          size={Math.max(2, text.length)}
          inputMode="numeric"
          autoComplete="off"
          aria-invalid={trouble !== null}
          aria-describedby={`${id}-beside`}
          onChange={(event) => take(event.currentTarget.value)}
          onFocus={(event) => event.currentTarget.select()}
          onBlur={() => {
            if (trouble === null) setTyped(null);
          }}
          onKeyDown={(event) => {
            if (event.altKey) return;
            if (event.key === 'ArrowUp') {
              event.preventDefault();
              nudge(step);
            } else if (event.key === 'ArrowDown') {
              event.preventDefault();
              nudge(-step);
            }
          }}
        />
        <span className={classes.beside} id={`${id}-beside`}>
          {trouble ?? beside}
        </span>
      </div>
    </div>
  );
}
