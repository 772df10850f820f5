import { isOpenEnded } from '#core/dosage';
import { findPosture } from '#core/loading';
import { isHold, type Block, type Layout } from '#core/routine';
import { AXIS, box, FOOT, LETTER, PAD, risingOutline, TOP } from './frame';
import classes from './Strip.module.css';

/** Room for “0 min” before the next figure, in px. */
const TICK_ROOM = 42;

export function Ticks({ total, x }: { total: number; x: (seconds: number) => number }) {
  const minutes = Math.floor(total / 60);
  const step = [1, 2, 5, 10].find((each) => x(each * 60) - x(0) >= TICK_ROOM) ?? 20;
  return Array.from({ length: Math.floor(minutes / step) + 1 }, (_, n) => n * step).map(
    (minute) => (
      <g key={minute} transform={`translate(${x(minute * 60)},${FOOT - 10})`}>
        <line y2="5" className={classes.tick} />
        <text y="18" textAnchor={minute === 0 ? 'start' : 'middle'} className={classes.small}>
          {minute === 0 ? '0 min' : minute}
        </text>
      </g>
    ),
  );
}

export function Bands({ layout, x }: { layout: Layout; x: (seconds: number) => number }) {
  return layout.bands.map((band, index) => {
    const left = x(band.startSeconds);
    const width = Math.max(1, x(band.endSeconds) - left);
    const name = band.positionId === null ? 'standing' : (findPosture(band.positionId)?.name ?? '');
    const before = layout.bands[index - 1];
    const from = before ? x(before.endSeconds) : PAD;
    const short = name.split(',')[0] ?? '';
    const fits = [name, short].find((text) => text.length * LETTER < width - 4);
    return (
      <g key={`${band.positionId}:${band.startSeconds}`}>
        <rect x={left} y={TOP} width={width} height={FOOT - TOP - 14} className={classes.band} />
        {fits && (
          <text x={left + 2} y={TOP - 7} className={classes.small}>
            {fits}
          </text>
        )}
        {band.viaFloor && (
          <path
            d={`M${from},${AXIS} Q${(from + left) / 2},${AXIS - 26} ${left},${AXIS}`}
            className={classes.hop}
          />
        )}
      </g>
    );
  });
}

export function Hold({ block, x }: { block: Block; x: (seconds: number) => number }) {
  const { left, width, top, height } = box(block, x);
  const { step } = block;
  if (!isHold(step)) {
    // What is only told takes no time: a mark on the line.
    return block.seconds === 0 ? (
      <circle cx={left} cy={top + height / 2} r="4" className={classes.activity} />
    ) : (
      <rect
        x={left}
        y={top}
        width={width}
        height={height}
        rx="1.5"
        className={classes.activity}
        data-kind={step.kind}
      />
    );
  }
  const least = x(block.startSeconds + block.leastSeconds);
  const rising = risingOutline(block, x);
  return (
    <>
      {rising ? (
        <polygon points={rising} className={classes.hold} data-method={step.dose.method} />
      ) : (
        <rect
          x={left}
          y={top}
          width={width}
          height={height}
          rx="1.5"
          className={classes.hold}
          data-method={step.dose.method}
        />
      )}
      {isOpenEnded(step.dose) && least < left + width - 2 && (
        <line x1={least} x2={least} y1={top + 2} y2={top + height - 2} className={classes.least} />
      )}
    </>
  );
}
