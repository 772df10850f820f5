import { useMemo, useState } from 'react';
import { regrouped } from '#core/fit';
import { layOut } from '#core/routine';
import { LinkButton } from '~/ui/parts/LinkButton';
import { useKeys } from '~/ui/parts/useKeys';
import { clockTime } from '~/ui/parts/words';
import { BenchKeys } from '~/ui/plan/BenchKeys';
import type { PlanBenchState } from './usePlanBench';
import classes from './bench.module.css';

/** What stands over the strip: which version, whether it is kept, and what is done with the whole of it. */
export function BenchTitle({
  bench,
  onStart,
  onFit,
  onBeside,
}: {
  bench: PlanBenchState;
  /** Null while it is open. */
  onStart: (() => void) | null;
  onFit: (() => void) | null;
  onBeside: (() => void) | null;
}) {
  const { state, issue, draft, layout, dispatch } = bench;
  const { routine } = state;
  const [showsKeys, setShowsKeys] = useState(false);
  const grouped = useMemo(() => {
    const items = regrouped(routine);
    if (!items) return null;
    const saved = layout.totalSeconds.most - layOut({ items }).totalSeconds.most;
    return { items, saved };
  }, [routine, layout]);
  const regroup = () => grouped && dispatch({ type: 'order', items: grouped.items });
  const isEmpty = routine.items.length === 0;
  useKeys([
    ['mod+z', () => dispatch({ type: 'undo' })],
    ['mod+shift+z', () => dispatch({ type: 'redo' })],
    ['shift+?', () => setShowsKeys(true)],
    ['g', () => void regroup()],
    // While it is open the key is its own.
    ...(onFit && !isEmpty ? [['f', onFit] as const] : []),
    ...(onBeside && !isEmpty ? [['v', onBeside] as const] : []),
  ]);
  return (
    <>
      <div className={classes.title}>
        <h2>Routine, version {issue.baseNumber + 1}</h2>
        <span className={classes.kept} role="status">
          {draft.says}
        </span>
        <LinkButton disabled={state.past.length === 0} onClick={() => dispatch({ type: 'undo' })}>
          Undo <kbd>ctrl z</kbd>
        </LinkButton>
        <LinkButton quiet onClick={() => setShowsKeys(true)}>
          Keys <kbd>?</kbd>
        </LinkButton>
      </div>
      {!isEmpty && (onStart || onFit || onBeside || grouped) && (
        <div className={classes.tools}>
          {onStart && <LinkButton onClick={onStart}>Start from</LinkButton>}
          {onFit && (
            <LinkButton onClick={onFit}>
              Fit to minutes <kbd>f</kbd>
            </LinkButton>
          )}
          {onBeside && (
            <LinkButton onClick={onBeside}>
              Beside another <kbd>v</kbd>
            </LinkButton>
          )}
          {grouped && (
            <LinkButton onClick={regroup}>
              Group postures, {clockTime(grouped.saved)} less <kbd>g</kbd>
            </LinkButton>
          )}
        </div>
      )}
      <BenchKeys isOpen={showsKeys} onClose={() => setShowsKeys(false)} />
    </>
  );
}
