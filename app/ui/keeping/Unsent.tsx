import { useEffect, useRef } from 'react';
import { LinkButton } from '~/ui/parts/LinkButton';
import { useOutbox, useView } from './Keeping';
import { NeedsYou } from './NeedsYou';
import { useDescribe } from './useDescribe';
import { TROUBLE_WORDS } from './words';
import classes from './Unsent.module.css';

const MOST_LISTED = 30;

/**
 * Everything on this device that the practice’s server does not have yet, and why. It is wanted when there
 * is no line: nothing of it is fetched when it opens.
 */
export function Unsent({ onClose }: { onClose: () => void }) {
  const { entries, trouble, needsYou } = useView();
  const outbox = useOutbox();
  const describe = useDescribe();
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    dialog.current?.showModal();
  }, []);
  const waiting = entries.filter(({ refused }) => !refused);
  const left = waiting.length - MOST_LISTED;
  return (
    <dialog
      ref={dialog}
      className={classes.dialog}
      aria-labelledby="not-with-the-practice"
      onClose={onClose}
    >
      <header>
        <h2 id="not-with-the-practice">Not with the practice yet</h2>
        <button type="button" onClick={onClose}>
          Close
        </button>
      </header>
      <NeedsYou link />
      {waiting.length > 0 && (
        <section>
          {needsYou > 0 && <h3>On its way</h3>}
          {trouble && <p>{TROUBLE_WORDS[trouble]}</p>}
          <ul>
            {waiting.slice(0, MOST_LISTED).map(({ letter }) => (
              <li key={letter.id}>{describe(letter)}</li>
            ))}
            {left > 0 && <li>and {left} more</li>}
          </ul>
          <LinkButton onClick={() => outbox.hurry()}>Send now</LinkButton>
        </section>
      )}
      {entries.length === 0 && <p>Everything is kept.</p>}
    </dialog>
  );
}
