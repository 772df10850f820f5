import type { Side } from '#core/anatomy';
import type { Day } from '#core/calendar';
import type { Complaint } from '#core/complaint';
import type { Routine } from '#core/routine';
import type { Reply } from '#core/screening';

/** What brings a client, and how it stood each time they were asked. */
export interface ComplaintTold extends Complaint {
  id: string;
  told: readonly StandingTold[];
}

/** How a complaint stood in the seven days before a day. */
export interface StandingTold {
  id: string;
  day: Day;
  from: 'home' | 'visit';
  /** Days it was there, 0–7. */
  days: number;
  /** 0–10. */
  strongest: number;
  /** How much it hindered, 0–10. */
  hinders: number;
}

/** An interview of the screening as it was answered. */
export interface InterviewTold {
  id: string;
  day: Day;
  confirmed: boolean;
  replies: readonly Reply[];
}

/** A day in the practice. */
export interface VisitTold {
  id: string;
  day: Day;
  finished: boolean;
}

/** A tender point as it was found once. */
export interface PointTold {
  id: string;
  /** The point itself, over visits. */
  thread: string;
  day: Day;
  /** Null: the client found it between visits. */
  visitId: string | null;
  siteId: string;
  side: Side;
  /** From the site’s own spot, mm. */
  across: number;
  down: number;
  /** 0–10. */
  rating: number;
  tautBand: boolean | null;
  refersTo: readonly string[] | null;
  stopsOnRelease: boolean | null;
  worseOnBreath: boolean | null;
  worst: boolean;
  bruised: boolean | null;
  note: string;
}

/** A figure of a test, or what was seen. */
export interface MeasureTold {
  id: string;
  day: Day;
  visitId: string | null;
  testId: string;
  quantityId: string;
  side: Side;
  moment: 'before' | 'between' | 'after';
  /** In the quantity’s unit; empty for what was seen. */
  tries: readonly number[];
  value: number | null;
  seen: string | null;
  mark: string | null;
  way: 'number' | 'fingers' | 'tilt' | 'picture';
}

/** A version of the routine as it was issued. */
export interface VersionTold {
  id: string;
  number: number;
  issuedOn: Day;
  reason: string;
  routine: Routine;
}

/** One site and side of a session: ratings 0–10, null where none was given. */
export interface PlaceTold {
  siteId: string;
  side: Side;
  before: number | null;
  after: number | null;
  contactSeconds: number;
  holdsDone: number;
  holdsAsked: number;
}

/** A session of home practice. Instants in ms since 1970 UTC. */
export interface SessionTold {
  id: string;
  day: Day;
  startedAt: number;
  endedAt: number | null;
  versionId: string;
  status: 'ready' | 'running' | 'paused' | 'stopped' | 'finished';
  stopReason: string | null;
  takenBack: boolean;
  counts: boolean;
  byHand: boolean;
  /** How the day after was, in words; null: not told. */
  after: string | null;
  word: string;
  places: readonly PlaceTold[];
}

/** A client’s record as another program is told of it. */
export interface CareRecord {
  client: { id: string; name: string; bornOn: Day | null };
  practice: { id: string; name: string; phone: string };
  therapist: { id: string; name: string };
  complaints: readonly ComplaintTold[];
  interviews: readonly InterviewTold[];
  visits: readonly VisitTold[];
  points: readonly PointTold[];
  measures: readonly MeasureTold[];
  /** Oldest first: the last is in force. */
  versions: readonly VersionTold[];
  sessions: readonly SessionTold[];
}
