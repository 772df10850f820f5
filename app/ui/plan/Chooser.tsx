import { useState, type ReactNode } from 'react';
import classes from './StartFrom.module.css';

/** A list to choose from, and beside it what is chosen. */
export function Chooser<T>({
  name,
  entries,
  first = null,
  idOf,
  label,
  children,
}: {
  name: string;
  /** What is chosen at first. */
  first?: string | null;
  entries: readonly T[];
  idOf: (entry: T) => string;
  label: (entry: T) => ReactNode;
  children: (chosen: T) => ReactNode;
}) {
  const [chosenId, setChosenId] = useState<string | null>(first);
  const chosen = entries.find((entry) => idOf(entry) === chosenId);
  return (
    <div className={classes.body} data-chosen={chosen !== undefined}>
      <ul className={classes.plans} aria-label={name}>
        {entries.map((entry) => {
          const id = idOf(entry);
          return (
            <li key={id}>
              <button
                type="button"
                aria-pressed={id === chosenId}
                onClick={() => setChosenId(id === chosenId ? null : id)}
              >
                {label(entry)}
              </button>
            </li>
          );
        })}
      </ul>
      {chosen && children(chosen)}
    </div>
  );
}
