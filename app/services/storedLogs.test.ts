import { readFileSync } from 'node:fs';
import type { Step } from '#core/routine';
import {
  begin,
  eventSchema,
  replay,
  summarise,
  type SessionEvent,
  type SessionSummary,
} from '#core/session';

/**
 * Sessions as they were logged in November 2026, with what they were led by and what was made of them: three courses of
 * simulated clients, and every kind of line walked to the end, with picks, changes, only pain and a stop. They are never
 * written anew: an old log is read for ever as it was read then. Invented.
 */
interface StoredSession {
  name: string;
  steps: Step[];
  events: SessionEvent[];
  status: string;
  summary: SessionSummary;
}

const STORED = JSON.parse(
  readFileSync('app/services/stored/logs-2026-11.json', 'utf8'),
) as StoredSession[];

describe('logs of November 2026', () => {
  it('are there, with every kind of event that was known', () => {
    expect(STORED.length).toBe(10);
    const kinds = new Set(STORED.flatMap(({ events }) => events.map(({ type }) => type)));
    for (const kind of [
      'started',
      'settled',
      'rated',
      'hold-ended',
      'hurts',
      'stopped',
      'finished',
    ]) {
      expect(kinds).toContain(kind);
    }
  });

  it.each(STORED.map((one) => [one.name, one] as const))('%s: read as then', (_, stored) => {
    // Parsed as they come from the database.
    const events = stored.events.map((event) => ({
      ...eventSchema.parse(event),
      id: event.id,
    }));
    const state = replay(begin(stored.steps), events);
    expect(state.status).toBe(stored.status);
    // More may be read from it by now; nothing else than then.
    expect(JSON.parse(JSON.stringify(summarise(state)))).toMatchObject(stored.summary);
  });
});
