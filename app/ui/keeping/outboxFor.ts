import { adoptEarlier, browserFor } from '~/keeping/client/browser';
import { createOutbox, type Outbox, type View } from '~/keeping/client/outbox';

const EMPTY: View = {
  entries: [],
  unwritten: 0,
  trouble: null,
  opened: false,
  waiting: 0,
  needsYou: 0,
};

/** Where nobody is signed in, and where pages are drawn: it is empty and keeps nothing. */
export const NO_OUTBOX: Outbox = {
  view: () => EMPTY,
  subscribe: () => () => undefined,
  onAnswers: () => () => undefined,
  add: () => '',
  baseFor: (_kind, _thing, read) => read,
  settled: () => new Promise(() => undefined),
  retry: () => undefined,
  insist: () => '',
  letGo: () => undefined,
  jot: () => undefined,
  jotted: () => null,
  readJotted: () => Promise.resolve(null),
  written: () => Promise.resolve(),
  hurry: () => undefined,
  close: () => undefined,
};

let present: { userId: string; outbox: Outbox } | null = null;

/** The outbox of a person in this tab; the one of whoever was here before is closed. */
export function outboxFor(userId: string | null): Outbox {
  if (userId === null || typeof window === 'undefined') return NO_OUTBOX;
  if (present?.userId === userId) return present.outbox;
  present?.outbox.close();
  present = { userId, outbox: createOutbox(userId, browserFor(userId)) };
  void adoptEarlier(userId, present.outbox);
  return present.outbox;
}
