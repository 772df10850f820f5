import { CARE, MARGIN, Paper, SOFT, TEXT, type OnPaper } from './paper.server';

/** A stroke of a drop chart: 0–10, at a place along the days from 0 to 1. */
export interface DrawnStroke {
  at: number;
  before: number;
  /** Null: it was rated once. */
  after: number | null;
}

/** One thing that stands on a page. */
export type PageItem =
  | { kind: 'text'; says: string; care?: boolean }
  /** A question and its answer, the answer at the right. */
  | { kind: 'answer'; asks: string; says: string; care: boolean }
  /** Strokes from the rating before to the rating after, session by session. */
  | { kind: 'strokes'; name: string; says: string; strokes: readonly DrawnStroke[] };

/** A document of pages: a heading, what stands under it, and its sections. */
export interface Pages {
  title: string;
  under: readonly string[];
  sections: readonly { title: string; level: 2 | 3; items: readonly PageItem[] }[];
  /** Room to write in, with what goes there; null: none. */
  sign: string | null;
  limits: string;
}

const ANSWER = 74;
const CHART = { height: 54, name: 150, pad: 6 };
const SIGN_HEIGHT = 70;

function writeAnswer(paper: Paper, { asks, says, care }: Extract<PageItem, { kind: 'answer' }>) {
  const width = paper.width - ANSWER - 12;
  const style = care ? CARE : TEXT;
  paper.keep(paper.height(asks, style, width));
  const top = paper.y;
  paper.write('P', says, style, { x: MARGIN + width + 12, width: ANSWER, after: 0 });
  const below = paper.y;
  paper.y = top;
  paper.write('P', asks, style, { width, after: 1 });
  paper.y = Math.max(paper.y, below);
}

function writeStrokes(paper: Paper, item: Extract<PageItem, { kind: 'strokes' }>) {
  const { name, says, strokes } = item;
  const width = paper.width - CHART.name;
  const words = paper.height(says, { ...TEXT, size: 9 }, CHART.name - 12);
  const tall = Math.max(CHART.height, paper.height(name, CARE, CHART.name - 12) + words + 4);
  paper.keep(tall + 8);
  const top = paper.y;
  paper.write('P', name, CARE, { width: CHART.name - 12, after: 1 });
  paper.write('P', says, { ...TEXT, size: 9, colour: SOFT }, { width: CHART.name - 12, after: 0 });
  const { doc } = paper;
  const [left, base] = [MARGIN + CHART.name, top + CHART.height - CHART.pad];
  const up = (grade: number) => base - (grade / 10) * (CHART.height - 2 * CHART.pad);
  paper.picture(`${name}: ${says}`, () => {
    doc.lineWidth(0.5);
    for (const grade of [0, 5, 10])
      doc
        .moveTo(left, up(grade))
        .lineTo(left + width, up(grade))
        .stroke(grade === 0 ? '#4C5955' : '#C9CFCB');
    for (const { at, before, after } of strokes) {
      const x = left + 4 + at * (width - 8);
      if (after !== null && after !== before)
        doc.lineWidth(1.6).moveTo(x, up(before)).lineTo(x, up(after)).stroke('#1F2E2B');
      // Across where it began.
      doc
        .lineWidth(1)
        .moveTo(x - 2, up(before))
        .lineTo(x + 2, up(before))
        .stroke('#1F2E2B');
    }
  });
  paper.y = Math.max(paper.y, top + tall) + 6;
}

function writeItem(paper: Paper, item: PageItem): void {
  switch (item.kind) {
    case 'text':
      paper.write('P', item.says, item.care ? CARE : TEXT);
      return;
    case 'answer':
      writeAnswer(paper, item);
      return;
    case 'strokes':
      writeStrokes(paper, item);
      return;
  }
}

/**
 * A document of words and strokes as PDF, for black and white.
 *
 * @returns the bytes of the file, tagged, with its fonts in it
 */
export async function pagesPdf(
  pages: Pages,
  how: Pick<OnPaper, 'paper' | 'large'>,
): Promise<Uint8Array<ArrayBuffer>> {
  const paper = new Paper([pages.title, ...pages.under].join(': '), how);
  paper.write('H1', pages.title, { weight: 'title', size: 20 }, { after: 2 });
  for (const says of pages.under) paper.write('P', says, { ...TEXT, colour: SOFT }, { after: 1 });
  paper.y += 6;
  for (const { title, level, items } of pages.sections) {
    if (items.length === 0) continue;
    paper.keep(50);
    if (level === 2) paper.rule();
    paper.write(
      `H${level}`,
      title,
      { weight: 'title', size: level === 2 ? 13 : 10.5 },
      { after: 2 },
    );
    for (const item of items) writeItem(paper, item);
    paper.y += 5;
  }
  if (pages.sign !== null) {
    paper.keep(SIGN_HEIGHT);
    paper.rule();
    paper.write('P', pages.sign, TEXT);
    paper.y += SIGN_HEIGHT - 20;
  }
  paper.write('P', pages.limits, { ...TEXT, size: 9, colour: SOFT });
  return paper.end(pages.title);
}
