import { shortDay } from '~/ui/parts/words';
import classes from './Said.module.css';

/** One thing that was said about keeping a record. */
export interface SaidStep {
  what: 'given' | 'erasure asked' | 'erasure taken back';
  saidBy: string;
  words: string;
  day: string;
  byName: string;
}

const SAYS = {
  given: 'It may be kept',
  'erasure asked': 'It shall be erased',
  'erasure taken back': 'It may stay after all',
} as const;

/** What was said about keeping a record, the latest first. */
export function Said({ steps, today }: { steps: readonly SaidStep[]; today: string }) {
  if (steps.length === 0) return <p className={classes.soft}>Nothing is put down about it.</p>;
  return (
    <ol className={classes.said}>
      {steps.map((step) => (
        <li key={`${step.day} ${step.what} ${step.saidBy}`}>
          <time dateTime={step.day}>{shortDay(step.day, today)}</time>
          <div>
            <strong>{SAYS[step.what]}</strong>, said <bdi>{step.saidBy}</bdi>
            {step.byName !== step.saidBy && (
              <>
                {' '}
                to <bdi>{step.byName}</bdi>
              </>
            )}
            {step.words && <q>{step.words}</q>}
          </div>
        </li>
      ))}
    </ol>
  );
}
