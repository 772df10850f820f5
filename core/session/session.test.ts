import fc from 'fast-check';
import { findSite } from '#core/anatomy';
import { COUNT_IN_SECONDS, expand, isHold, placeKey } from '#core/routine';
import {
  anyRoutine,
  fade,
  itemFor,
  routineWith,
  runner,
  START,
  timed,
  yesTo,
} from '#core/examples';
import {
  secondsLeft,
  apply,
  begin,
  eventSchema,
  heldSeconds,
  limitOf,
  ratingDue,
  replay,
  summarise,
  type EventBody,
  type SessionState,
} from './index';

describe('a timed hold', () => {
  it('is counted in, held for its time, rated before and after', () => {
    const run = runner(routineWith(itemFor('breastbone', { dose: timed(20) })));
    run.happen({ type: 'started' });
    run.ready();
    run.pass(2);
    expect(run.state.phase.name).toBe('count-in');
    run.pass(1);
    expect(run.state.phase.name).toBe('hold');
    expect(ratingDue(run.state, run.now)).toBe(true);
    run.rate(3);
    run.pass(19.9);
    expect(run.state.phase.name).toBe('hold');
    run.pass(0.1);
    expect(run.state.phase.name).toBe('rate-after');
    run.rate(1);
    expect(run.state.phase.name).toBe('closing');
    run.happen({ type: 'finished', word: 'easy' });
    expect(run.state).toMatchObject({ status: 'finished', word: 'easy' });
    expect(summarise(run.state).places).toEqual([
      {
        siteId: 'breastbone',
        side: 'mid',
        before: 3,
        after: 1,
        contactSeconds: 20,
        holdsDone: 1,
        holdsAsked: 1,
        tooMuch: false,
        askedSeconds: 20,
      },
    ]);
  });

  it('ends at its exact instant even when the phone slept through it', () => {
    const run = runner(routineWith(itemFor('breastbone', { dose: timed(20) })));
    run.happen({ type: 'started' });
    run.ready();
    run.pass(900);
    expect(run.state.phase.name).toBe('rate-after');
    expect(run.log.at(-1)?.at).toBe(START + 23_000);
    expect(summarise(run.state).contactSeconds).toBe(20);
  });

  it('asks again soon after a rating above the ceiling, and ends on the second', () => {
    const run = runner(routineWith(itemFor('breastbone', { dose: timed(20) })));
    run.happen({ type: 'started' });
    run.ready();
    run.pass(3);
    run.rate(4);
    expect(ratingDue(run.state, run.now)).toBe(false);
    run.pass(8);
    expect(ratingDue(run.state, run.now)).toBe(true);
    run.rate(4);
    // Come off, wait, and how is it on letting go?
    expect(run.state.phase.name).toBe('rate-after');
    expect(run.state.holds[0]).toMatchObject({ outcome: 'too-much', contactSeconds: 8 });
    run.rate(2);
    expect(run.state.phase.name).toBe('closing');
    expect(summarise(run.state).places[0]).toMatchObject({ tooMuch: true, after: 2, holdsDone: 0 });
  });

  it('ends at once on a 9 or a 10', () => {
    for (const grade of [9, 10]) {
      const run = runner(routineWith(itemFor('calf', { dose: timed(60), sides: 'left' })));
      run.happen({ type: 'started' });
      run.ready();
      run.pass(10);
      run.rate(grade);
      expect(run.log.at(-1)).toMatchObject({ type: 'hold-ended', how: 'let-go' });
      expect(run.state.phase.name).toBe('rate-after');
    }
  });

  it('leaves a point that was too much: its repetitions are passed over, the next point comes', () => {
    const run = runner(
      routineWith(
        itemFor('calf', {
          ...{ dose: timed(30), sides: 'left', points: 2, repetitions: 2, extraPoints: 0 },
        }),
      ),
    );
    run.happen({ type: 'started' });
    run.ready();
    run.pass(10);
    run.rate(10);
    run.rate(4);
    expect(run.state).toMatchObject({ stepIndex: 2, phase: { name: 'find' } });
    expect(run.state.holds[1]).toMatchObject({ outcome: 'skipped', skipReason: 'too-tender' });
    expect(summarise(run.state).places.map(({ why }) => why)).toContainEqual({ 'too-tender': 1 });
    expect(summarise(run.state)).toMatchObject({ holdsDone: 0, holdsAsked: 4 });
  });

  it('is held to what earlier sessions of the day left of a place, and passes over what has had its time', () => {
    const routine = routineWith(itemFor('breastbone', { dose: timed(20), grade: 2 }));
    const cap = findSite('breastbone')?.capSeconds ?? 0;
    for (const [before, left] of [
      [0, 20],
      [cap - 12, 12],
      [cap, 0],
    ] as const) {
      const run = runner(routine);
      run.happen({ type: 'started', spent: { 'breastbone:mid': before } });
      if (left === 0) {
        expect(run.state.holds[0]?.outcome).toBe('site cap');
        expect(summarise(run.state)).toMatchObject({ holdsDone: 0, holdsAsked: 0 });
        continue;
      }
      run.ready();
      run.pass(200);
      expect([before, run.state.holds[0]?.contactSeconds]).toEqual([before, left]);
    }
  });

  it('leaves out after a full meal what wants an empty stomach, and nothing else', () => {
    const routine = routineWith(
      itemFor('psoas', { id: 'belly', sides: 'left', points: 1, extraPoints: 0 }),
      itemFor('calf', { id: 'leg', sides: 'left', points: 1, extraPoints: 0 }),
    );
    const at = (fullStomach: boolean) => {
      const run = runner(routine);
      run.happen({ type: 'started', fullStomach });
      return run.state;
    };
    expect(at(false).stepIndex).toBe(0);
    expect(at(true)).toMatchObject({ stepIndex: 1, holds: [{ step: 0, outcome: 'left out' }] });
    expect(summarise(at(true)).holdsAsked).toBe(1);
  });

  it('logs no hold in full that was left: after a gap only what is known counts, unless they say they stayed', () => {
    const after = (says: 'stayed' | 'left') => {
      const run = runner(routineWith(itemFor('breastbone', { dose: timed(20) })));
      run.happen({ type: 'started' });
      run.ready();
      run.pass(5);
      run.happen({ type: 'gap', why: 'reload', wall: 1 });
      run.pass(600);
      expect(run.state).toMatchObject({ status: 'paused', gap: true, phase: { name: 'hold' } });
      run.happen({ type: says });
      run.happen({ type: 'stopped', reason: 'interrupted' });
      return run.state.holds[0]?.contactSeconds;
    };
    expect([after('left'), after('stayed')]).toEqual([2, 20]);
  });

  it('keeps what builds up to its shorter time while the client is still sore, in the log too', () => {
    const build = { method: 'build-up', fromSeconds: 10, toSeconds: 30 } as const;
    const routine = routineWith(itemFor('sole-roll', { dose: build, sides: 'left', points: 1 }));
    const held = (stillSore: boolean) => {
      const run = runner(routine);
      run.happen({ type: 'started', ...(stillSore ? { stillSore } : {}) });
      const left = secondsLeft(run.state);
      run.ready();
      run.pass(60);
      return [run.state.holds[0]?.contactSeconds, run.state.holds[0]?.outcome, left];
    };
    const [short, how, left] = held(true);
    expect([short, how]).toEqual([10, 'time']);
    const [long, , leftLong] = held(false);
    expect(long).toBe(30);
    expect(Number(leftLong) - Number(left)).toBeGreaterThan(0);
  });

  it('counts no hold that was left after two seconds, and nothing that was skipped', () => {
    const run = runner(routineWith(itemFor('breastbone', { dose: timed(20) })));
    run.happen({ type: 'started' });
    run.ready();
    run.pass(5);
    run.happen({ type: 'hold-ended', step: 0, how: 'client' });
    run.rate(3);
    run.happen({ type: 'finished', word: '' });
    expect(summarise(run.state)).toMatchObject({ contactSeconds: 2, holdsDone: 0, counts: false });
    const skips = (reason: 'too-tender' | 'nothing-tender') => {
      const other = runner(routineWith(itemFor('breastbone', { dose: timed(20) })));
      other.happen({ type: 'started' });
      other.happen({ type: 'skipped', step: 0, reason });
      other.happen({ type: 'finished', word: '' });
      return summarise(other.state).counts;
    };
    expect(skips('too-tender')).toBe(false);
    // Where nothing is tender there is nothing to hold: that was done.
    expect(skips('nothing-tender')).toBe(true);
  });

  it('takes a rating back that was a slip, with what it counted for', () => {
    const run = runner(routineWith(itemFor('breastbone', { dose: timed(20) })));
    run.happen({ type: 'started' });
    run.ready();
    run.pass(3);
    run.rate(4);
    run.happen({ type: 'unrated', step: 0 });
    expect(run.state.holds[0]?.ratings).toEqual([]);
    run.rate(4);
    expect(run.state.phase.name).toBe('hold');
    run.happen({ type: 'unrated', step: 0 });
    // Nothing is left to take back: nothing changes.
    const before = run.state;
    run.happen({ type: 'unrated', step: 0 });
    expect(run.state).toBe(before);
  });

  it('reads logs of earlier editions, which went straight on after too much', () => {
    const run = runner(
      routineWith(itemFor('calf', { dose: timed(60), sides: 'left', points: 2, extraPoints: 0 })),
    );
    run.happen({ type: 'started' });
    run.ready();
    run.pass(10);
    run.happen({ type: 'hold-ended', step: 0, how: 'too-much' });
    expect(run.state).toMatchObject({ stepIndex: 1, phase: { name: 'find' } });
  });

  it('does not count a pause as contact', () => {
    const run = runner(routineWith(itemFor('breastbone', { dose: timed(20) })));
    run.happen({ type: 'started' });
    run.ready();
    run.pass(8);
    run.happen({ type: 'paused' });
    run.pass(300);
    expect(heldSeconds(run.state, run.now)).toBe(5);
    run.happen({ type: 'resumed' });
    run.pass(14.9);
    expect(run.state.phase.name).toBe('hold');
    run.pass(0.1);
    expect(run.state.phase.name).toBe('rate-after');
    expect(summarise(run.state).contactSeconds).toBe(20);
  });
});

