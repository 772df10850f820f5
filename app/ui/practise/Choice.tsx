import { useEffect, useRef, useState } from 'react';
import classes from './Choice.module.css';

/** A question that covers the screen: large answers under one thumb, and a way back. */
export function Choice<T extends string>({
  title,
  says,
  settleMs = 0,
  options,
  back,
  onChoose,
  onBack,
}: {
  title: string;
  /** What to do first. */
  says?: string;
  /** For so long nothing of it can be chosen. */
  settleMs?: number;
  options: readonly { id: T; label: string; weight?: string }[];
  back: string;
  onChoose: (id: T) => void;
  onBack: () => void;
}) {
  const dialog = useRef<HTMLDialogElement>(null);
  const [settled, setSettled] = useState(settleMs === 0);
  useEffect(() => {
    dialog.current?.showModal();
    const timer = setTimeout(() => setSettled(true), settleMs);
    return () => clearTimeout(timer);
  }, [settleMs]);
  return (
    <dialog
      ref={dialog}
      className={classes.dialog}
      aria-label={title}
      onCancel={(event) => {
        event.preventDefault();
        if (settled) onBack();
      }}
    >
      <h2>{title}</h2>
      {says && <p>{says}</p>}
      <ul>
        {options.map((option) => (
          <li key={option.id}>
            <button
              type="button"
              data-weight={option.weight}
              disabled={!settled}
              onClick={() => onChoose(option.id)}
            >
              {option.label}
            </button>
          </li>
        ))}
      </ul>
      <button type="button" className={classes.back} disabled={!settled} onClick={onBack}>
        {back}
      </button>
    </dialog>
  );
}
