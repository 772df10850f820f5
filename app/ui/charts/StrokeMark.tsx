import { responseWords } from '#core/response';
import { stopReason } from '#core/session';
import type { Stroke } from '#core/trend';
import { shortDay } from '../parts/words';
import { tendernessFill } from '../theme/tenderness';
import { gradeScale, ROW } from './dropScale';
import classes from './DropChart.module.css';

const WIDTH = 5;
/** The bar that says at which end it began. */
const CAP = 11;

/** How the day after was, as a mark: quiet an open ring, sore a full one, more than that a square. */
function NextDay({ response, x }: { response: string; x: number }) {
  const { bears } = responseWords(response);
  if (bears === 'well') return <circle cx={x} cy={ROW.after} r="2" className={classes.quiet} />;
  if (response === 'sore') return <circle cx={x} cy={ROW.after} r="2.8" className={classes.sore} />;
  return <rect x={x - 3} y={ROW.after - 3} width="6" height="6" className={classes.worse} />;
}

/** What is said of a session where the pointer rests on it. */
export function strokeWords(stroke: Stroke): string {
  const { day, before, after, tooMuch, response, stopReason: stopped } = stroke;
  return [
    `${shortDay(day)}: before ${before}, ${after === null ? 'not rated after' : `after ${after}`}`,
    tooMuch ? 'a hold was ended for pressing too hard' : '',
    stopped ? `stopped: ${stopReason(stopped).label.toLowerCase()}` : '',
    response ? `next day: ${responseWords(response).label.toLowerCase()}` : '',
  ]
    .filter(Boolean)
    .join('; ');
}

/**
 * One session: a bar across at the rating before, a stem that ends at the rating after. What rose is hollow; what was not
 * rated after is the bar alone.
 */
export function StrokeMark({ stroke, x }: { stroke: Stroke; x: number }) {
  const { before, after, tooMuch, response, stopReason: stopped } = stroke;
  const from = gradeScale(before);
  const to = after === null ? from : gradeScale(after);
  const rose = to < from;
  const isTold =
    stopped !== null && stopped !== undefined && stopReason(stopped).weight !== 'ordinary';
  return (
    <g>
      <title>{strokeWords(stroke)}</title>
      <rect
        x={x - WIDTH / 2}
        y={Math.min(from, to)}
        width={WIDTH}
        height={Math.abs(to - from)}
        fill={rose ? 'none' : tendernessFill(before)}
        className={classes.stroke}
        data-rose={rose}
      />
      <line x1={x - CAP / 2} x2={x + CAP / 2} y1={from} y2={from} className={classes.start} />
      {isTold && (
        <path d={`M${x - 3},${ROW.top - 12} l6,6 m0,-6 l-6,6`} className={classes.stopped} />
      )}
      {response && <NextDay response={response} x={x} />}
      {tooMuch && <path d={`M${x - 3.5},${ROW.hard} h7 l-3.5,-6.5z`} className={classes.tooMuch} />}
    </g>
  );
}