describe('a fade hold', () => {
  const routine = routineWith(itemFor('side-low-back', { dose: fade(20, 90), sides: 'left' }));
  const held = () => {
    const run = runner(routine);
    run.happen({ type: 'started' });
    run.ready();
    run.pass(3);
    run.rate(5);
    return run;
  };

  it('ends when the rating has gone, the last rating being the one after', () => {
    const run = held();
    run.pass(30);
    run.rate(3);
    run.pass(20);
    run.rate(1);
    expect(run.state.phase.name).toBe('closing');
    expect(summarise(run.state).places[0]).toMatchObject({
      before: 5,
      after: 1,
      contactSeconds: 50,
      askedSeconds: 20,
      fadeSeconds: 50,
    });
    expect(summarise(run.state).places[0]).not.toHaveProperty('capped');
    expect(run.state.holds[0]?.outcome).toBe('faded');
  });

  it('lasts its least time even when it fades at once', () => {
    const run = held();
    run.pass(5);
    run.rate(0);
    expect(run.state.phase.name).toBe('hold');
    run.pass(15);
    expect(run.state.phase.name).toBe('closing');
    expect(summarise(run.state).contactSeconds).toBe(20);
  });

  it('at its longest backs off for some seconds, is tried once more, and then asks for the rating', () => {
    const run = held();
    run.pass(90);
    expect(run.state.phase).toMatchObject({ name: 'rest', again: true });
    run.pass(9);
    expect(run.state.phase.name).toBe('rest');
    run.pass(1 + COUNT_IN_SECONDS);
    expect(run.state.phase.name).toBe('hold');
    expect(limitOf(run.state)).toBe(45);
    expect(ratingDue(run.state, run.now)).toBe(true);
    run.pass(45);
    expect(run.state.phase.name).toBe('rate-after');
    expect(run.state.holds[0]).toMatchObject({ outcome: 'cap', again: true, contactSeconds: 135 });
    run.rate(4);
    expect(summarise(run.state)).toMatchObject({ again: 1, contactSeconds: 135 });
    expect(summarise(run.state).places[0]).toMatchObject({ capped: 1 });
    expect(summarise(run.state).places[0]).not.toHaveProperty('fadeSeconds');
  });

  it('may fade at its second try, without another least time', () => {
    const run = held();
    run.pass(90);
    run.pass(10 + COUNT_IN_SECONDS + 6);
    run.rate(1);
    expect(run.state.phase.name).toBe('closing');
    expect(run.state.holds[0]).toMatchObject({ outcome: 'faded', again: true, contactSeconds: 96 });
  });

  it('has no second try where later holds want what is left of the place’s time', () => {
    const run = runner(
      routineWith(itemFor('side-low-back', { dose: fade(20, 180), points: 2, sides: 'left' })),
    );
    run.happen({ type: 'started' });
    run.ready();
    run.pass(COUNT_IN_SECONDS);
    run.rate(5);
    run.pass(180);
    expect(run.state.phase.name).toBe('rate-after');
    expect(run.state.holds[0]).toMatchObject({ outcome: 'cap', contactSeconds: 180 });
  });

  it('left early, the reason is kept', () => {
    const run = held();
    run.pass(4);
    run.happen({ type: 'hold-ended', step: 0, how: 'client', leftFor: 'tired' });
    expect(run.state.holds[0]).toMatchObject({ outcome: 'client', leftFor: 'tired' });
  });

  it('asks for a rating every 15 seconds', () => {
    const run = held();
    run.pass(14);
    expect(ratingDue(run.state, run.now)).toBe(false);
    run.pass(1);
    expect(ratingDue(run.state, run.now)).toBe(true);
  });

  it('is ended by two ratings above the ceiling in a row, and not by one', () => {
    const run = held();
    run.rate(6);
    run.rate(5);
    run.rate(6);
    expect(run.state.phase.name).toBe('hold');
    run.rate(7);
    expect(run.state.phase.name).toBe('rate-after');
    run.rate(2);
    expect(run.state.phase.name).toBe('closing');
    expect(summarise(run.state).places[0]?.tooMuch).toBe(true);
    expect(summarise(run.state).counts).toBe(false);
  });
});

