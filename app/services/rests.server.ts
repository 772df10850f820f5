import {
  LOOKED_AT_FOR,
  restsOf,
  wordOnPlace,
  type BruiseSeen,
  type Rest,
  type ToldAfter,
} from '#core/response';
import { stoppedOf, toldAfterOf } from '~/db/sessions.server';
import { seenToOf } from '~/db/seenTo.server';
import { bruisesOf } from '~/db/visits.server';
import type { Database } from '~/db/database.server';

/** What the rest of places is told by, from what is stored. */
export async function toldOfPlaces(
  db: Database,
  clientId: string,
): Promise<{ told: (ToldAfter & { sessionId: string | null })[]; seen: BruiseSeen[] }> {
  // One after the other: in a transaction there is one connection.
  const told = await toldAfterOf(db, clientId);
  const stopped = await stoppedOf(db, clientId, LOOKED_AT_FOR);
  const looked = await seenToOf(db, clientId);
  const seen = await bruisesOf(db, clientId);
  return {
    told: [
      ...told.map(({ at, places, ...rest }) => ({
        ...rest,
        places: places ?? [],
        at: at.getTime(),
      })),
      ...stopped.map(({ heardAt, stopReason, ...rest }) => ({
        ...rest,
        answer: stopReason ?? '',
        at: heardAt,
      })),
      ...looked.flatMap(({ about, how, at }) => {
        const word = how === 'not now' ? null : wordOnPlace(about);
        if (!word) return [];
        return { sessionId: null, answer: word.answer, places: [word.place], at: at.getTime() };
      }),
    ].sort((a, b) => a.at - b.at),
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
