import { codeOf } from './codeOf.server';

/** Codes of node and PostgreSQL for a server that is not there, is stopping, or hung up. */
const GONE = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ETIMEDOUT',
  'ENOTFOUND',
  'EAI_AGAIN',
  // PostgreSQL: connection exceptions, shutdowns, too many connections. Appendix A of its manual.
  '08000',
  '08001',
  '08003',
  '08004',
  '08006',
  '57P01',
  '57P02',
  '57P03',
  '53300',
]);

/** What the driver says without a code. */
const SAYS_GONE =
  /^(Connection terminated|Connection ended|Client has encountered a connection error|timeout exceeded when trying to connect|Cannot use a pool after|Query read timeout)/;

/** What an error says, or what caused it. */
function saysOf(error: unknown): string[] {
  if (typeof error !== 'object' || error === null) return [];
  const own = 'message' in error && typeof error.message === 'string' ? [error.message] : [];
  return 'cause' in error ? [...own, ...saysOf(error.cause)] : own;
}

/** Whether an error means that the database cannot be reached now: what was asked may be asked again. */
export const isOutage = (error: unknown): boolean =>
  GONE.has(codeOf(error) ?? '') || saysOf(error).some((says) => SAYS_GONE.test(says));

/** The disk under the data is full. */
const FULL = new Set(['ENOSPC', 'EDQUOT', '53100']);

/** Whether an error means that there is no room left for what was to be written. */
export const isFull = (error: unknown): boolean =>
  FULL.has(codeOf(error) ?? '') ||
  saysOf(error).some((says) => says.includes('No space left on device'));

/** PostgreSQL: a file of its own is gone, or holds what it cannot hold; a table that must be there is not. */
const DAMAGE = new Set(['58P01', 'XX001', 'XX002', '42P01']);

/** Whether an error means that the database’s files are not what was written. */
export const isDamage = (error: unknown): boolean => DAMAGE.has(codeOf(error) ?? '');
