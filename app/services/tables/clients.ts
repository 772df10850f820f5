import { detailsSchema, type ClientDetails } from '~/keeping/bodies';
import { Wrong, type Cells, type TableKind } from './kind';

const FIELDS = [
  {
    id: 'name',
    label: 'Name',
    says: 'as it is written on the file',
    needed: true,
    names: ['client', 'full name'],
  },
  {
    id: 'bornOn',
    label: 'Born on',
    says: 'like 1984-03-31',
    needed: false,
    names: ['born_on', 'birthday', 'birth date', 'date of birth'],
  },
  { id: 'occupation', label: 'Occupation', says: '', needed: false, names: ['work', 'job'] },
  {
    id: 'minutesPerDay',
    label: 'Minutes a day',
    says: '1 to 120',
    needed: false,
    names: ['minutes_per_day', 'minutes'],
  },
  {
    id: 'nextVisit',
    label: 'Next visit',
    says: 'like 2026-03-31',
    needed: false,
    names: ['next_visit'],
  },
  {
    id: 'notes',
    label: 'Notes',
    says: 'for the practice only',
    needed: false,
    names: ['note', 'remarks'],
  },
] as const;

/** `31.3.1984` as `1984-03-31`; anything else as it is. */
const isoOf = (text = ''): string =>
  text.replace(
    /^(\d{1,2})\.(\d{1,2})\.(\d{4})$/,
    (_, d: string, m: string, y: string) => `${y}-${m.padStart(2, '0')}-${d.padStart(2, '0')}`,
  );

/** Clients of a list, in a zone. */
export const clientsIn = (timeZone: string): TableKind<ClientDetails> => ({
  fields: FIELDS,
  read(cells: Cells, today) {
    const read = detailsSchema.safeParse({
      ...{ timeZone, affectedSide: '', minutesPerDay: '', ...cells },
      nextVisit: isoOf(cells.nextVisit),
      bornOn: isoOf(cells.bornOn),
    });
    if (!read.success) {
      const [issue] = read.error.issues;
      throw new Wrong(
        String(issue?.path[0] ?? 'name'),
        (issue?.message ?? 'it cannot be read').replace(/\.$/, ''),
      );
    }
    const { bornOn } = read.data;
    if (bornOn && bornOn > today) throw new Wrong('bornOn', `${bornOn} has not been yet`);
    return read.data;
  },
  idOf: () => null,
  keyOf: ({ name, bornOn }) =>
    JSON.stringify([name.toLocaleLowerCase().normalize('NFC'), bornOn ?? null]),
  words: ({ name, bornOn, occupation }) =>
    [name, bornOn ? `born ${bornOn}` : '', occupation].filter(Boolean).join(', '),
});
