import { findQuantity, readingOf, TESTS, UNIT_WORDS, type MovementTest } from '#core/measurement';
import type { Side } from '#core/anatomy';
import type { Day } from '#core/calendar';
import {
  dayIn,
  namedIn,
  numberIn,
  sideIn,
  uuidIn,
  Wrong,
  type Cells,
  type TableKind,
} from './kind';

/** A figure of a test, as a table tells it. */
export interface MeasureRow {
  day: Day;
  testId: string;
  quantityId: string;
  side: Side;
  moment: 'before' | 'between' | 'after';
  /** In the quantity’s unit; null for what was seen. */
  value: number | null;
  seen: string | null;
}

const MOST_SEEN = 200;
const MOMENTS = ['before', 'between', 'after'] as const;

/** What was seen in a test rather than counted. */
function seenIn(cells: Cells, test: MovementTest) {
  const of = namedIn(
    cells,
    'quantity',
    test.observations,
    ({ asks }) => [asks],
    `thing seen in “${test.name}”`,
  );
  const side = of.sided ? sideIn(cells, 'side') : 'mid';
  const seen = cells.seen ?? '';
  if (of.options.length > 0 && !of.options.includes(seen))
    throw new Wrong('seen', `“${seen.slice(0, 40)}” is none of: ${of.options.join(', ')}`);
  return { testId: test.id, quantityId: of.id, side, value: null, seen: seen.slice(0, MOST_SEEN) };
}

export const MEASURES_IN: TableKind<MeasureRow> = {
  fields: [
    {
      id: 'day',
      label: 'Day',
      says: 'like 2026-03-31 or 31.3.2026',
      needed: true,
      names: ['date', 'datum'],
    },
    {
      id: 'test',
      label: 'Test',
      says: 'its name or its id here',
      needed: true,
      names: ['name', 'movement'],
    },
    {
      id: 'quantity',
      label: 'What of it',
      says: 'where a test has several figures',
      needed: false,
      names: ['what'],
    },
    { id: 'side', label: 'Side', says: 'left, right or mid', needed: false, names: [] },
    {
      id: 'moment',
      label: 'Moment',
      says: 'before or after pressing',
      needed: false,
      names: ['when'],
    },
    {
      id: 'value',
      label: 'Figure',
      says: 'in the unit of the test',
      needed: true,
      names: ['figure', 'result'],
    },
    {
      id: 'seen',
      label: 'What was seen',
      says: 'where nothing is counted',
      needed: false,
      names: [],
    },
    {
      id: 'measure',
      label: 'Id',
      says: 'a UUID, where there is one',
      needed: false,
      names: ['id'],
    },
  ],
  read(cells, today) {
    const day = dayIn(cells, 'day', today);
    const test = namedIn(cells, 'test', TESTS, ({ name }) => [name], 'test');
    const said = (cells.moment ?? '').toLowerCase();
    const moment = MOMENTS.find((one) => one === said) ?? (said === '' ? 'between' : null);
    if (moment === null)
      throw new Wrong('moment', `“${said.slice(0, 40)}” is not before, between or after`);
    if ((cells.value ?? '') === '' && (cells.seen ?? '') !== '')
      return { day, moment, ...seenIn(cells, test) };
    const only = test.quantities.length === 1 ? test.quantities[0] : undefined;
    const quantity =
      only && (cells.quantity ?? '') === ''
        ? only
        : namedIn(
            cells,
            'quantity',
            test.quantities,
            ({ name }) => [name],
            `figure of “${test.name}”`,
          );
    const side = quantity.sided ? sideIn(cells, 'side') : 'mid';
    if (quantity.sided && side === 'mid')
      throw new Wrong('side', 'it is measured left and right: say which');
    const value = numberIn(cells, 'value');
    const reading = readingOf(quantity, [value]);
    if (!reading.ok) throw new Wrong('value', reading.mistake.says.replace(/\.$/, ''));
    return { day, testId: test.id, quantityId: quantity.id, side, moment, value, seen: null };
  },
  idOf: ({ measure }) => uuidIn(measure),
  keyOf: (row) =>
    JSON.stringify([
      row.day,
      row.testId,
      row.quantityId,
      row.side,
      row.moment,
      row.value ?? row.seen,
    ]),
  words({ day, testId, quantityId, side, moment, value, seen }) {
    const of = findQuantity(testId, quantityId);
    const name = TESTS.find(({ id }) => id === testId)?.name ?? testId;
    return `${day}: ${name}, ${of?.name ?? quantityId}${side === 'mid' ? '' : `, ${side}`}${moment === 'between' ? '' : `, ${moment}`}: ${value === null ? `“${seen ?? ''}”` : `${value} ${of ? UNIT_WORDS[of.unit] : ''}`}`;
  },
};
