import fc from 'fast-check';
import highs from 'highs';
import { addedUp, bruteForce } from './testing/bruteForce';
import { integerProgram } from './testing/integerProgram';
import { anyPuzzle } from './testing/puzzles';
import { solve } from './solve';

describe('choosing, trimming and ordering', () => {
  it('is equal to brute force over every set, choice and order on small cases', () => {
    for (const [pieces, choices, numRuns] of [
      [4, 3, 400],
      [5, 2, 120],
      [6, 1, 60],
    ] as const)
      fc.assert(
        fc.property(anyPuzzle(1, pieces, choices), (puzzle) => {
          const found = solve(puzzle);
          const best = bruteForce(puzzle);
          expect(
            found && {
              starred: found.starred,
              worth: found.worth,
              movingSeconds: found.movingSeconds,
            },
          ).toEqual(best);
          if (found) {
            const { done: _done, ...told } = found;
            expect(addedUp(puzzle, found)).toEqual(told);
            expect(found.seconds).toBeLessThanOrEqual(puzzle.budgetSeconds);
          }
        }),
        { numRuns },
      );
  });

  it('is equal in all three aims to an integer-programming solver (HiGHS) on larger cases', async () => {
    const { solve: byProgram } = await highs();
    const puzzles = fc.sample(anyPuzzle(9, 12, 4), { numRuns: 12, seed: 20_261_202 });
    for (const puzzle of puzzles) {
      const postures = new Set(puzzle.pieces.map(({ posture }) => posture)).size;
      const { text, starred, worth, moving } = integerProgram(puzzle, postures + 2);
      const aims: { sense: 'Maximize' | 'Minimize'; aim: typeof worth; value: number }[] = [];
      let isPossible = true;
      for (const [sense, aim] of [
        ['Maximize', starred],
        ['Maximize', worth],
        ['Minimize', moving],
      ] as const) {
        const fixed = aims.map((one) => [one.aim, one.value] as const);
        const answer = byProgram(text(sense, aim, fixed), { mip_rel_gap: 0, mip_abs_gap: 0 });
        if (answer.Status === 'Infeasible') {
          isPossible = false;
          break;
        }
        expect(answer.Status).toBe('Optimal');
        aims.push({ sense, aim, value: Math.round(answer.ObjectiveValue) });
      }
      const found = solve(puzzle);
      expect(found && [found.starred, found.worth, found.movingSeconds]).toEqual(
        isPossible ? aims.map(({ value }) => value) : null,
      );
    }
  }, 120_000);
});
