import type { Day, TimeOfDay } from '#core/calendar';
import type { Told } from '#core/complaint';
import type { CourseStep } from '#core/course';
import type { AskedAtHome, TakenAtHome, Way } from '#core/measurement';
import type { BruiseSeen, ToldAfter } from '#core/response';
import type { ReminderWish } from '#core/reminders';
import type { Routine } from '#core/routine';
import type { ScreenAnswer } from '#core/screening';
import type { SessionState, SessionSummary } from '#core/session';

/** An issued version, as far as a day is told by it. */
export interface KnownVersion {
  id: string;
  number: number;
  content: Routine;
  issuedOn: Day;
  /** Ms since 1970 UTC. */
  issuedAt: number;
  reason: string;
}

/** An earlier session. Instants in ms since 1970 UTC. */
export interface KnownSession {
  id: string;
  versionId: string;
  day: Day;
  startedAt: number;
  status: SessionState['status'];
  counts: boolean;
  stopReason: string | null;
  word: string;
  /** When the last of it was heard of. */
  heardAt: number;
  contactSeconds: number;
  /** How the day after was, and when that was heard of; null while it is not known. */
  response: string | null;
  responseAt: number | null;
  summary: SessionSummary;
}

/** A message between a client and their therapists. */
export interface KnownMessage {
  id: string;
  byClient: boolean;
  byName: string;
  text: string;
  at: number;
}

/** A figure the client took at home. */
export interface OwnFigure extends TakenAtHome {
  quantityId: string;
  /** In the quantity’s unit; null where it was judged by a mark or said in words. */
  value: number | null;
  way: Way;
  /** Absent: it was. */
  atHome?: boolean;
}

/** What is known of a client, as far as it decides what is before them on a day; plain data, so that a device can keep it. */
export interface Known<F extends OwnFigure = OwnFigure> {
  name: string;
  /** Whom they turn to: their therapist, or whoever stands in. */
  therapistName: string;
  /** Who issued the routine and is away, until when; null: nobody is. */
  away: { name: string; until: Day } | null;
  /** IANA. */
  timeZone: string;
  nextVisit: Day | null;
  homeMeasures: readonly AskedAtHome[];
  screening: readonly ScreenAnswer[];
  timesOfDay: readonly TimeOfDay[] | null;
  habits: Readonly<Partial<Record<TimeOfDay, string>>> | null;
  /** Days of the week with time, 1 = Monday; absent in what an earlier edition kept. */
  weekdays?: readonly number[] | null;
  /** Oldest first. */
  versions: readonly KnownVersion[];
  /** The ends of the course, and that it was taken up again; oldest first. */
  course: readonly CourseStep[];
  /** Newest first. */
  sessions: readonly KnownSession[];
  interviews: readonly { at: number; confirmed: boolean }[];
  complaints: readonly { id: string; what: string; over: boolean; told: readonly Told[] }[];
  /**
   * What was told of places, by which session, and the bruises that were looked for at visits, oldest first; what a
   * therapist has looked at is of no session.
   */
  told: readonly (ToldAfter & { sessionId: string | null })[];
  seen: readonly BruiseSeen[];
  /** What was written to and by the practice, oldest first. Instants in ms since 1970 UTC. */
  messages: readonly KnownMessage[];
  own: readonly F[];
  numbers: { practice: string; emergency: string };
  /** When and how they want to be reminded. */
  reminding: ReminderWish;
}
