import { create } from 'content-disposition';

/** Letters and figures of a name, as they may stand in the name of a file; of no other there is “client”. */
const plain = (name: string): string =>
  name
    .toLowerCase()
    .replaceAll(/[^\p{L}\p{N}]+/gu, '-')
    .replaceAll(/^-|-$/g, '') || 'client';

/**
 * A text, or bytes, as a file to be saved, under a name made of parts.
 *
 * @example asFile('…', { type: 'text/csv; charset=utf-8; header=present', ending: 'csv' }, ['Zoë Ő', 'sessions'])
 *   // saved as zoë-ő-sessions.csv
 */
export const asFile = (
  content: BodyInit,
  { type, ending }: { type: string; ending: string },
  parts: readonly string[],
): Response =>
  new Response(content, {
    headers: {
      'Content-Type': type,
      'Content-Disposition': create(`${parts.map(plain).join('-')}.${ending}`),
      // Of a person: nothing between keeps it.
      'Cache-Control': 'private, no-store',
    },
  });
