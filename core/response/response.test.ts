import fc from 'fast-check';
import { addDays } from '#core/calendar';
import { itemFor, routineWith, timed } from '#core/examples';
import { expand, type PressItem } from '#core/routine';
import {
  asksAbout,
  ASKED_WITHIN_DAYS,
  BUILD_UP_SECONDS,
  lengthened,
  RESPONSES,
  responseWords,
  type Borne,
} from './index';

const TODAY = '2026-03-10';
const dose = { method: 'build-up', fromSeconds: 10, toSeconds: 30 } as const;
const plan = (change: Partial<PressItem> = {}) =>
  routineWith(itemFor('sole-roll', { id: 'sole', dose, ...change }));
const session = (ago: number, response: string | null, of = plan()): Borne => ({
  day: addDays(TODAY, -ago),
  siteIds: ['sole-roll'],
  heldSiteIds: ['sole-roll'],
  response,
  items: of.items,
});
/** The limit of every hold, when all are the same. */
const seconds = (sessions: readonly Borne[], of = plan()) => {
  const limits = new Set(
    lengthened(expand(of), of, sessions).map(({ limitSeconds }) => limitSeconds),
  );
  expect(limits.size).toBe(1);
  return [...limits][0];
};

describe('a hold that builds up (common practice, no published source)', () => {
  it('ends at its shorter time until a quiet next day is known', () => {
    expect(seconds([])).toBe(10);
    expect(seconds([session(1, null), session(2, null)])).toBe(10);
  });

  it('grows by 5 s with each quiet day, never beyond the longer time', () => {
    const quiet = (days: number) =>
      Array.from({ length: days }, (_, ago) => session(ago + 1, ago % 2 ? 'none' : 'little-sore'));
    expect([1, 2, 3, 4, 5, 12].map((days) => seconds(quiet(days)))).toEqual([
      15, 20, 25, 30, 30, 30,
    ]);
  });

  it('two sessions of a day are one day', () => {
    expect(seconds([session(1, 'none'), session(1, 'none')])).toBe(15);
  });

  it('goes back to the shorter time after a day that was not quiet', () => {
    for (const { id, bears } of RESPONSES) {
      if (bears === 'well') continue;
      expect([id, seconds([session(1, id), session(2, 'none'), session(3, 'none')])]).toEqual([
        id,
        10,
      ]);
      expect([id, seconds([session(1, 'none'), session(2, id), session(3, 'none')])]).toEqual([
        id,
        15,
      ]);
    }
  });

  it('does not grow by what was left at once, and goes back by it', () => {
    const left = (response: string) => ({ ...session(1, response), heldSiteIds: [] });
    expect(seconds([left('none'), session(2, 'none')])).toBe(15);
    expect(seconds([left('sore'), session(2, 'none')])).toBe(10);
  });

  it('begins anew with a new dose, and looks at its own place only', () => {
    const before = plan({ dose: { ...dose, toSeconds: 20 } });
    expect(seconds([session(1, 'none'), session(2, 'none', before)])).toBe(15);
    expect(seconds([{ ...session(1, 'none'), siteIds: ['calf'] }])).toBe(10);
    expect(seconds([{ ...session(1, 'bruised'), siteIds: ['calf'] }, session(2, 'none')])).toBe(15);
  });

  it('leaves every other hold as it is', () => {
    const routine = plan({ dose: timed(20) });
    expect(lengthened(expand(routine), routine, [session(1, 'bruised')])).toEqual(expand(routine));
  });

  it('never leaves its bounds, and one more unknown day never lengthens it', () => {
    const answer = fc.constantFrom(null, 'gone-from-the-table', ...RESPONSES.map(({ id }) => id));
    fc.assert(
      fc.property(fc.array(answer), (answers) => {
        const sessions = answers.map((given, ago) => session(ago + 1, given));
        const now = seconds(sessions) ?? 0;
        expect(now).toBeGreaterThanOrEqual(dose.fromSeconds);
        expect(now).toBeLessThanOrEqual(dose.toSeconds);
        expect((now - dose.fromSeconds) % BUILD_UP_SECONDS).toBe(0);
        expect(seconds([session(0, null), ...sessions])).toBe(now);
      }),
    );
  });
});

describe('what is asked before the next session', () => {
  const row = (
    ago: number,
    change: { contactSeconds?: number; response?: string | null } = {},
  ) => ({
    day: addDays(TODAY, -ago),
    contactSeconds: 60,
    response: null,
    ...change,
  });

  it('the last session that pressed anything, once its next day has come', () => {
    expect(asksAbout([], TODAY)).toBeNull();
    expect(asksAbout([row(1), row(2)], TODAY)?.day).toBe('2026-03-09');
    expect(asksAbout([row(0, { contactSeconds: 0 }), row(1)], TODAY)?.day).toBe('2026-03-09');
    expect(asksAbout([row(0), row(1)], TODAY)).toBeNull();
  });

  it('not twice, and not what nobody remembers', () => {
    expect(asksAbout([row(1, { response: 'sore' }), row(2)], TODAY)).toBeNull();
    expect(asksAbout([row(ASKED_WITHIN_DAYS)], TODAY)).not.toBeNull();
    expect(asksAbout([row(ASKED_WITHIN_DAYS + 1)], TODAY)).toBeNull();
  });
});

test('a little soreness is fine; sickness and numbness stop everything; every other answer says what to do', () => {
  expect(RESPONSES.map(({ id, bears }) => [id, bears])).toEqual([
    ['none', 'well'],
    ['little-sore', 'well'],
    ['sore', 'less'],
    ['bruised', 'less'],
    ['dizzy', 'not'],
    ['numb', 'not'],
    ['bruise-gone', 'well'],
  ]);
  for (const { id } of RESPONSES) {
    const { bears, advice } = responseWords(id);
    expect([id, advice === null]).toEqual([id, bears === 'well']);
  }
});
