import type { Side } from '#core/anatomy';
import type { ScreenFinding } from '#core/screening';

/** What the checks know of the client. */
export interface CheckContext {
  minutesPerDay: number | null;
  /** No version has been issued before. */
  firstVersion: boolean;
  /** What screening found; nothing when absent. */
  screening?: readonly ScreenFinding[];
  /** Ids of the tools the client has; null or absent: not known. */
  tools?: readonly string[] | null;
  /** Ids of the things besides tools the client has; null or absent: not known. */
  things?: readonly string[] | null;
  /** Whether an interview was held or confirmed; taken for granted when absent. */
  screened?: boolean;
  /** Somebody under age, and who consents for them, empty while nobody is on file; null or absent: of age, or not known. */
  minor?: { age: number; consentBy: string } | null;
  /** Places that rest now, and why, as half a sentence; none when absent. */
  rests?: readonly { siteId: string; side: Side; because: string }[];
  /** Sites that were in force a week ago; when absent, none before a first version and all after it. */
  settledSites?: readonly string[];
}
