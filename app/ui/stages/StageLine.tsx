import { Link } from 'react-router';
import classes from './StageLine.module.css';
import { StageMark } from './StageMark';

/** `done` its mark full, `open` in outline, `ahead` pale: work that is not kept here yet. */
export interface Stage {
  name: string;
  state: 'done' | 'open' | 'ahead';
  says: string;
  /** Where its screen is; a stage without one is drawn and not linked. */
  to?: string;
  here: boolean;
}

/** The order of work as one line across a client's file. */
export function StageLine({ stages }: { stages: Stage[] }) {
  return (
    <nav aria-label="Stages of the work">
      <ol className={classes.line}>
        {stages.map((stage, index) => (
          <li
            key={stage.name}
            className={classes.stage}
            data-reached={stage.state !== 'ahead' && stages[index - 1]?.state !== 'ahead'}
          >
            <StageMark name={stage.name} state={stage.state} here={stage.here} />
            {stage.to ? (
              <Link
                to={stage.to}
                className={classes.name}
                aria-current={stage.here ? 'page' : undefined}
              >
                {stage.name}
              </Link>
            ) : (
              <span className={classes.name} data-ahead>
                {stage.name}
              </span>
            )}
            <span className={classes.says}>{stage.says}</span>
          </li>
        ))}
      </ol>
    </nav>
  );
}
