import { useDeferredValue, useMemo, type Dispatch } from 'react';
import type { Finding } from '#core/knowledge';
import {
  insteadOf,
  isRefused,
  mendOf,
  pressesOf,
  type CheckContext,
  type LadderClient,
  type Mend,
  type Routine,
} from '#core/routine';
import type { Mending } from '~/ui/plan/Findings';
import { insteadShown } from '~/ui/plan/insteadShown';
import type { PlanAction } from '~/ui/plan/planState';

/** So many of the gravest findings are offered a mend. */
const MOST_MENDS = 10;

/**
 * What would answer the findings of a routine: another way in place of a refused use, the least change for the rest, and
 * which of them the key takes.
 */
export function useMends({
  routine,
  findings,
  context,
  client,
  selectedId,
  dispatch,
}: {
  routine: Routine;
  findings: readonly Finding[];
  context: CheckContext;
  client: LadderClient;
  selectedId: string | null;
  dispatch: Dispatch<PlanAction>;
}): Mending & { takeKey: () => void } {
  const instead = useMemo(() => {
    const refused = new Set(
      findings.flatMap(({ verdict, itemId }) => (verdict === 'refuse' && itemId ? [itemId] : [])),
    );
    return new Map(
      pressesOf(routine)
        .filter((item) => refused.has(item.id) && isRefused(item, client))
        .map((item) => [item.id, insteadOf(item, client)]),
    );
  }, [routine, findings, client]);
  const shown = useMemo(() => insteadShown(findings, instead), [findings, instead]);
  // Worked out once the hand rests: each tries several routines.
  const rested = useDeferredValue(findings);
  const mends = useMemo(
    () =>
      new Map(
        (rested === findings ? findings.slice(0, MOST_MENDS) : []).flatMap(
          (finding): [Finding, Mend][] => {
            const mend = shown.has(finding) ? null : mendOf(routine, finding, context, findings);
            return mend ? [[finding, mend]] : [];
          },
        ),
      ),
    [rested, findings, routine, context, shown],
  );
  const answered = findings.filter((one) => shown.has(one) || mends.has(one));
  const keyFor =
    answered.find(({ itemId, verdict }) => itemId === selectedId && verdict === 'refuse') ??
    answered[0];
  const takeInstead = (id: string) => {
    const possible = instead.get(id);
    if (possible === undefined) return;
    dispatch(
      possible === null ? { type: 'remove', id } : { type: 'change', id, change: possible.change },
    );
  };
  const takeMend = ({ routine: mended }: Mend) => dispatch({ type: 'mend', routine: mended });
  return {
    instead,
    shown,
    mends,
    keyFor,
    takeInstead,
    takeMend,
    takeKey: () => {
      const mend = keyFor && mends.get(keyFor);
      if (mend) takeMend(mend);
      else if (keyFor?.itemId !== undefined) takeInstead(keyFor.itemId);
    },
  };
}
