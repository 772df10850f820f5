/** Whether an error is PostgreSQL's refusal of a second row where only one may be. */
export const isUniqueBreach = (error: unknown): boolean => {
  if (!(error instanceof Error)) return false;
  return ('code' in error && error.code === '23505') || isUniqueBreach(error.cause);
};
