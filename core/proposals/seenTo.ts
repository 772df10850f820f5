import type { Day } from '#core/calendar';

/** What was done about something the record raised. */
export const HOW_SEEN = ['seen', 'spoken', 'written', 'not now'] as const;
export type HowSeen = (typeof HOW_SEEN)[number];

/** Something somebody has seen to, or left for now. */
export interface SeenTo {
  /** A proposal by its key, or a mark of the day sheet. */
  about: string;
  /** The last session that was known then; null: none. */
  sessionId: string | null;
  how: HowSeen;
  day: Day;
}
