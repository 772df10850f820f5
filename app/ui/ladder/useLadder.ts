import { useMemo } from 'react';
import { ladderFor, type LadderClient, type LadderView, type PressItem } from '#core/routine';

/** The ladder of a line for this client, worked out again only when its setup or method changes. */
export function useLadder(item: PressItem | undefined, client: LadderClient): LadderView | null {
  return useMemo(() => (item ? ladderFor(item, client) : null), [item, client]);
}
