import { readFile } from 'node:fs/promises';
import { PGlite } from '@electric-sql/pglite';
import { drizzle } from 'drizzle-orm/pglite';
import { itemFor, routineWith, timed } from '#core/examples';
import { expand } from '#core/routine';
import { chanceFrom, practiseOnce } from '#core/simulation';
import { clientInPractice } from './clients.server';
import { giveOldSessionsTheirHolds } from './giveOldSessionsTheirHolds.server';
import { migrationsFolder } from './migrationsFolder.server';
import { latestVersion } from './routines.server';
import * as schema from './schema.server';
import { clearancesOf, screeningsOf } from './screenings.server';
import { sessionsOf } from './sessions.server';

const id = (n: number) => `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`;
const ID = { practice: id(1), user: id(2), client: id(3), routine: id(4), version: id(5) };

/** A line of a routine as the first edition stored it: no surface, no adjustment. */
const OLD_CONTENT = {
  items: [
    {
      id: 'line',
      siteId: 'side-low-back',
      toolId: 'tennis-ball',
      positionId: 'lying-back',
      grade: 4,
      dose: { method: 'fade', minSeconds: 20, capSeconds: 90 },
      points: 2,
      repetitions: 1,
      sides: 'both',
      affectedSide: 'left',
      extraPoints: 1,
      restSeconds: 10,
      instructions: 'As shown.',
    },
  ],
  timesPerWeek: 6,
  message: 'Slowly.',
};

const literal = (value: unknown) => `'${JSON.stringify(value).replaceAll("'", "''")}'`;

/** What each edition left behind, by the migration after which it is put in. */
const LEFT_BY: Record<string, string> = {
  '0001_append_only': `
    insert into practice (id, name, time_zone, created_at) values ('${ID.practice}', 'Old', 'UTC', now());
    insert into user_account (id, practice_id, role, name, email, password_hash, created_at)
      values ('${ID.user}', '${ID.practice}', 'owner', 'Maren', 'm@example.org', 'x', now());
    insert into client (id, practice_id, therapist_id, name, time_zone, created_at)
      values ('${ID.client}', '${ID.practice}', '${ID.user}', 'Hollis', 'UTC', '2026-01-01');
    insert into routine (id, client_id, created_at) values ('${ID.routine}', '${ID.client}', now());
    insert into routine_version (id, routine_id, number, content, reason, issued_at, issued_on, issued_by)
      values ('${ID.version}', '${ID.routine}', 1, ${literal(OLD_CONTENT)}, 'First.', '2026-01-01', '2026-01-01', '${ID.user}');
  `,
  '0002_body_tools_screening': `
    update client set screening = ${literal([
      {
        condition: 'implant',
        sides: ['left'],
        regions: [],
        siteIds: [],
        clearedBy: 'Dr Amsel, 3 November',
      },
      { condition: 'latex', sides: [], regions: [], siteIds: [], clearedBy: '' },
    ])};
  `,
};

/** All migrations there are, in the order of their journal; what each edition left is put in between. */
async function upgraded(leftBy: Record<string, string>) {
  const lite = await PGlite.create();
  const journal = JSON.parse(
    await readFile(`${migrationsFolder()}/meta/_journal.json`, 'utf8'),
  ) as { entries: { tag: string }[] };
  const unused = new Set(Object.keys(leftBy));
  for (const { tag } of journal.entries) {
    const text = await readFile(`${migrationsFolder()}/${tag}.sql`, 'utf8');
    await lite.exec(text.replaceAll('--> statement-breakpoint', ''));
    await lite.exec(leftBy[tag] ?? '');
    unused.delete(tag);
  }
  expect([...unused]).toEqual([]);
  return { lite, db: drizzle(lite, { schema }) };
}

