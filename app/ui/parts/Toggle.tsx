import type { ReactNode } from 'react';
import classes from './Toggle.module.css';

/**
 * One of a few, all in sight: by words with a line under the chosen one, or by boxes where a thumb is to
 * find them.
 *
 * @param caption said before the choices, and their name
 */
export function Toggle<T extends string>({
  label,
  caption,
  value,
  options,
  onChoose,
  look = 'words',
  after,
}: {
  label: string;
  caption?: string;
  value: T | null;
  options: readonly { value: T; label: ReactNode }[];
  onChoose: (value: T) => void;
  look?: 'words' | 'boxes' | 'wide boxes';
  /** Stands behind the choices, as the key that walks through them. */
  after?: ReactNode;
}) {
  return (
    <div className={classes.toggle} role="group" aria-label={label} data-look={look}>
      {caption && <span className={classes.caption}>{caption}</span>}
      {options.map((option) => (
        <button
          key={option.value}
          type="button"
          aria-pressed={option.value === value}
          onClick={() => onChoose(option.value)}
        >
          {option.label}
        </button>
      ))}
      {after}
    </div>
  );
}
