import QRCode from 'qrcode';
import type { Side } from '#core/anatomy';
import type { Scene } from '#core/poses';
import type { Layout } from '#core/routine';
import { drawFigure, isSeenOn, type Marked } from './figure.server';
import { CARE, MARGIN, Paper, SOFT, TEXT, type OnPaper, type Style } from './paper.server';
import { drawScene } from './scene.server';
import { drawStrip, STRIP_HEIGHT } from './strip.server';

interface Sentence {
  says: string;
  care?: true;
}

/** One line of a hand-out, in words, with its drawing and the place it is of. */
export interface SheetLine {
  title: string;
  /** Null: it is left out. */
  dose: string | null;
  first: readonly Sentence[];
  steps: readonly string[];
  last: readonly Sentence[];
  scene: Scene | null;
  place: { siteId: string; sides: readonly Side[] } | null;
}

/** A hand-out in words. */
export interface Sheet {
  name: string;
  from: string;
  message: string;
  lines: readonly SheetLine[];
  /** What is done, to scale along time, with the number of each line by its id. */
  strip: { layout: Layout; numbers: ReadonlyMap<string, number>; says: string };
  stops: string;
  call: string;
  limits: string;
  /** What the code on it opens. */
  link: string;
}

const DRAWING = { width: 132, height: 104, gap: 16 };
const QR = 74;

const VIEWS = [
  { view: 'front', says: 'From the front' },
  { view: 'back', says: 'From the back' },
] as const;

const styleOf = ({ care }: Sentence): Style => (care ? CARE : TEXT);

/** What of a line stands on the sheet. */
const textsOf = ({ first, steps, last }: SheetLine, { brief }: OnPaper) => [
  ...first.map((one) => ({ ...one, tag: 'P' })),
  ...(brief ? [] : steps.map((says, n) => ({ says: `${n + 1}. ${says}`, tag: 'P' }))),
  ...last.map((one) => ({ ...one, tag: 'P' })),
];

function writeLine(paper: Paper, line: SheetLine, number: number, how: OnPaper): void {
  const scene = how.brief ? null : line.scene;
  const width = paper.width - (scene ? DRAWING.width + DRAWING.gap : 0);
  const title: Style = { weight: 'title', size: 13 };
  const texts = textsOf(line, how);
  const heading = `${number}. ${line.title}`;
  const tall =
    paper.height(heading, title, paper.width) +
    (line.dose === null ? 0 : paper.height(line.dose, CARE, width)) +
    texts.reduce((sum, one) => sum + paper.height(one.says, styleOf(one), width) + 3, 0);
  paper.keep(Math.max(tall, scene ? DRAWING.height + 30 : 0) + 20);
  paper.rule();
  paper.write('H2', heading, title, { after: 2 });
  const top = paper.y;
  const page = paper.doc.bufferedPageRange().count;
  if (scene) {
    const { x, y } = { x: MARGIN + width + DRAWING.gap, y: top };
    paper.picture(scene.says, () => drawScene(paper.doc, scene, { x, y, ...DRAWING }));
  }
  if (line.dose !== null) paper.write('P', line.dose, CARE, { width });
  for (const one of texts) paper.write(one.tag, one.says, styleOf(one), { width });
  // The next line begins below the drawing, if it is still on this page.
  if (scene && paper.doc.bufferedPageRange().count === page)
    paper.y = Math.max(paper.y, top + DRAWING.height);
  paper.y += 6;
}

function drawCode(paper: Paper, link: string, x: number, y: number): void {
  const { modules } = QRCode.create(link, { errorCorrectionLevel: 'M' });
  const cell = QR / modules.size;
  paper.picture(`Code that opens ${link}`, () => {
    for (let row = 0; row < modules.size; row += 1)
      for (let column = 0; column < modules.size; column += 1)
        if (modules.get(row, column))
          // A hair larger than a cell: no white lines between them on a screen.
          paper.doc.rect(x + column * cell, y + row * cell, cell + 0.05, cell + 0.05);
    paper.doc.fill('#000000');
  });
}

/**
 * A hand-out as PDF, for black and white: the figure with the places numbered, line by line in words and drawn, what stops it,
 * whom to ring, and a code that opens the routine.
 *
 * @returns the bytes of the file, tagged, with its fonts in it
 */
export async function handOutPdf(sheet: Sheet, how: OnPaper): Promise<Uint8Array<ArrayBuffer>> {
  const paper = new Paper(`${sheet.name}: ${sheet.from}`, how);
  const { doc } = paper;
  const right = MARGIN + paper.width - QR;
  drawCode(paper, sheet.link, right, MARGIN);
  const beside = { width: paper.width - QR - 20 };
  paper.write('H1', sheet.name, { weight: 'title', size: 22 }, { ...beside, after: 2 });
  paper.write('P', sheet.from, { ...TEXT, colour: SOFT }, beside);
  if (sheet.message) paper.write('P', sheet.message, TEXT, beside);
  paper.y = Math.max(paper.y, MARGIN + QR + 4);
  paper.write('P', `On your phone: ${sheet.link}`, { weight: 'text', size: 8, colour: SOFT });
  const marked = sheet.lines.flatMap(({ place, dose }, n): Marked[] =>
    place && dose !== null ? [{ number: n + 1, ...place }] : [],
  );
  const views = how.brief ? [] : VIEWS.filter(({ view }) => isSeenOn(view, marked));
  const box = { y: paper.y, width: paper.width / Math.max(1, views.length), height: 165 };
  for (const [n, { view, says }] of views.entries())
    paper.picture(`${says}: the places of the routine, numbered as its lines.`, () =>
      drawFigure(doc, view, marked, { ...box, x: MARGIN + n * box.width }),
    );
  if (views.length > 0) paper.y += box.height + 10;
  const { layout, numbers, says } = sheet.strip;
  if (layout.blocks.length > 0) {
    paper.keep(STRIP_HEIGHT + 10);
    const { y, width } = paper;
    paper.picture(says, () =>
      drawStrip(doc, layout, numbers, { x: MARGIN, y, width, height: STRIP_HEIGHT }),
    );
    paper.y += STRIP_HEIGHT + 10;
  }
  for (const [n, line] of sheet.lines.entries()) writeLine(paper, line, n + 1, how);
  const stops = paper.height(sheet.stops, CARE, paper.width) + 110;
  paper.keep(stops);
  paper.rule();
  paper.write('H2', 'What stops you', { weight: 'title', size: 13 }, { after: 2 });
  paper.write('P', sheet.stops, CARE);
  paper.write('P', sheet.call, { weight: 'strong', size: 11 });
  paper.write('P', sheet.limits, { ...TEXT, colour: SOFT });
  return paper.end(sheet.name);
}
