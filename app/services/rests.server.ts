import { restsOf, type BruiseSeen, type Rest, type ToldAfter } from '#core/response';
import { toldAfterOf } from '~/db/sessions.server';
import { bruisesOf } from '~/db/visits.server';
import type { Database } from '~/db/database.server';

/** What the rest of places is told by, from what is stored. */
export async function toldOfPlaces(
  db: Database,
  clientId: string,
): Promise<{ told: (ToldAfter & { sessionId: string })[]; seen: BruiseSeen[] }> {
  // One after the other: in a transaction there is one connection.
  const told = await toldAfterOf(db, clientId);
  const seen = await bruisesOf(db, clientId);
  return {
    told: told.map(({ at, places, ...rest }) => ({
      ...rest,
      places: places ?? [],
      at: at.getTime(),
    })),
    seen: seen.flatMap(({ at, bruised, ...rest }) =>
      bruised === null ? [] : [{ ...rest, bruised, at: at.getTime() }],
    ),
  };
}

/** The places of a client that rest now. */
export const restsFor = async (
  db: Database,
  { id, timeZone }: { id: string; timeZone: string },
): Promise<Rest[]> => restsOf(await toldOfPlaces(db, id), timeZone);
