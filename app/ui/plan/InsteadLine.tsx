import type { Instead } from '#core/routine';
import classes from './InsteadLine.module.css';

/** What is possible in place of a refused use, one key away. */
export function InsteadLine({
  instead,
  refused = false,
  byKey,
  onTake,
}: {
  instead: Instead | null;
  /** Says too that it is refused, where that is not said beside it. */
  refused?: boolean;
  /** The key acts on this one. */
  byKey: boolean;
  onTake: () => void;
}) {
  return (
    <p className={classes.line} data-refused={refused}>
      {refused && <strong>Refused as it stands. </strong>}
      {instead
        ? `Possible: ${instead.says}.`
        : 'No other way is left here: it takes a clearance, or another site.'}{' '}
      <button type="button" onClick={onTake}>
        {instead ? 'Take it' : 'Take the line out'}
        {byKey && (
          <>
            {' '}
            <kbd>i</kbd>
          </>
        )}
      </button>
    </p>
  );
}
