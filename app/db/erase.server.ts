import { and, asc, eq, sql } from 'drizzle-orm';
import type { Day } from '#core/calendar';
import type { Database } from './database.server';
import { filesOf } from './join.server';
import { rowsOf } from './rowsOf.server';
import { client, consentStep, message, tombstone, user } from './schema.server';

/** A record that is to be erased, or was. */
export interface Erasure {
  clientId: string;
  practiceId: string;
  /** Who erases it; null where nobody knows any more. */
  by: string | null;
  at: Date;
  /** When it was asked for; null: its time was over. */
  askedOn: Day | null;
}

/**
 * Erases the record of a client, files that went into it included; a tombstone and a line of the trail stay. All of it or
 * nothing, by one function of the database.
 *
 * @returns how many files went; none where it was not here, when the tombstone alone is put down
 */
export async function eraseClient(db: Database, erasure: Erasure): Promise<number> {
  const { clientId, practiceId, by, at, askedOn } = erasure;
  const [row] = await rowsOf<{ files: number }>(
    db,
    sql`select erase_client(${clientId}, ${practiceId}, ${by}, ${at.toISOString()}::timestamptz, ${askedOn}::date) as files`,
  );
  return row?.files ?? 0;
}

/** When the record of a client was erased; null: it was not. */
export async function erasedAt(
  db: Database,
  practiceId: string,
  clientId: string,
): Promise<Date | null> {
  const [row] = await db
    .select({ at: tombstone.erasedAt })
    .from(tombstone)
    .where(and(eq(tombstone.clientId, clientId), eq(tombstone.practiceId, practiceId)));
  return row?.at ?? null;
}

/** Those of some files that were erased here. */
export const erasedOf = (db: Database, ids: readonly string[]) =>
  rowsOf<{ id: string }>(
    db,
    sql`select client_id as id from ${tombstone}
      where client_id in (select jsonb_array_elements_text(${JSON.stringify(ids)}::jsonb)::uuid)`,
  );

/** What was said about keeping a record, oldest first. */
export const consentOf = (db: Database, clientId: string) =>
  db
    .select({
      what: consentStep.what,
      saidBy: consentStep.saidBy,
      words: consentStep.words,
      day: consentStep.day,
      by: consentStep.by,
      byName: user.name,
    })
    .from(consentStep)
    .innerJoin(user, eq(user.id, consentStep.by))
    .where(sql`${consentStep.clientId} in ${filesOf(clientId)}`)
    .orderBy(asc(consentStep.at), asc(consentStep.id));

/** The last day the practice and each of its clients had to do with each other, and whether erasure is asked for. */
export const contactsIn = (db: Database, practiceId: string, clientId: string | null = null) =>
  rowsOf<{
    id: string;
    name: string;
    bornOn: Day | null;
    lastContact: Day;
    asked: 'erasure asked' | 'erasure taken back' | null;
    askedOn: Day | null;
  }>(
    db,
    sql`select c.id, c.name, c.born_on::text as "bornOn", said.what as asked, said.day::text as "askedOn",
      greatest(
        (c.created_at at time zone c.time_zone)::date,
        (select max(day) from visit where client_id = c.id),
        (select max(day) from screening where client_id = c.id),
        (select max(v.issued_on) from routine_version v join routine r on r.id = v.routine_id
          where r.client_id in (select id from client where id = c.id or joined_into = c.id)),
        (select max(day) from practised_session where client_id = c.id),
        (select max(heard_at at time zone c.time_zone)::date from ${message} where client_id = c.id),
        (select max(day) from course_step where client_id = c.id)
      )::text as "lastContact"
      from ${client} c
      left join lateral (select what, day from ${consentStep} s where s.client_id = c.id and s.what <> 'given'
        order by s.at desc, s.id desc limit 1)
        said on true
      where c.practice_id = ${practiceId} and c.joined_into is null
        and (${clientId}::uuid is null or c.id = ${clientId}::uuid)
      order by c.name, c.id`,
  );

/** The day erasure of a record was asked for, while that stands; null: it does not. */
export async function erasureAskedOn(db: Database, clientId: string): Promise<Day | null> {
  const last = (await consentOf(db, clientId)).findLast(({ what }) => what !== 'given');
  return last?.what === 'erasure asked' ? last.day : null;
}

/** How many records of a practice are asked to be erased. */
export async function erasuresAsked(db: Database, practiceId: string): Promise<number> {
  const [row] = await rowsOf<{ n: number }>(
    db,
    sql`select count(*)::integer as n from (
        select distinct on (s.client_id) s.what from ${consentStep} s
        join ${client} c on c.id = s.client_id and c.practice_id = ${practiceId}
        where s.what <> 'given' order by s.client_id, s.at desc, s.id desc
      ) last where last.what = 'erasure asked'`,
  );
  return row?.n ?? 0;
}

/** Every tombstone of an installation, as it is written beside backups. */
export const allErased = (db: Database) =>
  db
    .select({
      clientId: tombstone.clientId,
      practiceId: tombstone.practiceId,
      by: tombstone.erasedBy,
      at: tombstone.erasedAt,
      askedOn: tombstone.askedOn,
    })
    .from(tombstone)
    .orderBy(asc(tombstone.erasedAt), asc(tombstone.clientId));

/**
 * Erases again what was erased before: a backup from before brings it back otherwise.
 *
 * @returns how many files went
 */
export async function eraseAgain(db: Database, erased: readonly Erasure[]): Promise<number> {
  let files = 0;
  for (const one of erased) files += await eraseClient(db, one);
  return files;
}
