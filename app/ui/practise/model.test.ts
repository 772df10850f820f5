import fc from 'fast-check';
import { v7 as uuid } from 'uuid';
import { anyRoutine } from '#core/examples';
import { expand, isHold, placeKey, sidesPressed, type Step } from '#core/routine';
import {
  begin,
  ceilingOf,
  replay,
  summarise,
  type EventBody,
  type SessionEvent,
  type SessionState,
} from '#core/session';
import { NO_OUTBOX } from '~/ui/keeping/outboxFor';
import type { Outbox } from '~/keeping/client/outbox';
import { openDevice, type Device } from './device';

/** What a person, a phone and the world do. */
type Act =
  | { do: 'tap'; what: EventBody['type']; grade: number }
  | { do: 'wait'; ms: number }
  | { do: 'set the clock'; by: number }
  | { do: 'sleep'; ms: number }
  | { do: 'reload' }
  | { do: 'other tab' }
  | { do: 'lose the line' }
  | { do: 'find the line' };

const TAPS: readonly EventBody['type'][] = [
  ...(['started', 'settled', 'settled', 'rated', 'rated', 'rated', 'hold-ended'] as const),
  ...(['skipped', 'paused', 'resumed', 'stayed', 'left', 'hurts', 'eased', 'counted'] as const),
  ...(['unrated', 'hold-started', 'stopped', 'finished'] as const),
];

const anyAct: fc.Arbitrary<Act> = fc.oneof(
  {
    weight: 12,
    arbitrary: fc.record({
      do: fc.constant('tap' as const),
      what: fc.constantFrom(...TAPS.filter((one) => one !== 'stopped'), ...TAPS.slice(1, 7)),
      grade: fc.integer({ min: 0, max: 10 }),
    }),
  },
  {
    weight: 10,
    arbitrary: fc.record({
      do: fc.constant('wait' as const),
      ms: fc.oneof(fc.integer({ min: 100, max: 5_000 }), fc.integer({ min: 5_000, max: 90_000 })),
    }),
  },
  {
    weight: 1,
    arbitrary: fc.record({
      do: fc.constant('set the clock' as const),
      by: fc.constantFrom(-86_400_000, -3_600_000, -2_500, 2_500, 3_600_000, 86_400_000),
    }),
  },
  {
    weight: 1,
    arbitrary: fc.record({
      do: fc.constant('sleep' as const),
      ms: fc.integer({ min: 3_000, max: 600_000 }),
    }),
  },
  { weight: 1, arbitrary: fc.constant<Act>({ do: 'reload' }) },
  { weight: 1, arbitrary: fc.constant<Act>({ do: 'other tab' }) },
  { weight: 1, arbitrary: fc.constant<Act>({ do: 'lose the line' }) },
  { weight: 1, arbitrary: fc.constant<Act>({ do: 'find the line' }) },
);

/** What somebody meant by a touch, as the screens would tell it. */
function tapOf(act: Extract<Act, { do: 'tap' }>, state: SessionState): EventBody {
  const step = state.stepIndex;
  switch (act.what) {
    case 'rated':
      return { type: 'rated', step, grade: act.grade };
    case 'hold-ended':
      return { type: 'hold-ended', step, how: 'client' };
    case 'skipped':
      return { type: 'skipped', step, reason: 'no-time' };
    case 'stopped':
      return { type: 'stopped', reason: 'enough' };
    case 'finished':
      return { type: 'finished', word: '' };
    case 'started':
    case 'paused':
    case 'resumed':
    case 'stayed':
    case 'left':
      return { type: act.what };
    case 'settled':
    case 'hold-started':
    case 'hurts':
    case 'eased':
    case 'counted':
    case 'unrated':
      return { type: act.what, step };
    default:
      return { type: 'paused' };
  }
}

/** A phone with one store, as many tabs as are opened, a practice at the other end, and a hand on every clock. */
class Phone {
  private wall = Date.UTC(2026, 0, 5, 18);
  private steady = 0;
  private readonly jots = new Map<string, unknown>();
  private waiting: { id: string; event: SessionEvent; thing: string }[] = [];
  private hasLine = true;
  /** What the practice has, by session, each event once. */
  readonly heard = new Map<string, Map<string, SessionEvent>>();
  /** Ms that went by on the steady clock, and asleep. */
  lived = 0;
  tabs: Device[] = [];

  constructor(private readonly steps: readonly Step[]) {}

  private readonly outbox: Outbox = {
    ...NO_OUTBOX,
    jot: (name, value) => {
      if (value === null) this.jots.delete(name);
      else this.jots.set(name, structuredClone(value));
    },
    jotted: (name) => this.jots.get(name) ?? null,
    readJotted: (name) => Promise.resolve(structuredClone(this.jots.get(name) ?? null)),
    add: (wish) => {
      const id = wish.id ?? uuid();
      const { event } = wish.body as { event: Omit<SessionEvent, 'id'> };
      this.waiting.push({ id, event: { ...event, id } as SessionEvent, thing: wish.thing });
      this.send();
      return id;
    },
  };

  private send() {
    if (!this.hasLine) return;
    for (const { id, event, thing } of this.waiting) {
      const known = this.heard.get(thing) ?? new Map<string, SessionEvent>();
      const before = known.get(id);
      // The same id is the same event, whoever sends it again.
      if (before) expect(event).toEqual(before);
      known.set(id, event);
      this.heard.set(thing, known);
    }
    this.waiting = [];
  }

