/**
 * Input the core cannot compute with, said in a sentence a person can act on. `field` names the input,
 * `code` its kind for programs.
 */
export interface Mistake {
  code: 'out of range' | 'unknown' | 'missing' | 'does not fit';
  field: string;
  says: string;
}

/** What a computation answers: a value, or what is wrong with its input. */
export type Outcome<T> = { ok: true; value: T } | { ok: false; mistake: Mistake };

export const answer = <T>(value: T): Outcome<T> => ({ ok: true, value });

export const mistaken = (code: Mistake['code'], field: string, says: string): Outcome<never> => ({
  ok: false,
  mistake: { code, field, says },
});

/** Bounds of one number, with its name and unit for the sentence. */
export interface Bounds {
  name: string;
  least: number;
  most: number;
  unit: string;
}

/** The mistake of a number outside its bounds, or null. */
export function outside(field: string, value: number, bounds: Bounds): Mistake | null {
  const { name, least, most, unit } = bounds;
  if (Number.isFinite(value) && value >= least && value <= most) return null;
  const given = Number.isFinite(value) ? String(value) : 'no number';
  return {
    code: 'out of range',
    field,
    says: `${name} must be between ${least} and ${most} ${unit}; ${given} was given.`,
  };
}

/** The first mistake among several, as an outcome, or null when there is none. */
export function firstMistake(...mistakes: (Mistake | null)[]): Outcome<never> | null {
  const mistake = mistakes.find((one) => one !== null);
  return mistake ? { ok: false, mistake } : null;
}
