import { PGlite } from '@electric-sql/pglite';
import { expect, test } from '@playwright/test';
import { clusterIn, demoFolder, removeFolder, startServer } from './support/server';
import { signedIn } from './support/signIn';

/** Gives stored rows ids that no table has any more, as after a condition, a site or a method was retired. */
const RETIRE = [
  `update routine_version set content = replace(content::text, '"method": "fade"', '"method": "hammering"')::jsonb
     where number = 1`,
  `update routine_version set content = replace(content::text, '"siteId": "calf"', '"siteId": "elbow-of-doom"')::jsonb`,
  `update routine_version set content = replace(content::text, '"toolId": "tennis-ball"', '"toolId": "spiked-ball"')::jsonb
     where number = 2`,
  `update map_point set site_id = 'elbow-of-doom' where site_id = (select site_id from map_point limit 1)`,
  `update map_point set refers_to = '["third-arm"]'::jsonb where refers_to is not null`,
  `update measurement set test_id = 'handstand' where test_id = (select test_id from measurement limit 1)`,
  `update screening set replies = replies || '[{"condition": "gout", "says": "yes"}]'::jsonb`,
  `update clearance set condition = 'gout'`,
  `update practised_session set stop_reason = 'itching' where stop_reason is not null`,
  `update practised_session set summary = replace(summary::text, '"siteId": "calf"', '"siteId": "elbow-of-doom"')::jsonb`,
  `update client set tools = '["spiked-ball", "tennis-ball"]'::jsonb, places = '["swamp"]'::jsonb,
     home_measures = '[{"testId": "handstand", "when": "weekly"}]'::jsonb`,
];

test('files that name retired sites, methods, tools, tests and questions open on every page', async () => {
  const folder = demoFolder();
  const lite = await PGlite.create(clusterIn(folder));
  // Nothing but a retired table could bring them there: past the triggers that keep rows as they are.
  await lite.exec("set session_replication_role = 'replica'");
  for (const statement of RETIRE) await lite.exec(statement);
  await lite.close();
  const server = await startServer({ DATA_DIR: folder, DEMO: '1' });
  const open = async (cookie: string, path: string) => {
    const answer = await fetch(server.url + path, { headers: { cookie } });
    expect([path, answer.status]).toEqual([path, 200]);
    return answer.text();
  };
  const staff = await signedIn(server, 'Maren');
  const day = await open(staff.cookie, '/day');
  const files = [...new Set([...day.matchAll(/\/clients\/[0-9a-f-]{36}/g)].map(([path]) => path))];
  expect(files.length).toBeGreaterThan(5);
  let named = '';
  for (const file of files) {
    for (const page of [
      'screen',
      'map',
      'measure',
      'plan',
      'practise',
      'review',
      'visit',
      'brings',
    ]) {
      named += await open(staff.cookie, `${file}/${page}`);
    }
    await open(staff.cookie, `${file}/referral`);
  }
  // What is gone is said by name, not passed over in silence.
  expect(named).toContain('gout (no longer used)');
  expect(named).toContain('no longer among the questions');
  for (const name of ['Hollis', 'Odalys', 'Nuno', 'Ilse', 'Perrin']) {
    const { cookie } = await signedIn(server, name);
    for (const page of [
      '/today',
      '/practise',
      '/answers',
      '/points',
      '/measures',
      '/complaint',
      '/referral',
    ]) {
      await open(cookie, page);
    }
  }
  await server.stop();
  removeFolder(folder);
});
