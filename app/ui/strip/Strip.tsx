import { scaleLinear } from 'd3-scale';
import { useElementSize } from '@mantine/hooks';
import { findSite } from '#core/anatomy';
import { isHold, type Layout, type Step } from '#core/routine';
import { clockTime } from '../parts/words';
import { AXIS, box, FOOT, groupsOf, HEIGHT, LETTER, PAD, TOP } from './frame';
import { placeLabels, type LabelWish } from './labels';
import { Bands, Hold, Ticks } from './StripShapes';
import classes from './Strip.module.css';

/** What a step is about, by name. */
const nameOf = (step: Step | undefined): string => {
  if (!step) return '';
  return isHold(step) ? (findSite(step.siteId)?.plainName ?? 'unknown site') : step.title;
};

/** A routine as a sentence, for those who do not see the drawing. */
function describe(layout: Layout, numbers: ReadonlyMap<string, number>): string {
  if (layout.blocks.length === 0) return 'The strip is empty: nothing has been added.';
  const parts = groupsOf(layout).map((group) => {
    const first = group.blocks[0];
    const seconds = group.blocks.reduce((sum, block) => sum + block.seconds, 0);
    const site = nameOf(first?.step);
    const grade = first && isHold(first.step) ? ` at grade ${first.step.grade}` : '';
    const side = group.side === 'mid' ? '' : ` ${group.side}`;
    return `${numbers.get(group.itemId) ?? ''} ${site}${side}, ${seconds === 0 ? 'only told' : clockTime(seconds)}${grade}`;
  });
  return `The routine along time, ${clockTime(layout.totalSeconds.most)} at most: ${parts.join('; ')}.`;
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
  untilSeconds = 0,
}: {
  layout: Layout;
  /** The number of each item in the list beside the strip. */
  numbers: ReadonlyMap<string, number>;
  selectedId?: string | null;
  onSelect?: (itemId: string) => void;
  caption?: string;
  /** How far the time goes at least: strips that are compared are drawn to one scale. */
  untilSeconds?: number;
}) {
  const { ref, width: measured } = useElementSize<HTMLDivElement>();
  const width = measured || 740;
  const total = Math.max(60, untilSeconds, layout.totalSeconds.most);
  const scale = scaleLinear([0, total], [PAD, width - PAD]);
  const x = (seconds: number) => scale(seconds);
  const groups = groupsOf(layout);
  const labels = placeLabels(
    groups.map((group): LabelWish => {
      const boxes = group.blocks.map((block) => box(block, x));
      const left = Math.min(...boxes.map((one) => one.left));
      const right = Math.max(...boxes.map((one) => one.left + one.width));
      const number = String(numbers.get(group.itemId) ?? '');
      const name = nameOf(group.blocks[0]?.step);
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
