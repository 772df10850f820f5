import { createHash } from 'node:crypto';
import stringify from 'safe-stable-stringify';

/** SHA-256 of a JSON value, hex; the order of an object’s keys does not matter. */
export const digestOf = (value: object): string =>
  createHash('sha256')
    .update(stringify(value) ?? '')
    .digest('hex');
