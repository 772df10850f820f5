import fc from 'fast-check';
import { findSite } from '#core/anatomy';
import { anyActivity } from '#core/examples';
import { findPosture } from '#core/loading';
import { itemSchema } from '#core/routine';
import {
  ACTIVITY_KIND_IDS,
  ACTIVITY_KINDS,
  DRILLS,
  findDrill,
  findStretch,
  HOME_TESTS,
  kindOf,
  STRETCHES,
  type Activity,
  type ActivityKind,
} from './index';

const wish = { id: 'line', affectedSide: 'left' } as const;
const usual = (kind: ActivityKind): Activity => ACTIVITY_KINDS[kind].usual(wish);
const secondsOf = (activity: Activity) =>
  kindOf(activity)
    .parts(activity)
    .reduce((sum, { seconds }) => sum + seconds, 0);
const rules = (activity: Activity) =>
  kindOf(activity)
    .judge(activity)
    .map(({ verdict, rule }) => `${verdict}: ${rule}`);

describe('the usual line of every kind', () => {
  it.each(ACTIVITY_KIND_IDS)(
    '%s fits the schema, and nothing is said against it but its words',
    (kind) => {
      const activity = usual(kind);
      expect(itemSchema.parse(activity)).toEqual(activity);
      expect(rules(activity)).toEqual(kind === 'note' ? ['refuse: says something'] : []);
      expect(kindOf(activity).title(activity).length).toBeGreaterThan(3);
      expect(kindOf(activity).doseWords(activity).length).toBeGreaterThan(3);
    },
  );

  // Common practice, no published source: 30 s or more, three times a day; 10 s at a tenth of strength, three to
  // five times; four or five in a row, four or five times a day; ten breaths; about a quarter of an hour of cold.
  it('is what the trade asks for', () => {
    expect(usual('stretch')).toMatchObject({ holdSeconds: 30, timesPerDay: 3 });
    expect(usual('contract-relax')).toMatchObject({ pushSeconds: 10, rounds: 3, extraRounds: 1 });
    expect(usual('drill')).toMatchObject({ repetitions: 5, timesPerDay: 4 });
    expect(usual('breathing')).toMatchObject({ breaths: 10 });
    expect(usual('cold')).toMatchObject({ minutes: 15 });
  });

  // About six breaths a minute is the usual slow pace (Lehrer & Gevirtz 2014; from memory).
  it('breathes six times a minute', () => {
    const { breaths } = ACTIVITY_KINDS.breathing.usual(wish);
    expect((breaths / secondsOf(usual('breathing'))) * 60).toBe(6);
  });
});

describe('seconds of an activity', () => {
  it('are those of a sum made by hand', () => {
    expect(secondsOf(usual('stretch'))).toBe(60);
    const stretch = ACTIVITY_KINDS.stretch.usual(wish);
    expect(secondsOf({ ...stretch, holdSeconds: 45, repetitions: 2 })).toBe(180);
    expect(secondsOf({ ...stretch, sides: 'left' })).toBe(30);
    const contract = ACTIVITY_KINDS['contract-relax'].usual(wish);
    // Four rounds on the affected side, three on the other; 10 s of push and 10 s of following each.
    expect(secondsOf(contract)).toBe(140);
    expect(
      kindOf(contract)
        .parts(contract)
        .map(({ side, count }) => [side, count?.of]),
    ).toEqual([
      ['left', 4],
      ['right', 3],
    ]);
    // Where only one side is done, or the middle, there is nothing to add to.
    for (const sides of ['left', 'mid'] as const) {
      const one = { ...contract, sides };
      expect(secondsOf(one)).toBe(60);
      expect(kindOf(one).doseWords(one)).not.toContain('+1');
    }
    const drill = ACTIVITY_KINDS.drill.usual(wish);
    expect(secondsOf({ ...drill, repetitions: 4, paceSeconds: 5 })).toBe(20);
    const warm = ACTIVITY_KINDS['warm-up'].usual(wish);
    expect(secondsOf({ ...warm, way: 'strokes', minutes: 2 })).toBe(120);
    // A bath is taken beforehand: the session does not time it.
    expect(secondsOf({ ...warm, way: 'bath', minutes: 10 })).toBe(0);
    expect(secondsOf(usual('cold'))).toBe(0);
  });

  it('of a test are not timed; both sides of it are counted among the minutes, and one figure is taken', () => {
    for (const { id, quantities } of HOME_TESTS) {
      const test: Activity = { ...ACTIVITY_KINDS.test.usual(wish), testId: id, when: 'after' };
      expect(secondsOf(test)).toBe(0);
      const [part] = kindOf(test).parts(test);
      expect(part?.takesSeconds).toBe(quantities[0]?.sided ? 40 : 20);
      expect(part?.measures).toMatchObject({ testId: id, when: 'after', quantity: quantities[0] });
      // What it moves is held against what screening found: none asks nothing of the body.
      expect(kindOf(test).demands(test).regions.length).toBeGreaterThan(0);
      expect(kindOf(test).judge(test)).toEqual([]);
    }
  });

  it('are, for whatever is prescribed, those of what is counted, and the turns of one make it up', () => {
    fc.assert(
      fc.property(anyActivity('line'), (activity) => {
        const parts = kindOf(activity).parts(activity);
        expect(parts.length).toBeGreaterThan(0);
        for (const { seconds, count, positionId } of parts) {
          expect(seconds).toBeGreaterThanOrEqual(0);
          if (positionId !== null) expect(findPosture(positionId)).toBeDefined();
          if (!count) continue;
          expect(seconds).toBe(count.of * count.eachSeconds);
          if (count.turns.length === 0) continue;
          const turns = count.turns.reduce((sum, turn) => sum + turn.seconds, 0);
          expect(turns).toBeCloseTo(count.eachSeconds, 9);
        }
      }),
    );
  });

  it('grow with every figure of the dose, never shrink', () => {
    fc.assert(
      fc.property(anyActivity('line'), (activity) => {
        const more: Activity = (() => {
          switch (activity.kind) {
            case 'stretch':
              return { ...activity, holdSeconds: activity.holdSeconds + 5 };
            case 'contract-relax':
              return { ...activity, rounds: activity.rounds + 1 };
            case 'drill':
              return { ...activity, repetitions: activity.repetitions + 1 };
            case 'breathing':
              return { ...activity, breaths: activity.breaths + 1 };
            case 'warm-up':
            case 'cold':
              return { ...activity, minutes: activity.minutes + 1 };
            case 'note':
            case 'test':
            case 'and-then':
              return activity;
          }
        })();
        expect(secondsOf(more)).toBeGreaterThanOrEqual(secondsOf(activity));
      }),
    );
  });
});