  async open() {
    const led = { id: 'v', ledId: 'l', steps: this.steps };
    const clocks = { wall: () => this.wall, steady: () => this.steady };
    // One tab leads: the one before stands still.
    this.tabs = [await openDevice(this.outbox, led, clocks)];
  }

  get state(): SessionState {
    const [tab] = this.tabs;
    if (!tab) throw new Error('no tab is open');
    return tab.session.read().state;
  }

  private pass(ms: number) {
    // A page looks five times a second; a tab in the background once.
    for (let left = ms; left > 0; left -= 1_000) {
      const step = Math.min(left, 1_000);
      this.steady += step;
      this.wall += step;
      for (const tab of this.tabs) tab.session.tick();
    }
    this.lived += ms;
  }

  async act(one: Act) {
    const [tab] = this.tabs;
    switch (one.do) {
      case 'tap':
        tab?.session.happen(tapOf(one, this.state));
        break;
      case 'wait':
        this.pass(one.ms);
        break;
      case 'set the clock':
        this.wall += one.by;
        // A clock that is set forward cannot be told from a sleep: whoever says they stayed is believed.
        this.lived += Math.max(0, one.by);
        tab?.session.tick();
        break;
      case 'sleep':
        // The steady clock stands while the device sleeps.
        this.wall += one.ms;
        this.lived += one.ms;
        tab?.session.tick();
        break;
      case 'reload':
      case 'other tab':
        await this.open();
        break;
      case 'lose the line':
        this.hasLine = false;
        break;
      case 'find the line':
        this.hasLine = true;
        this.send();
    }
  }

  end() {
    this.hasLine = true;
    this.send();
  }
}

/** What has to be true of a session wherever it stands. */
function holds(state: SessionState, lived: number) {
  const { places } = summarise(state);
  for (const { siteId, side, contactSeconds } of places) {
    const here = state.steps.find(
      (step) =>
        isHold(step) &&
        sidesPressed(step).some(
          (one) => placeKey({ siteId: step.siteId, side: one }) === placeKey({ siteId, side }),
        ),
    );
    // Never over the cap of a place.
    if (here && isHold(here)) expect(contactSeconds).toBeLessThanOrEqual(here.capSeconds + 1);
  }
  for (const hold of state.holds) {
    const step = state.steps[hold.step];
    // What screening rules out is never begun.
    if (step?.leftOut !== undefined) expect(hold.contactSeconds).toBe(0);
    // What was begun and is over ended for a reason.
    if (hold.step < state.stepIndex) expect(hold.outcome).not.toBeNull();
    if (!step || !isHold(step)) continue;
    // Two ratings above the ceiling one after the other ended it, and so did one of nine.
    const pressing = hold.ratings.filter(({ when }) => when === 'pressing');
    const { ceilingGrade } = step;
    const over = pressing.findIndex(
      ({ grade }, at) =>
        grade >= 9 ||
        (grade > ceilingGrade && (pressing[at + 1]?.grade ?? -1) > ceilingGrade && at >= 0),
    );
    if (over >= 0 && hold.outcome !== null) {
      const last = (pressing[over]?.grade ?? 0) >= 9 ? over : over + 1;
      expect(pressing.length).toBe(last + 1);
    }
  }
  // Nobody held for longer than there was time.
  const pressed = state.holds.reduce((sum, { contactSeconds }) => sum + contactSeconds, 0);
  expect(pressed * 1_000).toBeLessThanOrEqual(lived + 1_000);
  expect(ceilingOf(state)).toBeLessThanOrEqual(10);
}

const RUNS = Number(process.env.MODEL_RUNS ?? 120);

it('no path skips a safety rule, loses a moment or an event: taps, clocks, sleep, reloads, tabs and a lost line', async () => {
  await fc.assert(
    fc.asyncProperty(
      anyRoutine.filter(({ items }) => items.length > 0),
      fc.array(anyAct, { minLength: 10, maxLength: 90 }),
      fc.boolean(),
      async (routine, acts, stops) => {
        const phone = new Phone(expand(routine));
        await phone.open();
        await phone.act({ do: 'tap', what: 'started', grade: 0 });
        for (const act of acts) {
          await phone.act(act);
          holds(phone.state, phone.lived);
        }
        if (stops) await phone.act({ do: 'tap', what: 'stopped', grade: 0 });
        const { state } = phone;
        phone.end();
        // What the practice tells from its log is what the phone showed.
        const logs = [...phone.heard.values()].map((events) =>
          [...events.values()].sort((one, other) => one.seq - other.seq),
        );
        const told = logs.map((log) => replay(begin(state.steps), log));
        // A session that lies a day back by the phone’s clock is not taken up; what was logged of it is there.
        if (state.status !== 'ready') expect(told).toContainEqual(state);
        for (const log of logs) {
          expect(log.map(({ seq }) => seq)).toEqual(log.map((_, index) => index));
          // Whoever stayed on a point says so later than it ended: nothing else goes back, and nothing before the start.
          const [first] = log;
          for (const { at } of log) expect(at).toBeGreaterThanOrEqual(first?.at ?? 0);
        }
      },
    ),
    { numRuns: RUNS },
  );
}, 120_000);