describe('the site’s cap', () => {
  it('shortens later holds but keeps their least time', () => {
    const routine = routineWith(
      itemFor('side-low-back', { dose: fade(20, 180), sides: 'left', points: 3 }),
    );
    const run = runner(routine);
    run.happen({ type: 'started' });
    const limits: number[] = [];
    for (let n = 0; n < 3; n += 1) {
      run.ready();
      run.pass(3);
      limits.push(limitOf(run.state));
      run.pass(200);
      run.rate(4);
    }
    expect(limits).toEqual([180, 100, 20]);
    expect(summarise(run.state).contactSeconds).toBe(300);
  });
});

describe('a routine that flare-ups have halved', () => {
  it('is led whole, hold by hold, and what is counted as held was held', () => {
    const routine = routineWith(
      itemFor('calf', { dose: timed(60), points: 3, sides: 'left', grade: 3 }),
    );
    const run = runner(routine, [yesTo('widespread-pain')]);
    run.happen({ type: 'started' });
    for (let n = 0; n < 3; n += 1) {
      expect(run.state.stepIndex).toBe(n);
      run.ready();
      run.pass(3);
      run.rate(3);
      run.pass(30);
      run.rate(1);
    }
    run.happen({ type: 'finished', word: '' });
    expect(run.state.holds.map(({ outcome }) => outcome)).toEqual(['time', 'time', 'time']);
    expect(summarise(run.state)).toMatchObject({
      contactSeconds: 90,
      holdsDone: 3,
      holdsAsked: 3,
    });
  });

  it('counts no hold as held that the site’s cap left no time for', () => {
    const steps = expand(
      routineWith(itemFor('calf', { dose: timed(60), points: 2, sides: 'left' })),
    ).map((step) => ({ ...step, capSeconds: 60, reservedSeconds: 0 }));
    let state = begin(steps);
    const events: EventBody[] = [
      { type: 'started' },
      { type: 'settled', step: 0 },
      { type: 'hold-started', step: 0 },
    ];
    events.forEach((body, seq) => {
      state = apply(state, { ...body, id: String(seq), seq, at: START });
    });
    state = apply(state, {
      type: 'hold-ended',
      step: 0,
      how: 'time',
      id: '3',
      seq: 3,
      at: START + 60_000,
    });
    state = apply(state, { type: 'rated', step: 0, grade: 1, id: '4', seq: 4, at: START + 61_000 });
    expect(state.holds.map(({ outcome }) => outcome)).toEqual(['time', 'site cap']);
    expect(summarise(state)).toMatchObject({ holdsDone: 1, holdsAsked: 1 });
  });
});

