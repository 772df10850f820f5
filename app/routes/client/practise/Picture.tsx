import { useCallback, useState } from 'react';
import { keptDrawing } from '~/ui/offline/drawings';
import classes from './practise.module.css';

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
  const [here, setHere] = useState<string | null>(null);
  const [missing, setMissing] = useState(false);
  const [large, setLarge] = useState(false);
  if (missing) return null;
  const from = here ?? address;
  // Without a line it may lie on the device.
  const look = async () => {
    const kept = here === null ? await keptDrawing(address) : null;
    if (kept === null) setMissing(true);
    else setHere(kept);
  };
  return (
    <>
      <button
        type="button"
        className={classes.enlarge}
        aria-label={`${says}: see it larger`}
        onClick={() => setLarge(true)}
      >
        <img src={from} alt="" onError={() => void look()} />
      </button>
      {large && <Large address={from} says={says} onClose={() => setLarge(false)} />}
    </>
  );
}
