import { SIDES, type Side } from '#core/anatomy';
import { isDay, type Day } from '#core/calendar';
import { z } from 'zod';

/** A field that a column of a table gives. */
export interface Field {
  id: string;
  label: string;
  says: string;
  needed: boolean;
  /** Headings it goes by besides. */
  names: readonly string[];
}

/** What is wrong with a cell: of which field, and why. */
export class Wrong extends Error {
  constructor(
    readonly field: string,
    message: string,
  ) {
    super(message);
  }
}

/** Cells of a row by the id of the field they give; empty: not told. */
export type Cells = Readonly<Record<string, string>>;

/** One kind of table that comes in: its fields, and how a row is read. */
export interface TableKind<Row> {
  fields: readonly Field[];
  /** @throws Wrong for a cell that cannot be meant */
  read: (cells: Cells, today: Day) => Row;
  /** The id a row brings with it; null: none. */
  idOf: (cells: Cells) => string | null;
  /** What makes two rows the same. */
  keyOf: (row: Row) => string;
  /** A row as it was understood, for looking over. */
  words: (row: Row) => string;
}

const quoted = (text: string) => `“${text.slice(0, 40)}”`;

/** A day: as ISO 8601 has it, or with points as in much of Europe; what could be either is asked for again. */
export function dayIn(cells: Cells, field: string, today: Day): Day {
  const text = cells[field] ?? '';
  if (text === '') throw new Wrong(field, 'no day is given');
  const [, d = '', m = '', y = ''] = /^(\d{1,2})\.(\d{1,2})\.(\d{4})$/.exec(text) ?? [];
  const iso = /^(\d{4}-\d{2}-\d{2})(?:$|[T ])/.exec(text)?.[1] ?? '';
  const day = d ? `${y}-${m.padStart(2, '0')}-${d.padStart(2, '0')}` : iso;
  if (!isDay(day)) throw new Wrong(field, `${quoted(text)} is no day: write it like 2026-03-31`);
  if (day > today) throw new Wrong(field, `${day} has not been yet`);
  if (day < '1900-01-01') throw new Wrong(field, `${day} is too long ago`);
  return day;
}

/** A number, with a point or a comma. */
export function numberIn(cells: Cells, field: string): number {
  const text = (cells[field] ?? '').replace(',', '.');
  const value = Number(text);
  if (!/^[+-]?\d+(\.\d+)?$/.test(text))
    throw new Wrong(field, text === '' ? 'no figure is given' : `${quoted(text)} is no number`);
  return value;
}

const SHORT: Readonly<Record<string, Side>> = {
  l: 'left',
  r: 'right',
  '': 'mid',
  both: 'mid',
  middle: 'mid',
};

export function sideIn(cells: Cells, field: string): Side {
  const text = (cells[field] ?? '').toLowerCase();
  const side = SIDES.find((one) => one === text) ?? SHORT[text];
  if (side === undefined) throw new Wrong(field, `${quoted(text)} is no side: left, right or mid`);
  return side;
}

/** The one of some things that a cell names, by its id or its name. */
export function namedIn<T extends { id: string }>(
  cells: Cells,
  field: string,
  all: readonly T[],
  names: (one: T) => readonly string[],
  what: string,
): T {
  const text = (cells[field] ?? '').toLowerCase();
  const found = all.find(
    (one) => one.id === text || names(one).some((name) => name.toLowerCase() === text),
  );
  if (!found)
    throw new Wrong(
      field,
      text === ''
        ? `no ${what} is given`
        : `${quoted(cells[field] ?? '')} is no ${what} that is known here`,
    );
  return found;
}

export const uuidIn = (text: string | undefined): string | null =>
  z.uuid().safeParse(text).success ? (text ?? '').toLowerCase() : null;
