import type { DoneStrip as Strip } from '~/services/visits.server';
import classes from './DoneStrip.module.css';

const NAMES: Record<Strip['rows'][number]['stage'], [string, string]> = {
  Screen: ['interview', 'interviews'],
  Map: ['point', 'points'],
  Measure: ['figure', 'figures'],
  Plan: ['version issued', 'versions issued'],
};

/** The strip’s own units; the least that is seen of a moment. */
const [WIDE, LEAST] = [1000, 8];

/** What was done when in a visit: its stages along its time, each stretch with its clock. */
export function DoneStrip({ strip }: { strip: Strip }) {
  const { begun, ended, minutes, rows, isLeft } = strip;
  if (rows.length === 0) return null;
  return (
    <div className={classes.strip}>
      <p className={classes.ends}>
        <span>{begun}</span>
        <span>{isLeft ? 'left open' : ended === null ? 'open' : `${minutes} min`}</span>
        <span>{ended ?? (isLeft ? '' : 'now')}</span>
      </p>
      <ol>
        {rows.map(({ stage, spans }) => (
          <li key={stage}>
            <span>{stage}</span>
            <svg
              viewBox={`0 0 ${WIDE} 10`}
              preserveAspectRatio="none"
              className={classes.track}
              aria-hidden
            >
              {spans.map(({ from, to }) => {
                const width = Math.max(LEAST, (to - from) * WIDE);
                return (
                  <rect
                    key={from}
                    x={Math.min(from * WIDE, WIDE - width)}
                    y={0}
                    width={width}
                    height={10}
                    className={classes.span}
                  />
                );
              })}
            </svg>
            <span className={classes.says}>
              {spans
                .map(({ begin, end }) => (begin === end ? begin : `${begin}–${end}`))
                .join(', ')}
              {', '}
              {spans.reduce((sum, { many }) => sum + many, 0)}{' '}
              {NAMES[stage][spans.reduce((sum, { many }) => sum + many, 0) === 1 ? 0 : 1]}
            </span>
          </li>
        ))}
      </ol>
    </div>
  );
}
