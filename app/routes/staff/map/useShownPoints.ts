import { useMemo } from 'react';
import { compareMaps, rankPoints } from '#core/map';
import type { DrawnPoint } from '~/ui/map/points';
import type { KeptPoint } from '~/ui/map/usePoints';
import { NOW, type useVisits } from './useVisits';
import type { Route } from './+types/map';

/**
 * The points of the map that is shown, those of the one it is compared with, and what of them is still to be
 * pressed again: from the visit before, and from home.
 */
export function useShownPoints(
  { points: kept, visits: past, lastId }: Route.ComponentProps['loaderData'],
  visits: ReturnType<typeof useVisits>,
  all: readonly KeptPoint[],
) {
  const points = useMemo(
    () =>
      rankPoints(
        all.filter(
          ({ visitId }) =>
            visitId === visits.shownId || (visits.isNow && (visitId === NOW || visitId === null)),
        ),
      ),
    [all, visits.shownId, visits.isNow],
  );
  const before = useMemo(
    () => all.filter(({ visitId }) => visitId !== null && visitId === visits.againstId),
    [all, visits.againstId],
  );
  const lastDay = past.find(({ id }) => id === lastId)?.day ?? '';
  const fromHome = useMemo(
    () => kept.filter(({ visitId, day }) => visitId === null && day >= lastDay),
    [kept, lastDay],
  );
  const [unpressed, home] = useMemo(() => {
    const threads = new Set(points.map(({ thread }) => thread));
    const open = ({ thread }: DrawnPoint) => visits.isNow && !threads.has(thread);
    return [
      before.filter((one) => one.rating > 0 && open(one)),
      fromHome.filter((one) => open(one)),
    ];
  }, [points, before, fromHome, visits.isNow]);
  const compared = useMemo(() => compareMaps(before, points), [before, points]);
  // On a first map everything is new: nothing of that is worth saying.
  const byThread = useMemo(
    () => new Map(before.length === 0 ? [] : compared.map((one) => [one.thread, one])),
    [before.length, compared],
  );
  return { points, before, unpressed, home, compared, byThread };
}

export type ShownPoints = ReturnType<typeof useShownPoints>;
