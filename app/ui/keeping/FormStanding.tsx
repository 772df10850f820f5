import type { Entry } from '~/keeping/client/queue';
import { theirFields } from '~/ui/parts/theirFields';
import { Notice } from '~/ui/parts/Notice';
import classes from './FormStanding.module.css';

/** Says what became of a form that was saved: with the practice, on its way, or what stands in the way. */
export function FormStanding({
  entry,
  saved,
  done,
}: {
  entry: Entry | undefined;
  saved: boolean;
  /** What to say when it is with the practice. */
  done: string;
}) {
  if (entry?.refused) {
    const changes = theirFields(entry.refused.details.theirs);
    return (
      <Notice>
        {entry.refused.says}
        {changes.length > 0 && (
          <dl className={classes.theirs}>
            {changes.map(({ label, value }) => (
              <div key={label}>
                <dt>{label}</dt>
                <dd>{value}</dd>
              </div>
            ))}
          </dl>
        )}
      </Notice>
    );
  }
  if (entry) return <Notice tone="quiet">Kept on this device, and on its way.</Notice>;
  return saved ? <Notice tone="quiet">{done}</Notice> : null;
}
