import { Link } from 'react-router';
import classes from './StageLine.module.css';

/** `done` a filled knot, `open` an open one, `ahead` dotted: work that is not kept here yet. */
export interface Stage {
  name: string;
  state: 'done' | 'open' | 'ahead';
  says: string;
  /** Where its screen is; a stage without one is drawn and not linked. */
  to?: string;
  here: boolean;
}

function Knot({ stage }: { stage: Stage }) {
  return (
    <span className={classes.knot} data-state={stage.state} data-here={stage.here} aria-hidden>
      {stage.here && <span className={classes.heart} />}
    </span>
  );
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
            <Knot stage={stage} />
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
