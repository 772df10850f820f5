import { v7 as uuid } from 'uuid';
import { itemFor, routineWith, timed } from '#core/examples';
import { expand } from '#core/routine';
import type { SessionEvent } from '#core/session';
import { createSession } from './session';

describe('a session in the browser', () => {
  function open(earlier: readonly SessionEvent[] = []) {
    let now = 1_000_000;
    const events: SessionEvent[] = [];
    const session = createSession(
      expand(routineWith(itemFor('breastbone', { dose: timed(10) }))),
      { now: () => now, newId: () => uuid(), onEvent: (event) => events.push(event) },
      earlier,
    );
    return {
      session,
      events,
      pass: (ms: number) => {
        now += ms;
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
