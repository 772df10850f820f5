/** Pages that are drawn as they were, with the day set right. */
export const PACKED_PAGES = ['own', 'answers', 'points', 'measures', 'complaint'] as const;
export type PackedPage = (typeof PACKED_PAGES)[number];

/** A page that is there without a line: as it was told, or told by the device itself. */
export type KeptPage = PackedPage | 'today' | 'practise' | 'places' | 'course' | 'by-hand';

/** What packs look like; one of another edition is not read. Raised when a page reads what earlier packs lack. */
export const PACK_EDITION = 6;

/** What a client’s pages are drawn from, as the practice gave it last: kept on the device for when there is no line. */
export interface Pack {
  edition: number;
  userId: string;
  clientId: string;
  /** What today’s routine is told from, by the device itself. */
  known: unknown;
  pages: Record<PackedPage, unknown>;
  /** Where every drawing of the routine is to be had. */
  drawings: readonly string[];
}
