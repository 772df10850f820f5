import { recordAudit } from '~/db/audit.server';
import { isInTrail } from '~/db/trail.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';

/** Looked at again within this, it is the same look. */
const SAME_LOOK_MS = 12 * 3_600_000;
const MOST_REMEMBERED = 10_000;

export const SAW = {
  file: 'saw a client file',
  referral: 'took out a referral note',
  handOut: 'took out a hand-out',
  brief: 'took out a brief',
  sessions: 'took out the sessions',
  holds: 'took out the holds',
  ratings: 'took out the ratings',
  points: 'took out the tender points',
  measures: 'took out the measures',
  record: 'took out the whole record',
  bundle: 'took out the record as FHIR',
} as const;

interface Sighting {
  practiceId: string;
  actorId: string;
  subject: string;
  action: string;
  at: Date;
}

/** When each look was last noted, by this process; and what there was no room to note. */
const noted = new WeakMap<object, Map<string, number>>();
const waiting = new WeakMap<object, Sighting[]>();

async function write(setting: Setting, sighting: Sighting): Promise<void> {
  const { at, ...line } = sighting;
  // Another process may have noted it.
  const since = new Date(at.getTime() - SAME_LOOK_MS);
  if (!(await isInTrail(setting.db, { ...line, since }))) await recordAudit(setting.db, sighting);
}

/**
 * Notes that somebody who works here looked at a client’s file or took something out of it. Once in twelve
 * hours is enough. While there is no room on the disk it is remembered and noted when there is.
 *
 * Looking itself never fails for it.
 */
export async function noteSighting(
  setting: Setting,
  who: Principal,
  clientId: string,
  what: keyof typeof SAW,
): Promise<void> {
  if (who.role === 'client') return;
  const at = setting.now();
  // Kept by the clock of the installation, which lives as long as its process.
  const known = noted.get(setting.now) ?? new Map<string, number>();
  noted.set(setting.now, known);
  const key = `${who.userId} ${clientId} ${what}`;
  const before = known.get(key);
  if (before !== undefined && at.getTime() - before < SAME_LOOK_MS) return;
  if (known.size >= MOST_REMEMBERED) known.clear();
  known.set(key, at.getTime());
  const later = waiting.get(setting.now) ?? [];
  waiting.set(setting.now, later);
  const { practiceId, userId: actorId } = who;
  later.push({ practiceId, actorId, subject: clientId, action: SAW[what], at });
  if (!setting.hasRoom()) return;
  for (const sighting of later.splice(0)) {
    try {
      await write(setting, sighting);
    } catch (error) {
      // As with the data away for a moment: at the next look.
      if (later.length < MOST_REMEMBERED) later.push(sighting);
      setting.report(error);
    }
  }
}