describe('skipping and stopping', () => {
  it('skips with a reason and goes on', () => {
    const run = runner(
      routineWith(itemFor('skull-base', { sides: 'left' }), itemFor('thumb-base')),
    );
    run.happen({ type: 'started' });
    run.happen({ type: 'skipped', step: 0, reason: 'nothing-tender' });
    expect(run.state.stepIndex).toBe(1);
    expect(run.state.holds[0]).toMatchObject({ outcome: 'skipped', skipReason: 'nothing-tender' });
  });

  it('keeps the contact of a hold that a stop cut short', () => {
    const run = runner(routineWith(itemFor('side-low-back', { dose: timed(60), sides: 'left' })));
    run.happen({ type: 'started' });
    run.ready();
    run.pass(13);
    run.happen({ type: 'stopped', reason: 'numb' });
    expect(run.state).toMatchObject({ status: 'stopped', stopReason: 'numb' });
    expect(summarise(run.state)).toMatchObject({ contactSeconds: 10, holdsDone: 0, counts: false });
  });

  it('takes nothing more once it has ended', () => {
    const run = runner(routineWith(itemFor('skull-base')));
    run.happen({ type: 'started' });
    run.happen({ type: 'stopped', reason: 'enough' });
    const ended = run.state;
    run.happen({ type: 'resumed' });
    run.happen({ type: 'settled', step: 0 });
    expect(run.state).toBe(ended);
  });
});

