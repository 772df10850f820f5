import { useMemo } from 'react';
import { useAddress } from '~/ui/parts/useAddress';
import { shortDay } from '~/ui/parts/words';
import type { Route } from './+types/map';

type Data = Route.ComponentProps['loaderData'];

/** The map of now: the open visit, or the one that begins with the first point. */
export const NOW = 'now';

/** Which map is shown and which it is compared with; both live in the address. */
export function useVisits({ visits, openId, today }: Data) {
  const [params, set] = useAddress();
  const stops = useMemo(
    () => [
      ...visits
        .filter(({ open }) => !open)
        .map(({ id, day }) => ({ id, label: shortDay(day, today) })),
      { id: openId ?? NOW, label: 'now' },
    ],
    [visits, openId, today],
  );
  const asked = stops.findIndex(({ id }) => id === params.get('at'));
  const at = asked === -1 ? stops.length - 1 : asked;
  const withAsked = stops.findIndex(({ id }) => id === params.get('with'));
  const against = withAsked !== -1 && withAsked < at ? withAsked : at - 1;
  return {
    stops,
    at,
    shownId: stops[at]?.id ?? NOW,
    isNow: at === stops.length - 1,
    against: against >= 0 ? against : null,
    againstId: stops[against]?.id ?? null,
    go: (index: number) => set({ at: stops[index]?.id ?? null, with: null }),
    compareWith: (index: number) => set({ with: stops[index]?.id ?? null }),
  };
}

export type Visits = ReturnType<typeof useVisits>;
