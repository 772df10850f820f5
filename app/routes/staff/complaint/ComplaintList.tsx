import { useRef, useState } from 'react';
import { COMPLAINT_LIMITS, standingWords } from '#core/complaint';
import type { KeptComplaint } from '~/ui/complaint/useComplaints';
import { useKeys } from '~/ui/parts/useKeys';
import { nearDay } from '~/ui/parts/words';
import classes from './complaint.module.css';

/** The complaints of a file, and a line to add one. */
export function ComplaintList({
  complaints,
  chosenId,
  today,
  onChoose,
  onAdd,
}: {
  complaints: readonly KeptComplaint[];
  chosenId: string | null;
  today: string;
  onChoose: (id: string) => void;
  onAdd: (what: string) => void;
}) {
  const [text, setText] = useState('');
  const field = useRef<HTMLInputElement>(null);
  useKeys([['n', () => field.current?.focus()]]);
  const what = text.trim();
  const full = complaints.length >= COMPLAINT_LIMITS.complaints;
  const add = () => {
    if (what.length < 2) return;
    onAdd(what);
    setText('');
  };
  return (
    <section>
      <h2>What brings them</h2>
      {complaints.length > 0 && (
        <ul className={classes.list} aria-label="Complaints">
          {complaints.map((one) => {
            const last = one.told.at(-1);
            return (
              <li key={one.id}>
                <button
                  type="button"
                  aria-pressed={one.id === chosenId}
                  onClick={() => onChoose(one.id)}
                >
                  <span dir="auto">{one.what}</span>
                  <small>
                    {one.over
                      ? 'no longer asked about'
                      : last
                        ? `${nearDay(last.day, today)}: ${standingWords(last)}`
                        : 'not asked how it stands yet'}
                  </small>
                </button>
              </li>
            );
          })}
        </ul>
      )}
      {full ? (
        <p className={classes.soft}>
          {COMPLAINT_LIMITS.complaints} are kept; take back one that was a mistake to add another.
        </p>
      ) : (
        <form
          className={classes.add}
          onSubmit={(event) => {
            event.preventDefault();
            add();
          }}
        >
          <label htmlFor="new-complaint">
            {complaints.length === 0 ? 'In their own words' : 'Another one'} <kbd>n</kbd>
          </label>
          <div>
            <input
              id="new-complaint"
              ref={field}
              onKeyDown={(event) => {
                if (event.key === 'Escape') event.currentTarget.blur();
              }}
              value={text}
              maxLength={COMPLAINT_LIMITS.what}
              autoComplete="off"
              placeholder="knee gives way"
              onChange={(event) => setText(event.currentTarget.value)}
            />
            <button type="submit" disabled={what.length < 2}>
              Add
            </button>
          </div>
        </form>
      )}
    </section>
  );
}