const anyBody: fc.Arbitrary<EventBody> = fc.oneof(
  fc.constantFrom<EventBody>(
    { type: 'started' },
    { type: 'paused' },
    { type: 'gap', why: 'clock', wall: 1 },
    { type: 'stayed' },
    { type: 'left' },
    { type: 'resumed' },
    { type: 'finished', word: '' },
  ),
  fc.record({
    type: fc.constantFrom('settled' as const, 'hold-started' as const),
    step: fc.nat({ max: 12 }),
  }),
  fc.record({
    type: fc.constant('rated' as const),
    step: fc.nat({ max: 12 }),
    grade: fc.integer({ min: 0, max: 10 }),
  }),
  fc.record({
    type: fc.constant('hold-ended' as const),
    step: fc.nat({ max: 12 }),
    how: fc.constantFrom(
      ...(['time', 'faded', 'cap', 'client', 'changed', 'only-pain', 'let-go'] as const),
    ),
  }),
  fc.record({
    type: fc.constantFrom('hurts' as const, 'eased' as const),
    step: fc.nat({ max: 12 }),
  }),
  fc.record({
    type: fc.constant('skipped' as const),
    step: fc.nat({ max: 12 }),
    reason: fc.constantFrom('no-time' as const, 'too-tender' as const),
  }),
);

