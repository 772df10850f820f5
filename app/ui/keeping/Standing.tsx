import { useEffect, useState, useSyncExternalStore } from 'react';
import { line } from '~/ui/offline/line';
import { useView } from './Keeping';
import { Unsent } from './Unsent';
import { fetchWords } from './useDescribe';
import { standingWords } from './words';
import classes from './Standing.module.css';

const WORDS_AFTER_MS = 2_500;

/**
 * The one quiet line: where what was written is, and behind it what is not with the practice yet.
 *
 * @param lean nothing is fetched for it beforehand, as on the screen that has to be there within a second
 */
export function Standing({ lean = false }: { lean?: boolean }) {
  const view = useView();
  const [open, setOpen] = useState(false);
  useEffect(() => {
    if (lean) return;
    const timer = setTimeout(fetchWords, WORDS_AFTER_MS);
    return () => clearTimeout(timer);
  }, [lean]);
  const isLineLost = useSyncExternalStore(line.subscribe, line.isLost, line.isNeverLost);
  const says = standingWords(view, isLineLost);
  const nothing = view.waiting + view.needsYou === 0;
  return (
    <>
      <span aria-live="polite" className={classes.line} data-needs={view.needsYou > 0}>
        {nothing ? (
          says
        ) : (
          <button type="button" onClick={() => setOpen(true)} aria-haspopup="dialog">
            {says}
          </button>
        )}
      </span>
      {open && <Unsent onClose={() => setOpen(false)} />}
    </>
  );
}
