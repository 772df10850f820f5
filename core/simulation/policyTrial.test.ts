import fc from 'fast-check';
import { CLIENT_KINDS, runTrial, type ClientKind, type Outcome, type Policy } from './index';

const POLICY: Policy = { grade: 4, holdSeconds: 30, points: 2, timesPerWeek: 7, rises: 'never' };
const [ORDINARY] = CLIENT_KINDS;
const trial = (
  policy: Partial<Policy> = {},
  kind: ClientKind | undefined = ORDINARY,
  more: { clients?: number; weeks?: number; seed?: number } = {},
): Outcome => {
  if (!kind) throw new Error('There is no such kind.');
  const outcome = runTrial({
    policy: { ...POLICY, ...policy },
    kind,
    clients: 200,
    weeks: 8,
    seed: 1,
    ...more,
  });
  if (!outcome) throw new Error('It was ended.');
  return outcome;
};
const end = ({ tenderness }: Outcome) => tenderness.at(-1)?.middle ?? NaN;

describe('a policy on invented clients', () => {
  it('is the same for the same seed, and another for another', () => {
    expect(trial()).toEqual(trial());
    expect(trial({}, ORDINARY, { seed: 2 })).not.toEqual(trial());
  });

  it.each(CLIENT_KINDS.map((kind) => [kind.name, kind] as const))(
    '%s: without contact nothing gets better beyond its own drift, and nobody flares up',
    (_, kind) => {
      const none = trial({ holdSeconds: 0 }, kind);
      const untouched = trial({ holdSeconds: 0, grade: 0, timesPerWeek: 1 }, { ...kind, gain: 0 });
      expect(none.tenderness).toEqual(untouched.tenderness);
      expect(none.flareUps).toEqual({ low: 0, middle: 0, high: 0, mean: 0 });
      expect(none.minutes.high).toBe(0);
    },
  );

  it.each(CLIENT_KINDS.map((kind) => [kind.name, kind] as const))(
    '%s: flare-ups rise with grade and with time, and too much helps less than a middling dose',
    (_, kind) => {
      const byGrade = [2, 4, 6, 7].map((grade) => trial({ grade }, kind).flareUps.mean);
      expect(byGrade).toEqual([...byGrade].sort((a, b) => a - b));
      expect(byGrade.at(-1)).toBeGreaterThan((byGrade[0] ?? 0) + 1);
      const byTime = [10, 30, 90].map((holdSeconds) => trial({ holdSeconds }, kind).flareUps.mean);
      expect(byTime).toEqual([...byTime].sort((a, b) => a - b));
      expect(end(trial({ grade: 7, holdSeconds: 180, points: 3 }, kind))).toBeGreaterThan(
        end(trial({ grade: 3 }, kind)),
      );
    },
  );

  it('rising as it is borne flares up less than rising each week whatever was told', () => {
    for (const kind of CLIENT_KINDS) {
      const [borne, weekly] = [
        trial({ rises: 'as borne' }, kind),
        trial({ rises: 'weekly' }, kind),
      ];
      expect([kind.name, borne.flareUps.mean < weekly.flareUps.mean]).toEqual([kind.name, true]);
    }
  });

  it('keeps to the scale and its bands in order, whatever is asked', () => {
    fc.assert(
      fc.property(
        fc.record({
          grade: fc.integer({ min: 0, max: 10 }),
          holdSeconds: fc.integer({ min: 0, max: 600 }),
          points: fc.integer({ min: 0, max: 6 }),
          timesPerWeek: fc.integer({ min: 0, max: 14 }),
          rises: fc.constantFrom<Policy['rises'][]>('never', 'weekly', 'as borne'),
        }),
        fc.constantFrom(...CLIENT_KINDS),
        fc.integer({ min: 1, max: 12 }),
        (policy, kind, weeks) => {
          const outcome = trial(policy, kind, { clients: 20, weeks });
          expect(outcome.tenderness).toHaveLength(weeks + 1);
          for (const { low, middle, high } of outcome.tenderness) {
            expect(low).toBeGreaterThanOrEqual(0);
            expect(middle).toBeGreaterThanOrEqual(low);
            expect(high).toBeGreaterThanOrEqual(middle);
            expect(high).toBeLessThanOrEqual(10);
          }
          expect(outcome.flareUps.mean).toBeGreaterThanOrEqual(0);
          expect(outcome.minutes.low).toBeGreaterThanOrEqual(0);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('tells how far it is, and ends when it is told to', () => {
    const shares: number[] = [];
    runTrial(
      { policy: POLICY, kind: ORDINARY as ClientKind, clients: 100, weeks: 2, seed: 1 },
      (share) => {
        shares.push(share);
        return true;
      },
    );
    expect(shares).toEqual([0, 0.25, 0.5, 0.75]);
    expect(
      runTrial(
        { policy: POLICY, kind: ORDINARY as ClientKind, clients: 100, weeks: 2, seed: 1 },
        (share) => share < 0.5,
      ),
    ).toBeNull();
  });
});
