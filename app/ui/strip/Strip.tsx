import { scaleLinear } from 'd3-scale';
import { useElementSize } from '@mantine/hooks';
import { findSite, PRESSURE_CEILING_LIMIT, type Side } from '#core/anatomy';
import { isOpenEnded } from '#core/dosage';
import { findPosture } from '#core/loading';
import type { Block, Layout } from '#core/routine';
import { clockTime } from '../parts/words';
import { placeLabels, type LabelWish } from './labels';
import classes from './Strip.module.css';

const HEIGHT = 236;
const TOP = 22;
const AXIS = 116;
const REACH = 66;
const FOOT = 212;
const PAD = 12;
/** Width of a drawn letter of a label, in pixels; near enough to keep labels apart. */
const LETTER = 6.3;

const heightOf = scaleLinear([0, PRESSURE_CEILING_LIMIT], [4, REACH]).clamp(true);

interface Group {
  key: string;
  itemId: string;
  side: Side;
  blocks: Block[];
}

function groupsOf(layout: Layout): Group[] {
  const groups: Group[] = [];
  for (const block of layout.blocks) {
    const { itemId, side } = block.step;
    const last = groups.at(-1);
    if (last?.itemId === itemId && last.side === side) last.blocks.push(block);
    else groups.push({ key: `${itemId}:${side}`, itemId, side, blocks: [block] });
  }
  return groups;
}

function box(block: Block, x: (seconds: number) => number) {
  const left = x(block.startSeconds);
  const width = Math.max(2, x(block.startSeconds + block.seconds) - left - 1.5);
  const reach = heightOf(block.step.grade);
  switch (block.step.side) {
    case 'left':
      return { left, width, top: AXIS - reach, height: reach };
    case 'right':
      return { left, width, top: AXIS, height: reach };
    case 'mid':
      return { left, width, top: AXIS - reach / 2, height: reach };
  }
}

/** A routine as a sentence, for those who do not see the drawing. */
function describe(layout: Layout, numbers: ReadonlyMap<string, number>): string {
  if (layout.blocks.length === 0) return 'The strip is empty: no site has been added.';
  const parts = groupsOf(layout).map((group) => {
    const first = group.blocks[0];
    const seconds = group.blocks.reduce((sum, block) => sum + block.seconds, 0);
    const site = findSite(first?.step.siteId ?? '')?.plainName ?? 'unknown site';
    const side = group.side === 'mid' ? '' : ` ${group.side}`;
    return `${numbers.get(group.itemId) ?? ''} ${site}${side}, ${clockTime(seconds)} at grade ${first?.step.grade ?? 0}`;
  });
  return `The routine along time, ${clockTime(layout.totalSeconds.most)} at most: ${parts.join('; ')}.`;
}

/** Room for “0 min” before the next figure, in px. */
const TICK_ROOM = 42;

