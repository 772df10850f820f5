import type { OnPaper } from './paper.server';

export { handOutPdf, type Sheet, type SheetLine } from './handOut.server';
export { pagesPdf, type DrawnStroke, type PageItem, type Pages } from './pages.server';
export type { OnPaper } from './paper.server';

/** What a hand-out is sent as. */
export const asPdf = { type: 'application/pdf', ending: 'pdf' } as const;

/** How it is wanted, as an address says it; what it does not say is usual. */
export const onPaper = (query: URLSearchParams): OnPaper => ({
  paper: query.get('paper') === 'letter' ? 'LETTER' : 'A4',
  large: query.get('large') === 'yes',
  brief: query.get('brief') === 'yes',
});
