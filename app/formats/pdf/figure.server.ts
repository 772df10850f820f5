import {
  findSite,
  middleOf,
  PLACES,
  polygonOf,
  VIEWS,
  type Side,
  type SiteId,
} from '#core/anatomy';
import { mirror, pathOf, smooth, smoothLine, straightPath } from '#core/geometry';
import { sideSign } from '#core/map';
import { within, type Box } from './scene.server';

const INK = '#1F2E2B';
const SKIN = '#F7F3EC';
const MARK = '#6F8580';

/** A site that is worked, with the number of its line. */
export interface Marked {
  number: number;
  siteId: string;
  sides: readonly Side[];
}

/** What is worked on one view: its area, on the side it is on, and where its number goes. */
function areasOn(view: 'front' | 'back', marked: readonly Marked[]) {
  return marked.flatMap(({ number, siteId, sides }) => {
    const site = findSite(siteId);
    const shapes = site ? PLACES[site.id as SiteId].areas.filter((one) => one.view === view) : [];
    return shapes.flatMap((shape) =>
      sides.map((side) => {
        const isMirrored = sideSign(view, side) < 0;
        const [x, y] = middleOf(shape);
        const polygon = polygonOf(shape);
        return {
          number,
          path: straightPath(isMirrored ? mirror(polygon) : polygon),
          at: [isMirrored ? -x : x, y] as const,
        };
      }),
    );
  });
}

/** Numbers beside each other: one that would lie on another goes outwards until it does not. */
function apart<A extends { at: readonly [number, number] }>(areas: readonly A[], size: number) {
  const placed: (A & { label: readonly [number, number] })[] = [];
  for (const area of areas) {
    const [, y] = area.at;
    let [x] = area.at;
    const isTaken = () =>
      placed.some(({ label }) => Math.hypot(label[0] - x, label[1] - y) < size * 1.5);
    while (isTaken()) x += (area.at[0] < 0 ? -1 : 1) * size * 0.25;
    placed.push({ ...area, label: [x, y] });
  }
  return placed;
}

/** Whether anything of a routine is seen on a view. */
export const isSeenOn = (view: 'front' | 'back', marked: readonly Marked[]): boolean =>
  areasOn(view, marked).length > 0;

/** The body from the front or the back, with the places of the routine and the numbers of their lines. */
export function drawFigure(
  doc: PDFKit.PDFDocument,
  view: 'front' | 'back',
  marked: readonly Marked[],
  box: Box,
): void {
  const { frame, outlines, lines } = VIEWS[view];
  within(doc, box, frame, (scale) => {
    for (const points of outlines)
      doc
        .lineWidth(0.9 / scale)
        .path(pathOf(smooth(points)))
        .fillAndStroke(SKIN, INK);
    for (const { points } of lines)
      doc
        .lineWidth(0.4 / scale)
        .path(pathOf(smoothLine(points)))
        .stroke(MARK);
    const areas = areasOn(view, marked);
    for (const { path } of areas)
      doc
        .lineWidth(0.6 / scale)
        .path(path)
        .fillAndStroke(MARK, INK);
    const size = 6 / scale;
    for (const { number, at, label } of apart(areas, size)) {
      const [x, y] = label;
      doc
        .lineWidth(0.5 / scale)
        .moveTo(at[0], at[1])
        .lineTo(x, y)
        .stroke(INK);
      doc
        .lineWidth(0.5 / scale)
        .circle(x, y, size * 0.72)
        .fillAndStroke('#FFFFFF', INK);
      doc.fillColor(INK).fontSize(size);
      const wide = doc.widthOfString(String(number));
      doc.text(String(number), x - wide / 2, y - size * 0.62, { lineBreak: false });
    }
  });
}
