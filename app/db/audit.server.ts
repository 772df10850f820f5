import { v7 as uuid } from 'uuid';
import type { Database } from './database.server';
import { audit } from './schema.server';

/** Writes one line of the audit trail. */
export async function recordAudit(
  db: Database,
  entry: {
    practiceId: string;
    actorId: string | null;
    at: Date;
    action: string;
    subject?: string;
    detail?: Record<string, string | number | null>;
  },
): Promise<void> {
  await db.insert(audit).values({ id: uuid(), subject: null, detail: {}, ...entry });
}
