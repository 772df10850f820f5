import { useCallback, useState } from 'react';
import { useDrawing } from '~/ui/offline/useDrawing';
import classes from './session.module.css';

/** The drawing as large as the screen. */
function Large({ address, says, onClose }: { address: string; says: string; onClose: () => void }) {
  // Opened as it comes, so that focus stays in it and Escape closes it.
  const open = useCallback((dialog: HTMLDialogElement | null) => dialog?.showModal(), []);
  return (
    <dialog ref={open} className={classes.large} aria-label={says} onClose={onClose}>
      <img src={address} alt={says} />
      <button type="button" className={classes.plain} onClick={onClose}>
        Close
      </button>
    </dialog>
  );
}

/** A drawing, larger at a touch; nothing at all while it is not to be had. */
export function Picture({ address, says }: { address: string; says: string }) {
  const { from, failed } = useDrawing(address);
  const [large, setLarge] = useState(false);
  if (from === null) return null;
  return (
    <>
      <button
        type="button"
        className={classes.enlarge}
        aria-label={`${says}: see it larger`}
        onClick={() => setLarge(true)}
      >
        <img src={from} alt="" onError={failed} />
      </button>
      {large && <Large address={from} says={says} onClose={() => setLarge(false)} />}
    </>
  );
}
