import { SIDES, type Side } from '#core/anatomy';
import { isDay } from '#core/calendar';
import { z } from 'zod';
import { useAddress } from '~/ui/parts/useAddress';

/** A site, one side of it or one point of the map. */
interface Place {
  siteId: string | null;
  side: Side | null;
  thread: string | null;
}
const EVERYWHERE: Place = { siteId: null, side: null, thread: null };

/** A place as the address has it. */
export const placeValue = ({ siteId, side, thread }: Place): string =>
  [siteId, side, thread].filter((part) => part !== null).join('~');

/** Reads a place of the address; what is no place is every place. */
function placeOf(text: string | null): Place {
  const [siteId, side, thread] = (text ?? '').split('~');
  if (!siteId || siteId.length > 64) return EVERYWHERE;
  const known = SIDES.find((one) => one === side) ?? null;
  return { siteId, side: known, thread: known && thread ? thread.slice(0, 64) : null };
}

const day = z.string().refine(isDay).nullable().catch(null);
const PERIODS = ['all', 'half a year', '8 weeks', '4 weeks', 'version'] as const;
const lookSchema = z.object({
  period: z.enum(PERIODS).nullable().catch(null),
  from: day,
  to: day,
});

/** What an address asks a review to show. Days that are none, or the wrong way round, are not asked for. */
export function lookOf(asked: URLSearchParams) {
  const { period, from, to } = lookSchema.parse({
    period: asked.get('period'),
    from: asked.get('from'),
    to: asked.get('to'),
  });
  const days = from !== null && to !== null && from <= to ? { from, to } : null;
  return { period, days, ...placeOf(asked.get('place')) };
}

type Choice =
  { period: (typeof PERIODS)[number] } | { from: string; to: string } | { place: string };

/** What is shown now, and how to show something else: it stands in the address. */
export function useLooking() {
  const [params, change] = useAddress();
  const { days } = lookOf(params);
  return {
    days,
    place: params.get('place') ?? '',
    /** The days stand in place of a period, and a period in place of days. */
    choose: (choice: Choice) => {
      if ('place' in choice) change({ place: choice.place || null });
      else if ('period' in choice) change({ period: choice.period, from: null, to: null });
      else change({ from: choice.from, to: choice.to, period: null });
    },
  };
}

export type Looking = ReturnType<typeof useLooking>;
