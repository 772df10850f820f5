import { scaleLinear } from 'd3-scale';
import { PRESSURE_CEILING_LIMIT } from '#core/anatomy';
import { findPosture } from '#core/loading';
import { isHold, type Block, type Layout } from '#core/routine';
import type { Box } from './scene.server';

const INK = '#1F2E2B';
const SOFT = '#4C5955';
const BAND = '#F3EEE6';
const HOLD = '#B9C4BF';
const SMALL = 7;
/** Of its height: where postures stand, the line between the sides, and where minutes stand; points. */
export const STRIP_HEIGHT = 104;
const TOP = 12;
const AXIS = 48;
const FOOT = 84;
const REACH = 24;
const ACTIVITY_REACH = 7;

const heightOf = scaleLinear([0, PRESSURE_CEILING_LIMIT], [3, REACH]).clamp(true);

/** How far a block stands above and below the line, in points. */
export function reachOf({ step }: Block): { up: number; down: number } {
  const reach = isHold(step) ? heightOf(step.grade) : ACTIVITY_REACH;
  if (isHold(step) && step.together) return { up: reach, down: reach };
  switch (step.side) {
    case 'left':
      return { up: reach, down: 0 };
    case 'right':
      return { up: 0, down: reach };
    case 'mid':
      return { up: reach / 2, down: reach / 2 };
  }
}

/** Minutes between figures: no closer than they can be read. */
const stepOf = (points: number): number =>
  [1, 2, 5, 10].find((minutes) => points * minutes >= 22) ?? 20;

/**
 * The routine to scale along time, in black and white: the left side above the line, the right below, length is time,
 * height how hard; numbers are those of its lines.
 *
 * @param numbers the number of each line, by its id
 */
export function drawStrip(
  doc: PDFKit.PDFDocument,
  layout: Layout,
  numbers: ReadonlyMap<string, number>,
  box: Box,
): void {
  const total = Math.max(60, layout.totalSeconds.most);
  const x = scaleLinear([0, total], [box.x, box.x + box.width - 26]);
  const write = (text: string, at: number, y: number, where: 'from' | 'at' = 'from') => {
    doc.fontSize(SMALL);
    const wide = where === 'at' ? doc.widthOfString(text) / 2 : 0;
    doc.fillColor(SOFT).text(text, at - wide, box.y + y, { lineBreak: false });
  };
  for (const band of layout.bands) {
    const left = x(band.startSeconds);
    const width = Math.max(1, x(band.endSeconds) - left);
    doc.rect(left, box.y + TOP, width, FOOT - TOP).fill(BAND);
    const name = band.positionId === null ? 'standing' : (findPosture(band.positionId)?.name ?? '');
    doc.fontSize(SMALL);
    const fits = [name, name.split(',')[0] ?? ''].find(
      (text) => doc.widthOfString(text) < width - 3,
    );
    if (fits) write(fits, left + 1, 2);
  }
  const ends = x(total);
  doc
    .lineWidth(0.6)
    .moveTo(box.x, box.y + AXIS)
    .lineTo(ends, box.y + AXIS)
    .stroke(INK);
  write('left', ends + 4, AXIS - 12);
  write('right', ends + 4, AXIS + 4);
  for (const block of layout.blocks) {
    const { up, down } = reachOf(block);
    const left = x(block.startSeconds);
    const width = Math.max(1.5, x(block.startSeconds + block.seconds) - left - 0.8);
    doc
      .lineWidth(0.4)
      .rect(left, box.y + AXIS - up, width, up + down)
      .fillAndStroke(HOLD, INK);
  }
  // A number where a line begins on a side, if there is room for it beside the one before.
  const last = { up: -Infinity, down: -Infinity };
  let before = '';
  for (const block of layout.blocks) {
    const key = `${block.step.itemId} ${block.step.side}`;
    const number = numbers.get(block.step.itemId);
    const left = x(block.startSeconds);
    const { up, down } = reachOf(block);
    const row = up > 0 ? 'up' : 'down';
    if (key !== before && number !== undefined && left > last[row] + 9) {
      write(String(number), left, row === 'up' ? AXIS - up - 9 : AXIS + down + 2);
      last[row] = left;
    }
    before = key;
  }
  const minute = x(60) - x(0);
  const step = stepOf(minute);
  for (let at = 0; at * 60 <= total; at += step) {
    const left = x(at * 60);
    doc
      .lineWidth(0.5)
      .moveTo(left, box.y + FOOT)
      .lineTo(left, box.y + FOOT + 3)
      .stroke(INK);
    if (at === 0) write('0 min', left, FOOT + 5);
    else write(String(at), left, FOOT + 5, 'at');
  }
}
