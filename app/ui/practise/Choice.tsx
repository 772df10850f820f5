import { useEffect, useRef } from 'react';
import classes from './Choice.module.css';

/** A question that covers the screen: large answers under one thumb, and a way back. */
export function Choice<T extends string>({
  title,
  options,
  back,
  onChoose,
  onBack,
}: {
  title: string;
  options: readonly { id: T; label: string; weight?: string }[];
  back: string;
  onChoose: (id: T) => void;
  onBack: () => void;
}) {
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    dialog.current?.showModal();
  }, []);
  return (
    <dialog
      ref={dialog}
      className={classes.dialog}
      aria-label={title}
      onCancel={(event) => {
        event.preventDefault();
        onBack();
      }}
    >
      <h2>{title}</h2>
      <ul>
        {options.map((option) => (
          <li key={option.id}>
            <button type="button" data-weight={option.weight} onClick={() => onChoose(option.id)}>
              {option.label}
            </button>
          </li>
        ))}
      </ul>
      <button type="button" className={classes.back} onClick={onBack}>
        {back}
      </button>
    </dialog>
  );
}
