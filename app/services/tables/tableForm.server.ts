import { z } from 'zod';
import { Refusal } from '~/keeping/server/refusal.server';
import type { TableGiven } from './bringInTable.server';

/** What a form about a table asks for. */
export interface TableForm {
  intent: 'look' | 'bring in';
  /** Which table, where there are several. */
  table: string;
  given: TableGiven;
}

const intentSchema = z.enum(['look', 'bring in']).catch('look');
const COLUMN = 'column ';

/**
 * Reads the form of a table: a file, or what was read of it before, and the column of each field.
 *
 * @throws Refusal for a file that did not come through, or none
 */
export async function tableFormOf(request: Request): Promise<TableForm> {
  const form = await request.formData().catch(() => {
    throw new Refusal(400, 'The file did not come through whole. Nothing was brought in.');
  });
  const said = (name: string) => {
    const value = form.get(name);
    return typeof value === 'string' ? value : '';
  };
  const file = form.get('file');
  const isNew = file instanceof File && file.size > 0;
  const text = isNew ? await file.text() : said('text');
  if (text.trim() === '') throw new Refusal(422, 'Choose a file first.');
  // Of another file the columns are guessed anew.
  const columns = isNew
    ? {}
    : Object.fromEntries(
        [...form.keys()]
          .filter((name) => name.startsWith(COLUMN))
          .map((name) => [name.slice(COLUMN.length), Number(said(name))])
          .filter(([, column]) => Number.isInteger(column)),
      );
  return {
    intent: isNew ? 'look' : intentSchema.parse(said('intent')),
    table: said('table'),
    given: { text, columns: columns as Record<string, number> },
  };
}