test('data of the first edition survive: files gain empty fields, issued routines read as they were', async () => {
  const { lite, db } = await upgraded(LEFT_BY);
  expect(await clientInPractice(db, ID.practice, ID.client)).toMatchObject({
    name: 'Hollis',
    massKilograms: null,
    statureMetres: null,
    tools: null,
    places: null,
    things: null,
    habits: null,
    timesOfDay: null,
    detailsRevision: 0,
  });
  // What screening had found is a first interview now, with its clearance.
  const [interview] = await screeningsOf(db, ID.client);
  expect(interview).toMatchObject({
    confirmed: true,
    replies: [
      { condition: 'implant', says: 'yes', sides: ['left'] },
      { condition: 'latex', says: 'yes' },
    ],
  });
  expect(await clearancesOf(db, ID.client)).toMatchObject([
    { condition: 'implant', kind: 'cleared', by: 'Dr Amsel, 3 November' },
  ]);
  const version = await latestVersion(db, ID.client);
  expect(version?.content).toEqual({
    ...OLD_CONTENT,
    items: [{ ...OLD_CONTENT.items[0], surfaceId: null, adjustmentId: null }],
  });
  await lite.close();
});

/** A session of the breastbone, 20 s, whose log was read by a later screening: 0 of 0 holds. */
function spoiledSession(n: number, startedAt: string) {
  const at = Date.parse(startedAt);
  const { events } = practiseOnce(
    expand(routineWith(itemFor('breastbone', { id: 'one', dose: timed(20), grade: 2 }))),
    at,
    { tenderness: () => 3, fadeSeconds: 40, easesOff: true, stopsAtStep: null, word: 'fine' },
    chanceFrom(n),
  );
  const nothing = { places: [], holdsDone: 0, holdsAsked: 0, contactSeconds: 0, counts: true };
  return `
    insert into practised_session (id, client_id, version_id, started_at, day, status, counts, summary)
      values ('${id(n)}', '${ID.client}', '${ID.version}', '${startedAt}', '2026-01-02', 'finished', true, ${literal(nothing)});
    ${events
      .map(
        ({ id: eventId, seq, at: ms, ...body }) => `
          insert into session_event (id, session_id, seq, at_ms, body, received_at)
            values ('${eventId}', '${id(n)}', ${seq}, ${ms}, ${literal(body)}, now());`,
      )
      .join('')}
  `;
}

test('a session from before gets the holds it was led by, once, and says where that was a guess', async () => {
  const content = routineWith(itemFor('breastbone', { id: 'one', dose: timed(20), grade: 2 }));
  const screening = (n: number, at: string, condition: string) => `
    insert into screening (id, client_id, replies, confirmed, answered_by, at, day)
      values ('${id(n)}', '${ID.client}', ${literal([{ condition, says: 'yes' }])}, true, '${ID.user}', '${at}', '2026-01-01');
  `;
  const { lite, db } = await upgraded({
    '0001_append_only': (LEFT_BY['0001_append_only'] ?? '').replace(
      literal(OLD_CONTENT),
      literal(content),
    ),
    '0006_draft_revision':
      spoiledSession(20, '2026-01-02T18:00:00Z') +
      screening(30, '2026-01-03T09:00:00Z', 'mobile-joints') +
      spoiledSession(21, '2026-01-04T18:00:00Z') +
      // Found after both: neither was led by it.
      screening(31, '2026-01-05T09:00:00Z', 'neck-unstable'),
  });
  expect(await giveOldSessionsTheirHolds(db)).toEqual({ given: 2, guessed: 1 });
  expect(await giveOldSessionsTheirHolds(db)).toEqual({ given: 0, guessed: 0 });
  for (const { summary, status } of await sessionsOf(db, ID.client)) {
    expect(status).toBe('finished');
    expect(summary).toMatchObject({ holdsDone: 1, holdsAsked: 1, contactSeconds: 20 });
  }
  const led = await db.select().from(schema.ledRoutine);
  expect(led.map(({ guessed, findings }) => [guessed, findings.length > 0]).sort()).toEqual([
    [false, false],
    [true, true],
  ]);
  await expect(db.update(schema.ledRoutine).set({ guessed: false })).rejects.toThrow();
  await lite.close();
});
