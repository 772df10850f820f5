import { parse } from 'csv-parse/sync';
import { v7 as uuid } from 'uuid';
import type { OpenDatabase } from '~/db/open.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import { TABLES, type TableId } from '~/formats/csv';
import type { Principal } from '~/keeping/server/setting.server';
import { reviewOf } from './reviewing.server';
import { takeOutOwnTable, takeOutTable } from './takingOut.server';
import { add, send, sendLog } from './testing/letters.server';
import {
  issueTo,
  joinedClient,
  NOW,
  secondPractice,
  sessionOf,
  settingFor,
  setUp,
} from './testing/practiceForTests.server';
import { trail, trailSchema } from './trail.server';

let open: OpenDatabase;
let setting: ReturnType<typeof settingFor>;
let owner: Principal;
let client: { clientId: string; who: Principal };

beforeAll(async () => {
  open = await openTestDatabase();
  setting = settingFor(open.db);
  owner = await setUp(setting);
  client = await joinedClient(setting, owner, '=Cmd "Ő", the dyer');
  const { clientId, who } = client;
  const versionId = await issueTo(setting, owner, clientId);
  for (const day of [3, 2, 1]) {
    setting.moveTo(new Date(NOW.getTime() - day * 86_400_000));
    await sendLog(setting, who, sessionOf(versionId, NOW.getTime() - (day + 0.01) * 86_400_000));
  }
  setting.moveTo(NOW);
  const body = {
    visitId: null,
    point: {
      thread: uuid(),
      siteId: 'calf',
      side: 'left' as const,
      across: 4,
      down: -12,
      rating: 6,
      note: '-3 steps, "sore", \nsends down',
    },
  };
  await send(setting, owner, add('point', clientId, uuid(), body));
});
afterAll(() => open.close());
beforeEach(() => setting.moveTo(NOW));

type Row = Record<string, string>;
const rowsOf = (csv: string): Row[] => parse(csv, { bom: true, columns: true });
const taken = async (table: TableId): Promise<Row[]> =>
  rowsOf((await takeOutTable(setting, owner, client.clientId, table)).csv);

describe('a record that is taken out as tables', () => {
  it('has the sessions that the review counts, with their holds and every rating', async () => {
    const review = await reviewOf(setting, owner, client.clientId);
    const sessions = await taken('sessions');
    expect(sessions.map(({ session }) => session).reverse()).toEqual(
      review.sessions.map(({ id }) => id),
    );
    const holds = await taken('holds');
    const ratings = await taken('ratings');
    for (const session of sessions) {
      const mine = holds.filter((row) => row.session === session.session);
      const contact = mine.reduce((sum, row) => sum + Number(row.contact_s), 0);
      expect(contact).toBeCloseTo(Number(session.contact_s), 0);
      expect(session.word).toBe('fine');
      const kept = review.sessions.find(({ id }) => id === session.session);
      expect(session.started_at).toBe(new Date(kept?.startedAt ?? 0).toISOString());
      expect(session.day).toBe(kept?.day);
    }
    // The strokes of the review are the first and last ratings of holds.
    const strokes = review.rows.flatMap((row) => row.strokes);
    expect(strokes.length).toBeGreaterThan(0);
    for (const { sessionId, before } of strokes) {
      const firsts = holds.filter((row) => row.session === sessionId && row.site === 'breastbone');
      expect(Math.max(...firsts.map((row) => Number(row.first_rating)))).toBe(before);
    }
    expect(ratings.length).toBeGreaterThanOrEqual(strokes.length);
    expect(ratings.every(({ grade }) => Number(grade) >= 0 && Number(grade) <= 10)).toBe(true);
  });

  it('has the points as they were found, with words that no spreadsheet reckons', async () => {
    expect(await taken('points')).toMatchObject([
      {
        site: 'calf',
        side: 'left',
        across_mm: '4',
        down_mm: '-12',
        rating: '6',
        note: '\'-3 steps, "sore", \nsends down',
      },
    ]);
    expect(await taken('measures')).toEqual([]);
  });

  it('is the same for the client whose it is, and is shut to everybody else', async () => {
    const stranger = await secondPractice(setting);
    for (const { id } of TABLES) {
      const theirs = await takeOutTable(setting, owner, client.clientId, id);
      expect(await takeOutOwnTable(setting, client.who, id)).toEqual(theirs);
      await expect(takeOutTable(setting, stranger, client.clientId, id)).rejects.toMatchObject({
        status: 404,
      });
    }
    await expect(takeOutOwnTable(setting, owner, 'sessions')).rejects.toMatchObject({
      status: 404,
    });
    const { lines } = await trail(setting, owner, trailSchema.parse({ q: 'took out' }));
    // Who took out what, table by table.
    expect(lines.map(({ action }) => action).sort()).toEqual(
      ['holds', 'measures', 'ratings', 'sessions', 'tender points'].map(
        (what) => `took out the ${what}`,
      ),
    );
  });
});
