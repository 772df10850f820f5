import { sql, type SQL } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import {
  clientsWithLastDay,
  openInvitations,
  practiceAskPeriods,
  practiceSessionsSince,
  unconfirmedAnswers,
} from './clients.server';
import { courseTold } from './courses.server';
import type { Database } from './database.server';
import type { OpenDatabase } from './open.server';
import { rowsOf } from './rowsOf.server';
import { seenToIn, seenToOf } from './seenTo.server';
import { lastSummariesOf, sessionsOf, stoppedOf, toldAfterOf } from './sessions.server';
import { openTestDatabase } from './testing/openTestDatabase.server';
import { bruisesOf, notesOf } from './visits.server';

let open: OpenDatabase;
beforeAll(async () => {
  open = await openTestDatabase();
});
afterAll(() => open.close());

const id = uuid();
/** What pages are read by, where the tables grow with every session, visit and message. */
const READ: Record<string, (db: Database) => { getSQL: () => SQL }> = {
  'the sessions of a practice since a day': (db) => practiceSessionsSince(db, id, '2026-03-01'),
  'what was asked for, and when': (db) => practiceAskPeriods(db, id),
  'the clients of a practice with their last day': (db) => clientsWithLastDay(db, id),
  'answers that wait to be confirmed': (db) => unconfirmedAnswers(db, id),
  'invitations that are open': (db) => openInvitations(db, id),
  'what was seen to in a practice': (db) => seenToIn(db, id, new Date()),
  'what was seen to of a client': (db) => seenToOf(db, id),
  'the sessions of a client': (db) => sessionsOf(db, id),
  'the latest sessions of a client': (db) => lastSummariesOf(db, id, 20),
  'what was told of days after': (db) => toldAfterOf(db, id),
  'sessions that were stopped': (db) => stoppedOf(db, id, ['numb']),
  'bruises that were looked for': (db) => bruisesOf(db, id),
  'the notes of visits': (db) => notesOf(db, id, 20),
  'the course of a client': (db) => courseTold(db, id),
};

describe('what pages are read by', () => {
  // With so few rows the database would rather read a table whole: forbidden to, it shows whether an index could serve.
  it.each(Object.entries(READ))('an index serves %s', async (_name, query) => {
    const plan = await open.db.transaction(async (tx) => {
      await tx.execute(sql`set local enable_seqscan = off`);
      return rowsOf<Record<string, string>>(tx, sql`explain ${query(tx).getSQL()}`);
    });
    const lines = plan.map((row) => Object.values(row)[0] ?? '');
    expect(lines.length).toBeGreaterThan(0);
    expect(lines.filter((line) => line.includes('Seq Scan'))).toEqual([]);
  });

  it('a table without an index would be told of', async () => {
    const plan = await open.db.transaction(async (tx) => {
      await tx.execute(sql`set local enable_seqscan = off`);
      return rowsOf<Record<string, string>>(
        tx,
        sql`explain select 1 from practised_session where word = 'fine'`,
      );
    });
    expect(plan.map((row) => Object.values(row)[0] ?? '').join()).toContain('Seq Scan');
  });
});
