import { itemFor, routineWith, timed, yesTo } from '#core/examples';
import { screen } from '#core/screening';
import { expand, gradeMeaning, gradeWords, limitSteps, pressSchema } from './index';

describe('a grade that rises', () => {
  it('is said as from and to, and plainly where it does not rise', () => {
    expect(gradeWords({ grade: 4, fromGrade: 2 })).toBe('2 rising to 4');
    expect(gradeWords({ grade: 4 })).toBe('4');
    expect(gradeWords({ grade: 2, fromGrade: 3 })).toBe('2');
  });

  it('goes along into the session, and what screening lowers it never begins above', () => {
    const routine = routineWith(
      itemFor('middle-quad', { dose: timed(30), grade: 6, fromGrade: 5 }),
    );
    expect(expand(routine)[0]).toMatchObject({ fromGrade: 5, grade: 6 });
    const [step] = limitSteps(expand(routine), screen([yesTo('widespread-pain')]));
    expect(step && 'grade' in step && step.grade).toBeLessThanOrEqual(3);
    expect(step && 'grade' in step && gradeWords(step)).toBe('3');
  });

  it('is a grade like any other, refused with a sentence', () => {
    const bad = pressSchema.safeParse({ ...itemFor('middle-quad'), fromGrade: 11 });
    expect(bad.error?.issues[0]?.message).toBe('The grade to begin at must be at most 10.');
  });
});

test('every grade that may be asked for has words of its own, and none above', () => {
  const grades = Array.from({ length: 11 }, (_, grade) => gradeMeaning(grade));
  expect(grades.slice(0, 8).every((words) => words !== null)).toBe(true);
  expect(new Set(grades.slice(0, 8)).size).toBe(8);
  expect(grades.slice(8)).toEqual([null, null, null]);
});
