import { and, eq, isNull } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Database } from './database.server';
import { calendarAddress, client, practice } from './schema.server';

const inForce = isNull(calendarAddress.revokedAt);

/** The address of a client’s calendar that is in force. */
export async function addressOf(db: Database, clientId: string) {
  const [row] = await db
    .select()
    .from(calendarAddress)
    .where(and(eq(calendarAddress.clientId, clientId), inForce))
    .limit(1);
  return row ?? null;
}

/** Whose calendar an address in force is. */
export async function addressFor(db: Database, tokenHash: string) {
  const [row] = await db
    .select({ address: calendarAddress, file: client, practiceName: practice.name })
    .from(calendarAddress)
    .innerJoin(client, eq(client.id, calendarAddress.clientId))
    .innerJoin(practice, eq(practice.id, client.practiceId))
    .where(and(eq(calendarAddress.tokenHash, tokenHash), inForce))
    .limit(1);
  return row ?? null;
}

export const giveAddress = (
  db: Database,
  given: { clientId: string; tokenHash: string; inWords: boolean; at: Date },
) => db.insert(calendarAddress).values({ id: uuid(), ...given });

/** Ends the address of a client’s calendar, where there is one. */
export const revokeAddress = (db: Database, clientId: string, at: Date) =>
  db
    .update(calendarAddress)
    .set({ revokedAt: at })
    .where(and(eq(calendarAddress.clientId, clientId), inForce));

export const noteAsked = (db: Database, id: string, at: Date) =>
  db.update(calendarAddress).set({ askedAt: at }).where(eq(calendarAddress.id, id));
