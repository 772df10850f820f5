import { v7 as uuid } from 'uuid';
import { itemFor, routineWith, timed } from '#core/examples';
import { expand } from '#core/routine';
import type { SessionEvent } from '#core/session';
import { createSession } from './session';

describe('a session in the browser', () => {
  function open(earlier: readonly SessionEvent[] = []) {
    let now = 1_000_000;
    let wall = now;
    const events: SessionEvent[] = [];
    const seen: number[] = [];
    const session = createSession(
      expand(routineWith(itemFor('breastbone', { dose: timed(10) }))),
      {
        now: () => now,
        wall: () => wall,
        newId: () => uuid(),
        onEvent: (event) => events.push(event),
        onSeen: (at) => seen.push(at),
      },
      earlier,
    );
    return {
      session,
      events,
      seen,
      pass: (ms: number) => {
        now += ms;
        wall += ms;
        session.tick();
      },
      /** The wall clock is set, or the device sleeps and the steady clock with it. */
      setWall: (by: number) => {
        wall += by;
        session.tick();
      },
      hold: () => {
        session.happen({ type: 'started' });
        session.happen({ type: 'settled', step: 0 });
        now += 3_000;
        wall += 3_000;
        session.tick();
      },
    };
  }

  it('hands on each event once, numbered, and nothing for a second tap', () => {
    const { session, events, pass } = open();
    session.happen({ type: 'started' });
    session.happen({ type: 'started' });
    session.happen({ type: 'settled', step: 0 });
    session.happen({ type: 'settled', step: 0 });
    pass(13_000);
    expect(events.map(({ type, seq }) => `${seq} ${type}`)).toEqual([
      '0 started',
      '1 settled',
      '2 hold-started',
      '3 hold-ended',
    ]);
  });

  it('tells its listeners only when something changed', () => {
    const { session, pass } = open();
    let heard = 0;
    session.subscribe(() => (heard += 1));
    session.tick();
    expect(heard).toBe(0);
    session.happen({ type: 'started' });
    session.happen({ type: 'settled', step: 0 });
    pass(1000);
    expect(heard).toBe(2);
    pass(2000);
    expect(heard).toBe(3);
  });

  it.each([3_600_000, -3_600_000, 2_500])(
    'asks what was done when the clocks go apart by %d ms in a hold, and no timer freezes',
    (by) => {
      const { session, events, pass, setWall, hold } = open();
      hold();
      pass(4_000);
      setWall(by);
      expect(events.at(-1)).toMatchObject({ type: 'gap', why: 'clock', at: 1_007_000 });
      expect(session.read().state).toMatchObject({ status: 'paused', gap: true });
      pass(60_000);
      expect(session.read().state.gap).toBe(true);
      session.happen({ type: 'left' });
      session.happen({ type: 'resumed' });
      pass(6_100);
      expect(events.at(-1)).toMatchObject({ type: 'hold-ended', how: 'time' });
      expect(session.read().state.holds[0]?.contactSeconds).toBe(10);
    },
  );

  it('thinks nothing of clocks that waver, nor of one that is set while nothing is held', () => {
    const { events, pass, setWall, hold, session } = open();
    session.happen({ type: 'started' });
    setWall(3_600_000);
    hold();
    pass(1_000);
    setWall(1_500);
    setWall(-1_500);
    expect(events.map(({ type }) => type)).toEqual(['started', 'settled', 'hold-started']);
  });

  it('counts what somebody says they stayed for, never more than the hold', () => {
    const { session, events, pass, setWall, hold } = open();
    hold();
    pass(4_000);
    // Set back: the steady clock knows how long it was.
    setWall(-600_000);
    pass(5_000);
    session.happen({ type: 'stayed' });
    expect(events.at(-1)?.type).toBe('stayed');
    pass(1_100);
    expect(events.at(-1)).toMatchObject({ type: 'hold-ended', how: 'time' });
    expect(session.read().state.holds[0]?.contactSeconds).toBe(10);
  });

  it('lets nobody who slept on a point press the rest of the hold on top', () => {
    const { session, events, pass, setWall, hold } = open();
    hold();
    pass(4_000);
    setWall(600_000);
    session.happen({ type: 'stayed' });
    expect(events.at(-1)).toMatchObject({ type: 'hold-ended', how: 'time' });
    expect(session.read().state.holds[0]?.contactSeconds).toBe(10);
  });

  it('notes now and then that somebody is on a point, and only then', () => {
    const { seen, pass, hold } = open();
    pass(10_000);
    expect(seen).toEqual([]);
    hold();
    for (let n = 0; n < 20; n += 1) pass(200);
    expect(seen.length).toBeGreaterThanOrEqual(1);
    expect(seen.length).toBeLessThanOrEqual(2);
  });

  it('is taken up from its events where it was', () => {
    const first = open();
    first.session.happen({ type: 'started' });
    first.session.happen({ type: 'settled', step: 0 });
    first.pass(5000);
    const second = open(first.session.read().events);
    expect(second.session.read().state).toEqual(first.session.read().state);
    second.pass(13_000);
    expect(second.events.map(({ seq, type }) => `${seq} ${type}`)).toEqual(['3 hold-ended']);
  });
});
