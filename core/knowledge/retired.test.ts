import { DRILLS, STRETCHES } from '#core/activities';
import { SITES } from '#core/anatomy';
import { METHOD_IDS } from '#core/dosage';
import { SURFACE_IDS, TOOLS } from '#core/equipment';
import { POSTURES } from '#core/loading';
import { TESTS } from '#core/measurement';
import { RESPONSES, responseWords } from '#core/response';
import { CONDITION_IDS } from '#core/screening';
import { SKIP_REASONS, STOP_REASONS, stopReason } from '#core/session';
import { noLongerUsed, presentId, RETIRED, type Table } from './index';
import { SHIPPED } from './shippedIds';

const idOf = ({ id }: { id: string }) => id;
const TODAY: Record<Table, readonly string[]> = {
  site: SITES.map(idOf),
  tool: TOOLS.map(idOf),
  surface: SURFACE_IDS,
  posture: POSTURES.map(idOf),
  method: METHOD_IDS,
  condition: CONDITION_IDS,
  test: TESTS.map(idOf),
  'stop reason': STOP_REASONS.map(idOf),
  'skip reason': SKIP_REASONS.map(idOf),
  response: RESPONSES.map(idOf),
  stretch: STRETCHES.map(idOf),
  drill: DRILLS.map(idOf),
};

describe.each(Object.keys(TODAY) as Table[])('ids of the table “%s”', (table) => {
  it('that were ever shipped are there today, or retired with a name', () => {
    const gone = SHIPPED[table].filter(
      (id) => !TODAY[table].includes(id) && RETIRED[table]?.[id] === undefined,
    );
    expect(gone).toEqual([]);
  });

  it('of today are remembered in shippedIds.ts', () => {
    expect(TODAY[table].filter((id) => !SHIPPED[table].includes(id))).toEqual([]);
  });

  it('that were retired lead to an id of today, or to none', () => {
    for (const [id, { now }] of Object.entries(RETIRED[table] ?? {})) {
      expect(TODAY[table]).not.toContain(id);
      if (now !== null) expect(TODAY[table]).toContain(now);
    }
  });
});

it('a retired id is found under its new one, and named by its last name when it has none', () => {
  const retired = {
    tool: {
      'spiked-ball': { name: 'spiked ball', now: null },
      'old-roller': { name: 'old roller', now: 'foam-roller' },
    },
  };
  expect(presentId('tool', 'old-roller', retired)).toBe('foam-roller');
  expect(presentId('tool', 'spiked-ball', retired)).toBe('spiked-ball');
  expect(noLongerUsed('tool', 'spiked-ball', retired)).toBe('spiked ball (no longer used)');
  expect(noLongerUsed('site', 'elbow-of-doom', retired)).toBe('elbow-of-doom (no longer used)');
});

it('a response that is no longer asked about is read as a careful one', () => {
  expect(responseWords('little-sore').bears).toBe('well');
  expect(responseWords('itching')).toEqual({
    label: 'itching (no longer used)',
    bears: 'less',
    advice: null,
  });
});

it('a stop reason that is no longer offered is told to the therapist', () => {
  expect(stopReason('numb').weight).toBe('tell');
  expect(stopReason('enough').weight).toBe('ordinary');
  expect(stopReason('itching')).toEqual({
    label: 'itching (no longer used)',
    weight: 'tell',
    advice: null,
    nothingStarts: false,
    rests: false,
  });
});
