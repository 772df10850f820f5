import fc from 'fast-check';
import { codeOf } from './codeOf.server';
import { isDamage, isFull, isOutage } from './outage.server';

/** An error as the query builder wraps it: what happened lies inside. */
const wrapped = (cause: unknown): Error => new Error('Failed query: select 1', { cause });
const coded = (code: string, message = 'said by the driver'): Error =>
  Object.assign(new Error(message), { code });

describe('what a broken query means', () => {
  // PostgreSQL 15, appendix A (from memory), and node’s names of system errors.
  it.each([
    ['a server that is not there', 'ECONNREFUSED'],
    ['a line that broke', 'ECONNRESET'],
    ['a server that is stopping', '57P01'],
    ['a server that crashed', '57P02'],
    ['a server that is starting', '57P03'],
    ['too many connections', '53300'],
    ['a connection that failed', '08006'],
  ])('%s (%s) passes: the same may be asked again', (_what, code) => {
    for (const error of [coded(code), wrapped(coded(code)), wrapped(wrapped(coded(code)))]) {
      expect([isOutage(error), isFull(error), isDamage(error)]).toEqual([true, false, false]);
    }
  });

  it.each([
    'Connection terminated unexpectedly',
    'Connection terminated due to connection timeout',
    'timeout exceeded when trying to connect',
    'Cannot use a pool after calling end on the pool',
  ])('“%s”, which the driver says without a code, passes as well', (message) => {
    expect(isOutage(new Error(message))).toBe(true);
    expect(isOutage(wrapped(new Error(message)))).toBe(true);
    // Somebody’s own words that contain it are not the driver’s.
    expect(isOutage(new Error(`Notes: “${message}”`))).toBe(false);
  });

  it.each([
    ['of the system', coded('ENOSPC')],
    ['of a quota', coded('EDQUOT')],
    ['of PostgreSQL', coded('53100')],
    ['in words', new Error('could not write: No space left on device')],
  ])('a full disk is known by the code %s', (_of, error) => {
    expect([isFull(error), isFull(wrapped(error))]).toEqual([true, true]);
    expect(isOutage(error)).toBe(false);
  });

  it.each(['58P01', 'XX001', 'XX002', '42P01'])(
    'files that are not what was written: %s',
    (code) => {
      expect([isDamage(coded(code)), isDamage(wrapped(coded(code)))]).toEqual([true, true]);
      expect([isOutage(coded(code)), isFull(coded(code))]).toEqual([false, false]);
    },
  );

  it('a mistake of ours, a breach of a rule and things that are no errors are none of these', () => {
    for (const code of ['23505', '23503', '40001', '42601', '22P02', 'ERR_INVALID_ARG_TYPE', '']) {
      const error = wrapped(coded(code));
      expect([code, isOutage(error), isFull(error), isDamage(error)]).toEqual([
        code,
        ...[false, false, false],
      ]);
    }
    fc.assert(
      fc.property(fc.anything(), (thrown) => {
        for (const judge of [isOutage, isFull, isDamage])
          expect(typeof judge(thrown)).toBe('boolean');
        expect(['string', 'undefined']).toContain(typeof (codeOf(thrown) ?? undefined));
      }),
    );
  });
});
