import PDFDocument from 'pdfkit';
import QRCode from 'qrcode';
import type { Side } from '#core/anatomy';
import type { Scene } from '#core/poses';
import type { Layout } from '#core/routine';
import { faceOf, runsOf, type Weight } from './faces.server';
import { drawFigure, isSeenOn, type Marked } from './figure.server';
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

export interface OnPaper {
  paper: 'A4' | 'LETTER';
  /** Letters a third larger. */
  large: boolean;
  /** Without how each place is found and without drawings: one page where it fits. */
  brief: boolean;
}

const MARGIN = 48;
const INK = '#1F2E2B';
const SOFT = '#4C5955';
const DRAWING = { width: 132, height: 104, gap: 16 };
const QR = 74;

const VIEWS = [
  { view: 'front', says: 'From the front' },
  { view: 'back', says: 'From the back' },
] as const;

type Style = { weight: Weight; size: number; colour?: string };

/** A page that is written from top to bottom. Sizes in points. */
class Paper {
  readonly doc: PDFKit.PDFDocument;
  readonly #parts: PDFKit.PDFStructureElement;
  readonly #scale: number;
  y = MARGIN;

  constructor({ name, from }: Sheet, { paper, large }: OnPaper) {
    this.doc = new PDFDocument({
      size: paper,
      margin: MARGIN,
      tagged: true,
      lang: 'en-GB',
      displayTitle: true,
      pdfVersion: '1.7',
      bufferPages: true,
      info: { Title: `${name}: ${from}`, Creator: 'Entspann' },
    });
    this.#scale = large ? 4 / 3 : 1;
    this.#parts = this.doc.struct('Document');
    this.doc.addStructure(this.#parts);
  }

  get width(): number {
    return this.doc.page.width - 2 * MARGIN;
  }
  get bottom(): number {
    // Room for the foot of the page.
    return this.doc.page.height - MARGIN - 18;
  }

  #set(face: string, size: number): void {
    this.doc.registerFont(face, faceOf(face).bytes).font(face).fontSize(size);
  }

  /** Words with their spaces; one that is wider than a line in parts that are not. */
  #pieces(run: string, width: number): string[] {
    return (run.match(/\s*\S+\s*|\s+/g) ?? []).flatMap((word) => {
      const parts = [''];
      if (this.doc.widthOfString(word.trim()) <= width) return [word];
      for (const letter of word) {
        const last = parts.at(-1) ?? '';
        if (last !== '' && this.doc.widthOfString(last + letter) > width) parts.push(letter);
        else parts[parts.length - 1] = last + letter;
      }
      return parts;
    });
  }

  /** Where each word of a text stands: lines broken between words, pieces of one face together. */
  #broken(text: string, { weight, size }: Style, width: number) {
    const points = size * this.#scale;
    const lines: { face: string; text: string; wide: number }[][] = [[]];
    let room = width;
    for (const paragraph of text.split('\n')) {
      if (lines.length > 1 || (lines[0]?.length ?? 0) > 0) {
        lines.push([]);
        room = width;
      }
      for (const { face, text: run } of runsOf(paragraph, weight)) {
        this.#set(face, points);
        for (const piece of this.#pieces(run, width)) {
          const wide = this.doc.widthOfString(piece);
          const bare = this.doc.widthOfString(piece.trimEnd());
          if (bare > room && (lines.at(-1)?.length ?? 0) > 0) {
            lines.push([]);
            room = width;
          }
          lines.at(-1)?.push({ face, text: piece, wide });
          room -= wide;
        }
      }
    }
    return { lines, points, leading: points * 1.38 };
  }

  height(text: string, style: Style, width: number): number {
    const { lines, leading } = this.#broken(text, style, width);
    return lines.length * leading;
  }

  /** Writes a text; what stands beside it goes on another page with it, if it does not fit. */
  write(
    tag: string,
    text: string,
    style: Style,
    { x = MARGIN, width = this.width, after = 3 } = {},
  ) {
    const { lines, points, leading } = this.#broken(text, style, width);
    const { doc } = this;
    for (const line of lines) {
      if (this.y + leading > this.bottom) this.turn();
      const y = this.y;
      const draw = () => {
        let at = x;
        doc.fillColor(style.colour ?? INK);
        for (const { face, text: piece, wide } of line) {
          this.#set(face, points);
          doc.text(piece, at, y, { lineBreak: false, baseline: 'top' });
          at += wide;
        }
      };
      this.#parts.add(doc.struct(tag, {}, draw));
      this.y += leading;
    }
    this.y += after;
  }

  /** Something drawn, told in words to who does not see it. */
  picture(says: string, draw: () => void): void {
    this.#parts.add(this.doc.struct('Figure', { alt: says }, draw));
  }

  rule(): void {
    const { doc, y } = this;
    doc.markContent('Artifact', { type: 'Layout' });
    doc
      .lineWidth(0.5)
      .moveTo(MARGIN, y)
      .lineTo(MARGIN + this.width, y)
      .stroke('#8A938F');
    doc.endMarkedContent();
    this.y += 8;
  }

  turn(): void {
    this.doc.addPage();
    this.y = MARGIN;
  }

  /** Goes on at the next page unless so much has room on this one; what fits on none begins where it is. */
  keep(height: number): void {
    if (this.y + height > this.bottom && height < this.bottom - MARGIN) this.turn();
  }

  /** The foot of every page, and the bytes of the file. */
  async end(foot: string): Promise<Uint8Array<ArrayBuffer>> {
    const { doc } = this;
    const { count } = doc.bufferedPageRange();
    for (let page = 0; page < count; page += 1) {
      doc.switchToPage(page);
      this.y = doc.page.height - MARGIN - 12;
      const number = `${foot} · page ${page + 1} of ${count}`;
      const { lines } = this.#broken(number, { weight: 'text', size: 8 / this.#scale }, this.width);
      let at = MARGIN;
      doc.markContent('Artifact', { type: 'Pagination' });
      doc.fillColor(SOFT);
      for (const { face, text, wide } of lines[0] ?? []) {
        this.#set(face, 8);
        doc.text(text, at, this.y, { lineBreak: false, baseline: 'top' });
        at += wide;
      }
      doc.endMarkedContent();
    }
    this.#parts.end();
    const parts: Buffer[] = [];
    doc.on('data', (part: Buffer) => parts.push(part));
    const whole = new Promise<Uint8Array<ArrayBuffer>>((done, fail) => {
      doc.on('end', () => done(new Uint8Array(Buffer.concat(parts))));
      doc.on('error', fail);
    });
    doc.end();
    return whole;
  }
}

const TEXT: Style = { weight: 'text', size: 10 };
const CARE: Style = { weight: 'strong', size: 10 };
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
  const paper = new Paper(sheet, how);
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
