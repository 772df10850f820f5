import { storedComplaintSchema, type Complaint, type Told } from '#core/complaint';
import { and, asc, eq, isNull } from 'drizzle-orm';
import type { Database } from './database.server';
import { complaint, complaintStanding, user } from './schema.server';

/** A complaint of a file, with all that was told of it, the earliest first. */
export interface ComplaintRow extends Complaint {
  id: string;
  revision: number;
  byName: string;
  told: (Told & { id: string })[];
}

/** The complaints of a file in the order in which they were told of; in one query. */
export async function complaintsOf(db: Database, clientId: string): Promise<ComplaintRow[]> {
  const rows = await db
    .select({
      id: complaint.id,
      revision: complaint.revision,
      content: complaint.content,
      byName: user.name,
      told: {
        id: complaintStanding.id,
        day: complaintStanding.day,
        from: complaintStanding.source,
        days: complaintStanding.days,
        strongest: complaintStanding.strongest,
        hinders: complaintStanding.hinders,
      },
    })
    .from(complaint)
    .innerJoin(user, eq(user.id, complaint.by))
    .leftJoin(complaintStanding, eq(complaintStanding.complaintId, complaint.id))
    .where(and(eq(complaint.clientId, clientId), isNull(complaint.removedAt)))
    .orderBy(
      asc(complaint.at),
      asc(complaint.id),
      asc(complaintStanding.at),
      asc(complaintStanding.id),
    );
  const found = new Map<string, ComplaintRow>();
  for (const { id, revision, content, byName, told } of rows) {
    const known = found.get(id) ?? {
      ...storedComplaintSchema.parse(content),
      id,
      revision,
      byName,
      told: [],
    };
    found.set(id, { ...known, told: told ? [...known.told, told] : known.told });
  }
  return [...found.values()];
}

/** A complaint by its id, also one that was taken back. */
export async function anyComplaintOf(db: Database, id: string) {
  const [row] = await db
    .select({
      clientId: complaint.clientId,
      revision: complaint.revision,
      removedAt: complaint.removedAt,
    })
    .from(complaint)
    .where(eq(complaint.id, id))
    .limit(1);
  return row;
}
