import type { OnPaper } from './handOut.server';

export { handOutPdf, type OnPaper, type Sheet, type SheetLine } from './handOut.server';

/** What a hand-out is sent as. */
export const asPdf = { type: 'application/pdf', ending: 'pdf' } as const;

/** How it is wanted, as an address says it; what it does not say is usual. */
export const onPaper = (query: URLSearchParams): OnPaper => ({
  paper: query.get('paper') === 'letter' ? 'LETTER' : 'A4',
  large: query.get('large') === 'yes',
  brief: query.get('brief') === 'yes',
});
