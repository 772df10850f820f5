import { readFile } from 'node:fs/promises';
import { PGlite } from '@electric-sql/pglite';
import { drizzle } from 'drizzle-orm/pglite';
import { clientInPractice } from './clients.server';
import { latestVersion } from './routines.server';
import * as schema from './schema.server';
import { clearancesOf, screeningsOf } from './screenings.server';

const ID = {
  practice: '00000000-0000-7000-8000-000000000001',
  user: '00000000-0000-7000-8000-000000000002',
  client: '00000000-0000-7000-8000-000000000003',
  routine: '00000000-0000-7000-8000-000000000004',
  version: '00000000-0000-7000-8000-000000000005',
};

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

test('data of the first edition survive: files gain empty fields, issued routines read as they were', async () => {
  const lite = await PGlite.create();
  const migrate = async (name: string) =>
    lite.exec(
      (await readFile(`app/db/migrations/${name}.sql`, 'utf8')).replaceAll(
        '--> statement-breakpoint',
        '',
      ),
    );
  await migrate('0000_foundation');
  await migrate('0001_append_only');
  await lite.exec(`
    insert into practice (id, name, time_zone, created_at) values ('${ID.practice}', 'Old', 'UTC', now());
    insert into user_account (id, practice_id, role, name, email, password_hash, created_at)
      values ('${ID.user}', '${ID.practice}', 'owner', 'Maren', 'm@example.org', 'x', now());
    insert into client (id, practice_id, therapist_id, name, time_zone, created_at)
      values ('${ID.client}', '${ID.practice}', '${ID.user}', 'Hollis', 'UTC', now());
    insert into routine (id, client_id, created_at) values ('${ID.routine}', '${ID.client}', now());
    insert into routine_version (id, routine_id, number, content, reason, issued_at, issued_on, issued_by)
      values ('${ID.version}', '${ID.routine}', 1, '${JSON.stringify(OLD_CONTENT)}', 'First.', now(), '2026-01-01', '${ID.user}');
  `);
  await migrate('0002_body_tools_screening');
  await lite.exec(`
    update client set screening = '${JSON.stringify([
      {
        condition: 'implant',
        sides: ['left'],
        regions: [],
        siteIds: [],
        clearedBy: 'Dr Amsel, 3 November',
      },
      { condition: 'latex', sides: [], regions: [], siteIds: [], clearedBy: '' },
    ])}';
  `);
  await migrate('0003_first_visit');
  await migrate('0004_screening_kept');
  await migrate('0005_screening_moved');
  const db = drizzle(lite, { schema });
  expect(await clientInPractice(db, ID.practice, ID.client)).toMatchObject({
    name: 'Hollis',
    massKilograms: null,
    statureMetres: null,
    tools: null,
    places: null,
    timesOfDay: null,
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
