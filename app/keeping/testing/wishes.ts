import { v7 as uuid } from 'uuid';
import { itemFor, routineWith, timed } from '#core/examples';
import { INTERVIEW, noneOf, reply, type Reply } from '#core/screening';
import type { Wish } from '../client/outbox';
import type { KindId } from '../kinds';

/** What letters of one schedule are about: the same few things, so that changes meet. */
export interface Stage {
  clientId: string;
  visitId: string;
  versionId: string;
  /** A complaint that is there, to tell how it stands. */
  complaintId: string;
  complaints: string[];
  templates: string[];
  points: string[];
  readings: string[];
  sessions: string[];
}

const MARK = 'zqmark';
/** A word that is in nothing else, to look for in the browser’s stores. */
export const marked = (n: number): string => `${MARK}${n}`;

const noYeses = INTERVIEW.reduce<Reply[]>((before, group) => noneOf(before, group), []);
const pick = <T>(list: readonly T[], n: number): T => list[n % list.length] as T;
const reading = (side: 'left' | 'right', n: number) => ({
  testId: 'neck-turn',
  quantityId: 'turn',
  side,
  moment: 'before' as const,
  tries: [40 + (n % 30)],
  seen: null,
  way: 'number' as const,
  pictureId: null,
});

/** The kinds a person may write, by role. */
export const STAFF_KINDS: readonly KindId[] = [
  'point',
  'reading',
  'home asking',
  'note',
  'draft',
  'issue',
  'answer',
  'interview',
  'clearance',
  'client file',
  'details',
  'brings',
  'complaint',
  'standing',
  'template',
  'message',
  'seen to',
  'course',
];
export const CLIENT_KINDS: readonly KindId[] = [
  'point',
  'home measure',
  'answer',
  'interview',
  'standing',
  'response',
  'message',
  'session event',
];

/**
 * A thing to be kept, of any kind. `n` is different for each: it chooses among the things and makes the
 * content one of a kind.
 *
 * @param read the revision the page had read of a thing, as far as it knows
 */
