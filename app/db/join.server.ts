import { and, eq, isNull, sql, type SQL } from 'drizzle-orm';
import type { PgTable } from 'drizzle-orm/pg-core';
import type { Database } from './database.server';
import { revokeAddress } from './calendarAddress.server';
import { rowsOf } from './rowsOf.server';
import {
  clearance,
  client,
  complaint,
  consentStep,
  courseStep,
  invitation,
  keptAside,
  mapPoint,
  measurement,
  message,
  picture,
  practisedSession,
  pushTarget,
  reminding,
  routine,
  routineVersion,
  screening,
  screeningDraft,
  seenTo,
  signIn,
  user,
  visit,
} from './schema.server';

/** What goes over from one file to another. Versions stay with their routine, which is read with the file it went into. */
const RECORD = [
  visit,
  screening,
  clearance,
  mapPoint,
  picture,
  measurement,
  complaint,
  courseStep,
  consentStep,
  keptAside,
  practisedSession,
  message,
  seenTo,
] as const satisfies readonly PgTable[];

/** What is filled in from the other file where this one does not say. */
const DETAILS = [
  'minutes_per_day',
  'affected_side',
  'next_visit',
  'born_on',
  'consent_on',
  'mass_kilograms',
  'stature_metres',
  'tools',
  'places',
  'things',
  'times_of_day',
  'habits',
  'helper_at_home',
] as const;

/** How much a file holds. */
export interface Held {
  visits: number;
  sessions: number;
  points: number;
  figures: number;
  versions: number;
  complaints: number;
  interviews: number;
  messages: number;
}

/** What lies in a file, by number. */
export async function heldIn(db: Database, clientId: string): Promise<Held> {
  const count = (table: PgTable, where: SQL) =>
    sql`(select count(*)::integer from ${table} where ${where})`;
  const of = (column: SQL) => sql`${column} = ${clientId}`;
  const [row] = await rowsOf<Held>(
    db,
    sql`select ${count(visit, of(sql`${visit.clientId}`))} as visits,
      ${count(practisedSession, of(sql`${practisedSession.clientId}`))} as sessions,
      ${count(mapPoint, sql`${mapPoint.clientId} = ${clientId} and ${mapPoint.removedAt} is null`)} as points,
      ${count(measurement, sql`${measurement.clientId} = ${clientId} and ${measurement.removedAt} is null`)} as figures,
      (select count(*)::integer from ${routineVersion} join ${routine} on ${routine.id} = ${routineVersion.routineId}
        where ${routine.clientId} = ${clientId}) as versions,
      ${count(complaint, sql`${complaint.clientId} = ${clientId} and ${complaint.removedAt} is null`)} as complaints,
      ${count(screening, of(sql`${screening.clientId}`))} as interviews,
      ${count(message, of(sql`${message.clientId}`))} as messages`,
  );
  if (!row) throw new Error('A count answers one row.');
  return row;
}

/** When an account was last used; null: never. */
export async function lastUsed(db: Database, userId: string): Promise<number | null> {
  const [row] = await rowsOf<{ at: number | null }>(
    db,
    sql`select extract(epoch from max(${signIn.lastSeenAt}))::float8 as at from ${signIn} where ${signIn.userId} = ${userId}`,
  );
  return row?.at ?? null;
}

/** Ends the account of a client who has another: nothing is sent to it, and nobody is signed in by it. */
async function endOther(tx: Database, userId: string, at: Date): Promise<void> {
  await tx.update(user).set({ endedAt: at }).where(eq(user.id, userId));
  await tx.delete(signIn).where(eq(signIn.userId, userId));
  await tx.delete(pushTarget).where(eq(pushTarget.userId, userId));
}

/** One file that goes into another. */
export interface Joining {
  from: string;
  into: string;
  /** The account that stays with the person, and the one that ends; null: there is none. */
  keepsUserId: string | null;
  endsUserId: string | null;
}

/**
 * Moves the whole record of one file into another of the same person; in one transaction, or not at all. What is only ever
 * added to goes over as it is: the database lets nothing but its file change.
 */
export async function moveRecord(
  tx: Database,
  { from, into, keepsUserId, endsUserId }: Joining,
  at: Date,
): Promise<void> {
  await tx.execute(sql`select set_config('entspann.joining', 'on', true)`);
  for (const table of RECORD) {
    await tx.execute(sql`update ${table} set client_id = ${into} where client_id = ${from}`);
  }
  await tx.execute(sql`select set_config('entspann.joining', '', true)`);
  await tx.delete(screeningDraft).where(eq(screeningDraft.clientId, from));
  await tx.execute(
    sql`update ${reminding} set client_id = ${into} where client_id = ${from}
      and not exists (select 1 from ${reminding} other where other.client_id = ${into})`,
  );
  await tx.delete(reminding).where(eq(reminding.clientId, from));
  await revokeAddress(tx, from, at);
  await tx
    .update(invitation)
    .set({ revokedAt: at })
    .where(
      and(eq(invitation.clientId, from), isNull(invitation.usedAt), isNull(invitation.revokedAt)),
    );
  await tx
    .update(client)
    .set({ userId: null, joinedInto: into, joinedAt: at })
    .where(eq(client.id, from));
  await tx.update(client).set({ userId: keepsUserId }).where(eq(client.id, into));
  const filled = sql.join(
    DETAILS.map(
      (name) =>
        sql`${sql.identifier(name)} = coalesce(c.${sql.identifier(name)}, other.${sql.identifier(name)})`,
    ),
    sql`, `,
  );
  await tx.execute(
    sql`update client c set ${filled},
        consent_by = case when c.consent_by = '' then other.consent_by else c.consent_by end,
        details_revision = c.details_revision + 1, brings_revision = c.brings_revision + 1
      from client other where c.id = ${into} and other.id = ${from}`,
  );
  // A file that went into this one before goes along.
  await tx.update(client).set({ joinedInto: into }).where(eq(client.joinedInto, from));
  if (endsUserId !== null) await endOther(tx, endsUserId, at);
}

/** Files that went into this one: their versions are read with its own. */
export const filesOf = (clientId: string): SQL =>
  sql`(select id from client where id = ${clientId} or joined_into = ${clientId})`;
