/**
 * A pressure grade in words: where it keeps to it, and where it rises to it.
 *
 * @example gradeWords({ grade: 4, fromGrade: 2 }) // => '2 rising to 4'
 */
export const gradeWords = ({ grade, fromGrade }: { grade: number; fromGrade?: number }): string =>
  fromGrade === undefined || fromGrade >= grade ? String(grade) : `${fromGrade} rising to ${grade}`;
