import { counted } from '~/ui/parts/words';

/** How much a file holds. */
export interface Held {
  visits: number;
  sessions: number;
  points: number;
  figures: number;
  versions: number;
  complaints: number;
  interviews: number;
  messages: number;
}

/** What a file holds, in words. */
export function heldWords(held: Held): string[] {
  const each: [number, string][] = [
    [held.versions, 'issued version'],
    [held.sessions, 'session'],
    [held.visits, 'visit'],
    [held.points, 'point'],
    [held.figures, 'figure'],
    [held.interviews, 'interview'],
    [held.complaints, 'complaint'],
    [held.messages, 'message'],
  ];
  const words = each.flatMap(([n, one]) => (n > 0 ? [counted(n, one)] : []));
  return words.length > 0 ? words : ['nothing kept yet'];
}
