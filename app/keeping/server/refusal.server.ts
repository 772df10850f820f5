/**
 * A request that is understood and turned down: nothing was changed, and `message` is a sentence for
 * the person who asked. `status` is the HTTP answer it becomes.
 */
export class Refusal extends Error {
  constructor(
    readonly status: 400 | 403 | 404 | 409 | 410 | 422 | 429,
    message: string,
    readonly details: Record<string, unknown> = {},
  ) {
    super(message);
    this.name = 'Refusal';
  }
}

/** A thing that is not there, or not there for this person: the two look the same from outside. */
export function found<T>(value: T | null | undefined, what: string): T {
  if (value === null || value === undefined) throw new Refusal(404, `There is no such ${what}.`);
  return value;
}

/** The file went into another one of the same person, which `details.into` names: whoever reads is sent there. */
export const joinedInto = (into: string): Refusal =>
  new Refusal(
    410,
    'This file was joined with another file of the same person. Open that one, and keep it there.',
    { into },
  );