describe('what is unusual or cannot be', () => {
  const stretch = ACTIVITY_KINDS.stretch.usual(wish);
  const contract = ACTIVITY_KINDS['contract-relax'].usual(wish);
  it.each<[string, Activity, string[]]>([
    ['a short stretch', { ...stretch, holdSeconds: 15 }, ['caution: shorter than usual']],
    ['a stretch on one side', { ...stretch, sides: 'left' }, ['note: both sides']],
    [
      'a stretch with sides in the middle',
      { ...stretch, sides: 'mid' },
      ['refuse: sides of the stretch'],
    ],
    ['a stretch nobody knows', { ...stretch, stretchId: 'splits' }, ['refuse: known stretch']],
    [
      'pushing where it is not done',
      { ...contract, stretchId: 'calf-wall' },
      ['refuse: stretch for contract–relax'],
    ],
    ['many rounds', { ...contract, rounds: 7 }, ['caution: usual rounds']],
    [
      'a drill over and over',
      { ...ACTIVITY_KINDS.drill.usual(wish), repetitions: 18 },
      ['caution: usual repetitions'],
    ],
    [
      'a drill with sides it has not',
      { ...ACTIVITY_KINDS.drill.usual(wish), sides: 'both' },
      ['refuse: sides of the drill'],
    ],
    [
      'a quarter of an hour of breathing',
      { ...ACTIVITY_KINDS.breathing.usual(wish), breaths: 90 },
      ['caution: longer than usual'],
    ],
    [
      'half an hour of cold',
      { ...ACTIVITY_KINDS.cold.usual(wish), minutes: 30 },
      ['caution: longer than usual'],
    ],
    [
      'a test that is not for home',
      { ...ACTIVITY_KINDS.test.usual(wish), testId: 'squat' },
      ['refuse: safe at home'],
    ],
    [
      'a test nobody knows',
      { ...ACTIVITY_KINDS.test.usual(wish), testId: 'handstand' },
      ['refuse: known test'],
    ],
    [
      'a line of one’s own without a name',
      { ...ACTIVITY_KINDS['and-then'].usual(wish), title: '' },
      ['refuse: has a name'],
    ],
    [
      'strength straight after',
      { ...ACTIVITY_KINDS['and-then'].usual(wish), earliestMinutes: 5 },
      ['caution: nothing hard right after'],
    ],
  ])('is said of %s', (_, activity, expected) => {
    expect(rules(activity)).toEqual(expected);
  });

  it('figures beyond what a form takes are refused, each in a sentence', () => {
    for (const bad of [
      { ...stretch, holdSeconds: 4 },
      { ...stretch, holdSeconds: Number.NaN },
      { ...contract, rounds: 2.5 },
      { ...ACTIVITY_KINDS.breathing.usual(wish), breaths: 5000 },
      { ...stretch, kind: 'handstand' },
    ]) {
      const read = itemSchema.safeParse(bad);
      expect(read.success).toBe(false);
      expect(read.error?.issues[0]?.message).toMatch(/^[A-Z].*\.$/);
    }
  });
});

describe('the tables', () => {
  it('name only sites and postures there are, and ways that are easier', () => {
    for (const { siteIds, positionId, easierId, getInto, feel, push } of STRETCHES) {
      for (const id of siteIds) expect(findSite(id)).toBeDefined();
      if (positionId !== null) expect(findPosture(positionId)).toBeDefined();
      if (easierId !== undefined) expect(findStretch(easierId)).toBeDefined();
      for (const line of [...getInto, feel, push ?? 'Nothing.'])
        expect(line).toMatch(/^[A-Z].*\.$/);
    }
    for (const { siteIds, says } of DRILLS) {
      for (const id of siteIds) expect(findSite(id)).toBeDefined();
      expect(says.length).toBeGreaterThan(0);
    }
    expect(findDrill('jumping')).toBeUndefined();
  });

  // Common practice, no published source: what goes with the pressing of a place.
  it.each([
    ['middle-quad', 'quad-standing'],
    ['hamstrings', 'hamstring-lying'],
    ['shoulder-ridge', 'ridge-seated'],
    ['skull-base', 'skull-base'],
    ['front-side-neck', 'strap-turn'],
    ['hip-front', 'hip-front-step'],
    ['calf', 'calf-wall'],
    ['chest', 'chest-door'],
  ])('have a stretch for %s', (siteId, stretchId) => {
    expect(STRETCHES.find(({ siteIds }) => siteIds.some((id) => id === siteId))?.id).toBe(
      stretchId,
    );
  });
});
