import { expand, type Routine } from '#core/routine';
import { begin, replay, summarise, type SessionEvent } from '#core/session';
import { count } from 'drizzle-orm';
import type { OpenDatabase } from '~/db/open.server';
import { client, courseStep, routineVersion } from '~/db/schema.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import { scaleClients, scalePractice, type ScalePlan } from './scale.server';

const NOW = new Date('2026-03-10T17:00:00Z');
// Ten live their own lives, the other four have one of those.
const PLAN: ScalePlan = { clients: 14, therapists: 2, years: 1, weeks: 5, variants: 1 };

interface Row {
  [column: string]: string;
}

/** The rows of a COPY, by table. */
function rowsOf(text: string): Map<string, Row[]> {
  const tables = new Map<string, Row[]>();
  for (const [, table = '', names = '', body = ''] of text.matchAll(
    /COPY "(\w+)" \(([^)]*)\) FROM STDIN;\n([\s\S]*?)\n\\\.\n/g,
  )) {
    const columns = names.split(', ').map((name) => name.replaceAll('"', ''));
    const rows = body
      .split('\n')
      .map((line) =>
        Object.fromEntries(line.split('\t').map((cell, n) => [columns[n] ?? '', cell])),
      );
    tables.set(table, [...(tables.get(table) ?? []), ...rows]);
  }
  return tables;
}
const json = (cell = '{}') => JSON.parse(cell.replaceAll('\\\\', '\\')) as Record<string, unknown>;

describe('a practice to measure on', () => {
  let open: OpenDatabase;
  const tables = new Map<string, Row[]>();
  const contents = new Map<string, Routine>();

  beforeAll(async () => {
    open = await openTestDatabase();
    const practice = await scalePractice(open.db, PLAN, NOW);
    for (const index of [0, 1]) {
      for await (const text of scaleClients(open.db, PLAN, practice, NOW, { index, of: 2 }))
        for (const [table, rows] of rowsOf(text))
          tables.set(table, [...(tables.get(table) ?? []), ...rows]);
    }
    for (const { id, content } of await open.db.select().from(routineVersion))
      contents.set(id, content);
  });
  afterAll(() => open.close());

  it('has every client it was asked for, most of them with their course ended', async () => {
    const [clients] = await open.db.select({ n: count() }).from(client);
    const [ended] = await open.db.select({ n: count() }).from(courseStep);
    expect(clients?.n).toBe(14);
    expect(ended?.n).toBeGreaterThan(9);
    expect(ended?.n).toBeLessThan(14);
  });

  it('has logs that replay to what is kept of each session, also of a life that was lived before', () => {
    const sessions = tables.get('practised_session') ?? [];
    const events = new Map<string, Row[]>();
    for (const row of tables.get('session_event') ?? []) {
      const of = row.session_id ?? '';
      events.set(of, [...(events.get(of) ?? []), row]);
    }
    expect(new Set(sessions.map(({ client_id: id }) => id)).size).toBe(14);
    expect(new Set(sessions.map(({ id }) => id)).size).toBe(sessions.length);
    for (const row of sessions) {
      const content = contents.get(row.version_id ?? '');
      if (!content) throw new Error('A session follows a version.');
      const log = (events.get(row.id ?? '') ?? []).map(
        ({ id, seq, at_ms: at, body }) =>
          ({ ...json(body), id, seq: Number(seq), at: Number(at) }) as unknown as SessionEvent,
      );
      const state = replay(begin(expand(content)), log);
      expect(JSON.parse(JSON.stringify(summarise(state)))).toEqual(json(row.summary));
      expect(new Date(row.started_at ?? '').getTime()).toBeLessThanOrEqual(NOW.getTime());
    }
  });

  it('tells of days after under sessions that are there', () => {
    const ids = new Set((tables.get('practised_session') ?? []).map(({ id }) => id));
    const answers = tables.get('session_response') ?? [];
    expect(answers.length).toBeGreaterThan(50);
    expect(answers.filter(({ session_id: of }) => !ids.has(of))).toEqual([]);
  });
});
