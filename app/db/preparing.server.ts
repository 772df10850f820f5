import { createHash } from 'node:crypto';
import pg from 'pg';

/** Lists of any length make ever new texts: those beyond are read anew each time. */
const MOST_NAMES = 600;
const names = new Map<string, string>();

/** The name a statement is prepared under; the same text has the same one. Undefined: under none. */
function nameOf(text: string): string | undefined {
  const known = names.get(text);
  if (known !== undefined || names.size >= MOST_NAMES) return known;
  const name = createHash('sha256').update(text).digest('base64url').slice(0, 24);
  names.set(text, name);
  return name;
}

interface Asked {
  text: string;
  name?: string;
}

const isStatement = (given: unknown): given is Asked =>
  typeof given === 'object' &&
  given !== null &&
  'text' in given &&
  typeof given.text === 'string' &&
  !('submit' in given);

/**
 * A connection on which a statement is read and planned once, and from then on only filled in: the same few
 * dozen statements make nearly all of the work.
 */
export class PreparingClient extends pg.Client {
  constructor(config?: pg.ClientConfig) {
    super(config);
    const query = this.query.bind(this) as (...given: unknown[]) => unknown;
    this.query = ((...given: unknown[]) => {
      const [asked, values, ...more] = given;
      // Without parameters it may be several statements at once, which cannot be prepared.
      const isPrepared = isStatement(asked) && !asked.name && Array.isArray(values);
      return isPrepared && values.length > 0
        ? query({ ...asked, name: nameOf(asked.text) }, values, ...more)
        : query(...given);
    }) as typeof this.query;
  }
}