export function wishOf(
  kind: KindId,
  n: number,
  {
    clientId,
    visitId,
    versionId,
    complaintId,
    complaints,
    templates,
    points,
    readings,
    sessions,
  }: Stage,
  { byClient, read }: { byClient: boolean; read: (thing: string) => number | null },
): Wish {
  const word = marked(n);
  switch (kind) {
    case 'point': {
      const thing = byClient ? uuid() : pick(points, n);
      const at = points.indexOf(thing);
      return {
        kind,
        clientId,
        thing,
        base: read(thing),
        body: {
          visitId: byClient ? null : visitId,
          point: {
            thread: at === -1 ? uuid() : thing,
            siteId: 'calf',
            side: 'left',
            across: 0,
            down: 0,
            rating: n % 11,
            note: word,
          },
        },
      };
    }
    case 'reading': {
      const at = n % 2;
      const thing = pick(readings, at);
      return {
        kind,
        clientId,
        thing,
        base: read(thing),
        body: { visitId, reading: reading(at === 0 ? 'left' : 'right', n) },
      };
    }
    case 'home measure':
      return {
        kind,
        clientId: null,
        thing: uuid(),
        base: null,
        body: { reading: reading('left', n) },
      };
    case 'home asking':
      return {
        kind,
        clientId,
        thing: clientId,
        base: null,
        body: { testId: 'neck-turn', when: n % 2 === 0 ? 'weekly' : 'each session' },
      };
    case 'note':
      return {
        kind,
        clientId,
        thing: visitId,
        base: read(visitId) ?? 0,
        body: {
          notes: {
            type: 'doc',
            content: [{ type: 'paragraph', content: [{ type: 'text', text: word }] }],
          },
        },
      };
    case 'draft':
      return {
        kind,
        clientId,
        thing: clientId,
        base: read(clientId) ?? 0,
        body: { baseNumber: 1, content: { ...routineWith(itemFor('calf')), message: word } },
      };
    case 'issue':
      return {
        kind,
        clientId,
        thing: uuid(),
        base: read(clientId) ?? 0,
        body: {
          baseNumber: 1,
          reason: word,
          content: {
            ...routineWith(itemFor('breastbone', { dose: timed(20), grade: 2 })),
            reasons: { interview: word },
          },
        },
      };
    case 'answer':
      return {
        kind,
        clientId,
        thing: clientId,
        base: null,
        body: { set: [reply(pick(noYeses, n).condition, n % 2 === 0 ? 'yes' : 'no')], forget: [] },
      };
    case 'interview':
      return {
        kind,
        clientId,
        thing: uuid(),
        base: null,
        body: { replies: noYeses, after: null },
      };
    case 'clearance':
      return {
        kind,
        clientId,
        thing: uuid(),
        base: null,
        body: {
          condition: 'blood-thinners',
          kind: 'cleared',
          by: word,
          on: '2026-03-01',
          note: '',
        },
      };
    case 'client file':
    case 'details': {
      const body = {
        name: `Marrow ${word}`,
        occupation: word,
        timeZone: 'Europe/Copenhagen',
        minutesPerDay: '12',
        affectedSide: '',
        nextVisit: '',
        notes: word,
      };
      return kind === 'details'
        ? { kind, clientId, thing: clientId, base: read(clientId) ?? 0, body }
        : { kind, clientId: null, thing: uuid(), base: null, body };
    }
    case 'brings':
      return {
        kind,
        clientId,
        thing: clientId,
        base: read(clientId) ?? 0,
        body: {
          massKilograms: 60 + (n % 20),
          statureCentimetres: 170,
          tools: ['tennis-ball'],
          places: [],
          minutesPerDay: '12',
          timesOfDay: [],
          helperAtHome: '',
        },
      };
    case 'complaint': {
      const thing = pick(complaints, n);
      return {
        kind,
        clientId,
        thing,
        base: read(thing),
        body: { complaint: { what: word, places: [{ part: 'neck', side: 'left' }] } },
      };
    }
    case 'template': {
      const thing = pick(templates, n);
      return {
        kind,
        clientId: null,
        thing,
        base: read(thing),
        body: { template: { name: word, items: [itemFor('calf')] } },
      };
    }
    case 'standing':
      return {
        kind,
        clientId: byClient ? null : clientId,
        thing: uuid(),
        base: null,
        body: { complaintId, standing: { days: 1 + (n % 7), strongest: 4, hinders: n % 11 } },
      };
    case 'message':
      return {
        kind,
        clientId: byClient ? null : clientId,
        thing: uuid(),
        base: null,
        body: { text: word },
      };
    case 'seen to':
      return {
        kind,
        clientId,
        thing: uuid(),
        base: null,
        body: { about: `mark ${n}`, sessionId: pick(sessions, n), how: 'seen', note: word },
      };
    case 'course':
      return {
        kind,
        clientId,
        thing: uuid(),
        base: null,
        body:
          n % 2 === 0
            ? { what: 'ended', outcome: 'goal met', goesOn: n % 3 === 0, word, summary: word }
            : { what: 'resumed', word },
      };
    case 'response':
      return {
        kind,
        clientId: null,
        thing: uuid(),
        base: null,
        body: { sessionId: pick(sessions, n), answer: n % 2 === 0 ? 'little-sore' : 'bruised' },
      };
    case 'session event': {
      const thing = pick(sessions, n);
      return {
        kind,
        clientId: null,
        thing,
        base: null,
        body: {
          session: { versionId, ledId: null, startedAt: 1_773_000_000_000 },
          event:
            n % 5 === 4
              ? { type: 'finished', word, seq: n, at: 1_773_000_000_000 + n * 1000 }
              : { type: 'paused', seq: n, at: 1_773_000_000_000 + n * 1000 },
        },
      };
    }
  }
}
