import PDFDocument from 'pdfkit';
import { faceOf, runsOf, type Weight } from './faces.server';

export interface OnPaper {
  paper: 'A4' | 'LETTER';
  /** Letters a third larger. */
  large: boolean;
  /** Without how each place is found and without drawings: one page where it fits. */
  brief: boolean;
}

export const MARGIN = 48;
const INK = '#1F2E2B';
export const SOFT = '#4C5955';

export type Style = { weight: Weight; size: number; colour?: string };

/** A page that is written from top to bottom. Sizes in points. */
export class Paper {
  readonly doc: PDFKit.PDFDocument;
  readonly #parts: PDFKit.PDFStructureElement;
  readonly #scale: number;
  y = MARGIN;

  constructor(title: string, { paper, large }: Pick<OnPaper, 'paper' | 'large'>) {
    this.doc = new PDFDocument({
      size: paper,
      margin: MARGIN,
      tagged: true,
      lang: 'en-GB',
      displayTitle: true,
      pdfVersion: '1.7',
      bufferPages: true,
      info: { Title: title, Creator: 'Entspann' },
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

export const TEXT: Style = { weight: 'text', size: 10 };
export const CARE: Style = { weight: 'strong', size: 10 };