/** Whatever happens, in any order and at any time, these hold. */
function expectSound(state: SessionState) {
  const spent = new Map<string, number>();
  for (const hold of state.holds) {
    const step = state.steps[hold.step];
    expect(hold.contactSeconds).toBeGreaterThanOrEqual(0);
    if (!step || !isHold(step)) continue;
    spent.set(placeKey(step), (spent.get(placeKey(step)) ?? 0) + hold.contactSeconds);
    expect(spent.get(placeKey(step))).toBeLessThanOrEqual(step.capSeconds + 0.1);
  }
  expect(new Set(state.holds.map((hold) => hold.step)).size).toBe(state.holds.length);
  const { holdsDone, holdsAsked, places } = summarise(state);
  expect(holdsDone).toBeLessThanOrEqual(holdsAsked);
  for (const place of places) expect(place.contactSeconds).toBeGreaterThanOrEqual(0);
}

describe('any log at all', () => {
  const anyLog = fc.array(fc.tuple(anyBody, fc.integer({ min: -5_000, max: 400_000 })), {
    maxLength: 60,
  });

  it('leaves a session that keeps its caps and adds up', () => {
    fc.assert(
      fc.property(anyRoutine, anyLog, (routine, log) => {
        let at = START;
        const events = log.map(([body, later], seq) => {
          at += later;
          return {
            ...body,
            id: `00000000-0000-7000-8000-${String(seq).padStart(12, '0')}`,
            seq,
            at,
          };
        });
        const state = replay(begin(expand(routine)), events);
        expectSound(state);
        expect(replay(begin(expand(routine)), events)).toEqual(state);
      }),
    );
  });

  it('that the machine itself wrote replays to the very same session', () => {
    const anyMove = fc.oneof(
      fc.record({ kind: fc.constant('pass' as const), n: fc.integer({ min: 0, max: 200 }) }),
      fc.record({ kind: fc.constant('rate' as const), n: fc.integer({ min: 0, max: 10 }) }),
      fc.record({
        kind: fc.constantFrom(
          'ready' as const,
          'pause' as const,
          'resume' as const,
          'skip' as const,
          'hurts' as const,
          'eased' as const,
          'changed' as const,
          'only-pain' as const,
        ),
        n: fc.constant(0),
      }),
    );
    fc.assert(
      fc.property(anyRoutine, fc.array(anyMove, { maxLength: 80 }), (routine, moves) => {
        const run = runner(routine);
        run.happen({ type: 'started' });
        for (const { kind, n } of moves) {
          if (kind === 'pass') run.pass(n);
          else if (kind === 'rate') run.rate(n);
          else if (kind === 'ready') run.ready();
          else if (kind === 'pause') run.happen({ type: 'paused' });
          else if (kind === 'resume') run.happen({ type: 'resumed' });
          else if (kind === 'hurts' || kind === 'eased') {
            run.happen({ type: kind, step: run.state.stepIndex });
          } else if (kind === 'changed' || kind === 'only-pain') {
            run.happen({ type: 'hold-ended', step: run.state.stepIndex, how: kind });
          } else run.happen({ type: 'skipped', step: run.state.stepIndex, reason: 'no-time' });
        }
        expectSound(run.state);
        expect(replay(begin(expand(routine)), run.log)).toEqual(run.state);
        for (const event of run.log) expect(eventSchema.safeParse(event).success).toBe(true);
      }),
    );
  });
});

describe('an event', () => {
  it('is refused when its rating, its id or its reason is none', () => {
    const good = {
      id: '01890a5d-ac96-774b-bcce-b302099a8057',
      seq: 0,
      at: START,
      type: 'rated',
      step: 0,
      grade: 4,
    };
    expect(eventSchema.safeParse(good).success).toBe(true);
    const bad = [
      { ...good, grade: 11 },
      { ...good, grade: -1 },
      { ...good, grade: '4' },
      { ...good, id: '1' },
      { ...good, at: -1 },
      { ...good, type: 'stopped', reason: 'bored' },
      { ...good, type: 'exploded' },
      null,
    ];
    for (const event of bad) expect(eventSchema.safeParse(event).success).toBe(false);
  });
});
