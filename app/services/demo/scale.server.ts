import { addDays, dayOf, type Day } from '#core/calendar';
import { chanceFrom } from '#core/simulation';
import { getTableColumns } from 'drizzle-orm';
import { getTableConfig, type PgTable } from 'drizzle-orm/pg-core';
import type { Database } from '~/db/database.server';
import { courseStep, practice, user } from '~/db/schema.server';
import { CLIENTS, PRACTICE, STAFF } from './people';
import { idsFrom, seedClient, type Life, type Put } from './seed.server';

/** A practice of invented clients, large enough to measure pages on. */
export interface ScalePlan {
  clients: number;
  therapists: number;
  /** Clients begin over so many years. */
  years: number;
  /** Each practises for so many weeks; who began earlier has ended their course. */
  weeks: number;
  /** So many ways each of the demo’s clients fares; who comes later has one of these lives, from another day on. */
  variants: number;
}

const noonOf = (day: Day) => new Date(`${day}T12:00:00Z`);

/** A value as a line of COPY has it. */
function cell(value: unknown): string {
  if (value === null || value === undefined) return '\\N';
  const text =
    value instanceof Date
      ? value.toISOString()
      : typeof value === 'object'
        ? JSON.stringify(value)
        : String(value);
  return text.replace(
    /[\\\n\r\t]/g,
    (one) => ({ '\\': '\\\\', '\n': '\\n', '\r': '\\r', '\t': '\\t' })[one] ?? '',
  );
}

/** Rows as a COPY that psql reads: columns that no row names get what the table gives. */
function copied<T extends PgTable>(table: T, rows: readonly T['$inferInsert'][]): string {
  if (rows.length === 0) return '';
  const columns = Object.entries(getTableColumns(table)).filter(([name]) =>
    rows.some((row) => name in row),
  );
  const names = columns.map(([, column]) => `"${column.name}"`).join(', ');
  const lines = rows.map((row) =>
    columns.map(([name]) => cell((row as Record<string, unknown>)[name])).join('\t'),
  );
  return `COPY "${getTableConfig(table).name}" (${names}) FROM STDIN;\n${lines.join('\n')}\n\\.\n`;
}

/** The practice and who works there. */
export async function scalePractice(db: Database, plan: ScalePlan, now: Date) {
  const newId = idsFrom(1);
  const from = addDays(dayOf(now.getTime(), PRACTICE.timeZone), -plan.years * 365);
  const at = noonOf(from);
  const practiceId = newId(at.getTime());
  await db.insert(practice).values({ id: practiceId, ...PRACTICE, createdAt: at });
  const staff = Array.from({ length: plan.therapists }, (_, n) => ({
    id: newId(at.getTime()),
    practiceId,
    role: n === 0 ? ('owner' as const) : ('therapist' as const),
    name: `Therapist ${n + 1}`,
    email: `therapist${n + 1}@sandholmquay.example`,
    // Nobody signs in by it: whoever measures opens a sign-in of their own.
    passwordHash: '-',
    createdAt: at,
  }));
  await db.insert(user).values(staff);
  return { practiceId, staff: staff.map(({ id }) => id), from };
}

/**
 * Clients of such a practice, one after the other: what there is little of is inserted, sessions, events and days after are
 * handed out as COPY for psql. The same for the same day.
 *
 * @param share of several who do this at once, which one, of how many
 */
export async function* scaleClients(
  db: Database,
  plan: ScalePlan,
  { practiceId, staff, from }: Awaited<ReturnType<typeof scalePractice>>,
  now: Date,
  share: { index: number; of: number },
): AsyncGenerator<string> {
  const yesterday = addDays(dayOf(now.getTime(), PRACTICE.timeZone), -1);
  const span = plan.years * 365;
  const lives = new Map<number, Life>();
  for (let n = share.index; n < plan.clients; n += share.of) {
    const person = CLIENTS[n % CLIENTS.length];
    const therapistId = staff[n % staff.length];
    if (!person || !therapistId) continue;
    const chance = chanceFrom(100_000 + n);
    const begins = addDays(from, Math.round(((n + chance.next()) / plan.clients) * (span - 14)));
    const ends = addDays(begins, plan.weeks * 7);
    const parts: string[] = [];
    const put: Put = (table, rows) => {
      parts.push(copied(table, rows));
      return Promise.resolve();
    };
    const variant = n % (CLIENTS.length * plan.variants);
    const given = lives.get(variant) ?? null;
    await db.transaction(async (tx) => {
      const { clientId, life } = await seedClient(
        {
          tx,
          practiceId,
          staff: new Map(STAFF.map(({ key }) => [key, therapistId])),
          passwordHash: '-',
          from: begins,
          until: ends < yesterday ? ends : yesterday,
          put,
        },
        { ...person, name: `${person.name} ${n + 1}`, seed: 1_000 + n },
        `client${n + 1}@sandholmquay.example`,
        given,
      );
      // One that is cut short by today is no life to give on.
      if (!given && ends < yesterday) lives.set(variant, life);
      if (ends < yesterday) {
        await tx.insert(courseStep).values({
          id: idsFrom(5_000_000 + n)(noonOf(ends).getTime()),
          clientId,
          what: 'ended',
          outcome: 'goal met',
          day: ends,
          by: therapistId,
          at: noonOf(ends),
        });
      }
    });
    yield parts.join('');
  }
}