function Ticks({ total, x }: { total: number; x: (seconds: number) => number }) {
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

function Bands({ layout, x }: { layout: Layout; x: (seconds: number) => number }) {
  return layout.bands.map((band, index) => {
    const left = x(band.startSeconds);
    const width = Math.max(1, x(band.endSeconds) - left);
    const name = findPosture(band.positionId)?.name ?? '';
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

function Hold({ block, x }: { block: Block; x: (seconds: number) => number }) {
  const { left, width, top, height } = box(block, x);
  const least = x(block.startSeconds + block.leastSeconds);
  return (
    <>
      <rect
        x={left}
        y={top}
        width={width}
        height={height}
        rx="1.5"
        className={classes.hold}
        data-method={block.step.dose.method}
      />
      {isOpenEnded(block.step.dose) && least < left + width - 2 && (
        <line x1={least} x2={least} y1={top + 2} y2={top + height - 2} className={classes.least} />
      )}
    </>
  );
}

/**
 * The strip: a routine to scale along time. Left side above the line and right below, length is
 * seconds, height is the pressure grade; a dotted hop is getting down to or up from the floor.
 */
export function Strip({
  layout,
  numbers,
  selectedId,
  onSelect,
  caption,
}: {
  layout: Layout;
  /** The number of each item in the list beside the strip. */
  numbers: ReadonlyMap<string, number>;
  selectedId?: string | null;
  onSelect?: (itemId: string) => void;
  caption?: string;
}) {
  const { ref, width: measured } = useElementSize<HTMLDivElement>();
  const width = measured || 740;
  const total = Math.max(60, layout.totalSeconds.most);
  const scale = scaleLinear([0, total], [PAD, width - PAD]);
  const x = (seconds: number) => scale(seconds);
  const groups = groupsOf(layout);
  const labels = placeLabels(
    groups.map((group): LabelWish => {
      const boxes = group.blocks.map((block) => box(block, x));
      const left = Math.min(...boxes.map((one) => one.left));
      const right = Math.max(...boxes.map((one) => one.left + one.width));
      const number = String(numbers.get(group.itemId) ?? '');
      const name = findSite(group.blocks[0]?.step.siteId ?? '')?.plainName ?? '';
      return {
        key: group.key,
        row: group.side === 'right' ? 'below' : 'above',
        centre: (left + right) / 2,
        texts: [`${number} ${name.toLowerCase()}`, number],
      };
    }),
    { from: PAD, to: width - PAD, letter: LETTER },
  );

  const boxes = layout.blocks.map((block) => box(block, x));

  return (
    <figure className={classes.figure}>
      <div ref={ref} className={classes.frame}>
        <svg
          width={width}
          height={HEIGHT}
          viewBox={`0 0 ${width} ${HEIGHT}`}
          role="img"
          aria-label={describe(layout, numbers)}
        >
          <defs>
            <linearGradient id="strip-fade">
              <stop offset="0" className={classes.fadeFrom} />
              <stop offset="1" className={classes.fadeTo} />
            </linearGradient>
            <pattern
              id="strip-sweep"
              width="6"
              height="6"
              patternUnits="userSpaceOnUse"
              patternTransform="rotate(45)"
            >
              <rect width="6" height="6" className={classes.sweepGround} />
              <line y2="6" className={classes.sweepLine} />
            </pattern>
            <pattern id="strip-move" width="5" height="6" patternUnits="userSpaceOnUse">
              <rect width="5" height="6" className={classes.sweepGround} />
              <line x1="2.5" x2="2.5" y2="6" className={classes.sweepLine} />
            </pattern>
          </defs>
          <Bands layout={layout} x={x} />
          <line x1={PAD} x2={width - PAD} y1={AXIS} y2={AXIS} className={classes.axis} />
          <text x={width - PAD} y={TOP + 12} textAnchor="end" className={classes.side}>
            left
          </text>
          <text x={width - PAD} y={FOOT - 20} textAnchor="end" className={classes.side}>
            right
          </text>
          {groups.map((group) => (
            // The list beside the strip is the way in by keyboard; here only the mouse is helped.
            <g
              key={group.key}
              className={classes.group}
              data-selected={group.itemId === selectedId}
              data-clickable={Boolean(onSelect)}
              onPointerDown={() => onSelect?.(group.itemId)}
            >
              {group.blocks.map((block) => (
                <Hold key={block.step.index} block={block} x={x} />
              ))}
            </g>
          ))}
          {labels.map((label) => {
            const group = groups.find((one) => one.key === label.key);
            const half = (label.text.length * LETTER) / 2;
            // Clear of every block it stands over, not only of its own.
            const reach = Math.max(
              0,
              ...boxes
                .filter(
                  (one) =>
                    one.left < label.centre + half && one.left + one.width > label.centre - half,
                )
                .map((one) =>
                  label.row === 'above' ? AXIS - one.top : one.top + one.height - AXIS,
                ),
            );
            return (
              <text
                key={label.key}
                x={label.centre}
                y={label.row === 'above' ? AXIS - reach - 6 : AXIS + reach + 14}
                textAnchor="middle"
                className={classes.label}
                data-selected={group?.itemId === selectedId}
              >
                {label.text}
              </text>
            );
          })}
          <Ticks total={total} x={x} />
        </svg>
      </div>
      {caption && <figcaption className={classes.caption}>{caption}</figcaption>}
    </figure>
  );
}
