import type { Finding } from '#core/knowledge';
import type { Instead } from '#core/routine';

/** Of several refusals of one line the first says what is possible: it answers them all. */
export const insteadShown = (
  findings: readonly Finding[],
  instead: ReadonlyMap<string, Instead | null>,
): ReadonlySet<Finding> =>
  new Set(
    [...instead.keys()].flatMap((id) => {
      const first = findings.find(
        ({ itemId, verdict, inputs }) =>
          itemId === id && verdict === 'refuse' && 'sensitivity' in inputs,
      );
      return first ? [first] : [];
    }),
  );
