import { pathOf, smooth, smoothLine, straightPath } from '#core/geometry';
import { arrowPaths, frameOf, type DrawnTool, type Scene } from '#core/poses';

/** Greys that hold apart on any printer; nothing is told by colour alone. */
const INK = '#1F2E2B';
const SKIN = '#F3EEE6';
const SHADE = '#DAD3C6';
const TOOL = '#3C5F58';
const LINE = 1.1;

/** Where a picture goes on the page, in points. */
export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Lays coordinates of a drawing into a box, whole and in the middle; lines keep their weight on paper. */
export function within(
  doc: PDFKit.PDFDocument,
  box: Box,
  [left, top, width, height]: readonly [number, number, number, number],
  draw: (scale: number) => void,
): void {
  const scale = Math.min(box.width / width, box.height / height);
  doc.save();
  doc.translate(box.x + (box.width - width * scale) / 2, box.y + (box.height - height * scale) / 2);
  doc.scale(scale);
  doc.translate(-left, -top);
  doc.rect(left, top, width, height).clip();
  draw(scale);
  doc.restore();
}

function drawTool(doc: PDFKit.PDFDocument, tool: DrawnTool, weight: number): void {
  const [at] = tool.points;
  if (!at) return;
  switch (tool.kind) {
    case 'ball':
    case 'roller':
      doc.lineWidth(weight).circle(at[0], at[1], tool.radius).fillAndStroke(TOOL, INK);
      return;
    case 'line':
      doc
        .lineWidth(Math.max(weight, tool.radius * 2 - 5))
        .lineCap('round')
        .path(pathOf(smoothLine(tool.points)))
        .stroke(TOOL);
      return;
    case 'shape':
      doc
        .lineWidth(weight)
        .path(pathOf(smooth(tool.points)))
        .fillAndStroke(TOOL, INK);
      return;
    default: {
      const none: never = tool.kind;
      throw new Error(`No such tool: ${String(none)}`);
    }
  }
}

/** How the body lies, leans or reaches, in lines and greys. */
export function drawScene(doc: PDFKit.PDFDocument, scene: Scene, box: Box): void {
  within(doc, box, frameOf(scene), (scale) => {
    const weight = LINE / scale;
    doc.lineJoin('round').lineCap('round');
    const things = (over: boolean) => {
      for (const { points, solid } of scene.things.filter((one) => (one.over ?? false) === over)) {
        doc.lineWidth(weight).path(straightPath(points, solid));
        if (solid) doc.fillAndStroke(SHADE, INK);
        else doc.stroke(INK);
      }
    };
    const tools = (over: boolean) => {
      for (const tool of scene.tools.filter((one) => one.over === over))
        drawTool(doc, tool, weight);
    };
    things(false);
    tools(false);
    for (const { layers, hair, face, ghost } of scene.bodies) {
      doc.opacity(ghost ? 0.34 : 1);
      for (const { depth, outlines } of layers) {
        const paths = outlines.map((outline) => pathOf(smooth(outline)));
        // Every edge first, then every fill: one line runs round the whole of a layer.
        for (const path of paths)
          doc
            .lineWidth(weight * 2)
            .path(path)
            .stroke(INK);
        for (const path of paths) doc.path(path).fill(depth === 'far' ? SHADE : SKIN);
        if (depth !== 'body') continue;
        if (hair.length > 0) doc.path(pathOf(smooth(hair))).fill(SHADE);
        for (const line of face)
          doc
            .lineWidth(weight * 0.6)
            .path(pathOf(smoothLine(line)))
            .stroke(INK);
      }
      doc.opacity(1);
    }
    things(true);
    tools(true);
    if (scene.contact)
      doc
        .lineWidth(weight * 1.6)
        .circle(scene.contact[0], scene.contact[1], 11)
        .stroke(INK);
    for (const arrow of scene.arrows)
      doc
        .lineWidth(weight * 1.6)
        .path(arrowPaths(arrow).join(''))
        .stroke(INK);
  });
}
