import fc from 'fast-check';
import { ACTIVITY_KIND_IDS, ACTIVITY_KINDS } from '#core/activities';
import { renderToStaticMarkup } from 'react-dom/server';
import { MemoryRouter } from 'react-router';
import { findSite } from '#core/anatomy';
import {
  anyRoutine,
  anyScreenAnswer,
  itemFor,
  routineWith,
  runner,
  timed,
  yesTo,
} from '#core/examples';
import { gradeMeaning, holdsAmong, isHold, ledWords, type Routine } from '#core/routine';
import { heldSeconds, limitOf, STOP_REASONS, stopReason, summarise } from '#core/session';
import { Closing, Finished, Stopped } from './Ending';
import { activityOf } from './activityOf';
import { BeforeDoing, Doing } from './Doing';
import { Find } from './Find';
import { Holding } from './Holding';
import { LedContext } from './led';

type Run = ReturnType<typeof runner>;
const nothing = () => undefined;

/** What a client sees at one moment of a session. */
function shown(run: Run, routine: Routine): string {
  const { state, now } = run;
  const leave = { onSkip: nothing, onStop: nothing };
  const screen = () => {
    if (state.status === 'stopped')
      return (
        <Stopped
          state={state}
          therapistName="Maren Holt"
          numbers={{ practice: '+45 70 00 00 00', emergency: '112' }}
        />
      );
    if (state.status === 'finished') return <Finished state={state} measure={[]} />;
    const isActivity = activityOf(state) !== null;
    if (state.phase.name === 'find') {
      return isActivity ? (
        <BeforeDoing state={state} happen={nothing} {...leave} />
      ) : (
        <Find state={state} happen={nothing} onNothing={nothing} {...leave} />
      );
    }
    if (state.phase.name === 'closing') return <Closing state={state} happen={nothing} />;
    return isActivity ? (
      <Doing state={state} now={now} happen={nothing} onStop={nothing} />
    ) : (
      <Holding
        state={state}
        now={now}
        happen={nothing}
        asksEarly
        onAskedEarly={nothing}
        say={nothing}
        {...leave}
      />
    );
  };
  return renderToStaticMarkup(
    <MemoryRouter>
      <LedContext value={ledWords(routine)}>{screen()}</LedContext>
    </MemoryRouter>,
  );
}

const text = (markup: string) =>
  markup
    .replace(/<style[\s\S]*?<\/style>/g, '')
    .replace(/<[^>]+>/g, ' ')
    .replace(/\s+/g, ' ');
/** As it stands in markup. */
const plain = (words: string) => words.replaceAll("'", '&#x27;').replaceAll('"', '&quot;');
const buttons = (markup: string) =>
  [...markup.matchAll(/<button[^>]*>([^<]*)(?:<small[^>]*>[^<]*<\/small>)?<\/button>/g)].map(
    ([, says]) => says,
  );

/** One thing a client may want to do next; they do what the screen they see offers of it. */
const act = fc.oneof(
  fc.record({ is: fc.constant('go' as const) }),
  fc.record({ is: fc.constant('wait' as const), seconds: fc.integer({ min: 1, max: 90 }) }),
  fc.record({ is: fc.constant('rate' as const), grade: fc.nat({ max: 10 }) }),
  fc.record({ is: fc.constantFrom('skip' as const, 'come off' as const, 'pause' as const) }),
);
type Act = typeof act extends fc.Arbitrary<infer T> ? T : never;

function does(run: Run, doing: Act): void {
  const { status, phase, stepIndex: step } = run.state;
  if (status === 'paused') run.happen({ type: 'resumed' });
  else if (doing.is === 'wait') run.pass(doing.seconds);
  else if (doing.is === 'rate') run.rate(doing.grade);
  else if (phase.name === 'find') {
    if (doing.is === 'skip') run.happen({ type: 'skipped', step, reason: 'not-found' });
    else run.ready();
  } else if (doing.is === 'pause' && phase.name !== 'closing') run.happen({ type: 'paused' });
  else if (doing.is === 'come off' && phase.name === 'hold') {
    run.happen({ type: 'hold-ended', step, how: 'client' });
  } else run.pass(10);
}

describe('the screens of a session', () => {
  it('say at every moment what to do, how hard, how long, and leave Stop in reach', () => {
    const phases = new Set<string>();
    fc.assert(
      fc.property(
        anyRoutine,
        fc.array(anyScreenAnswer, { maxLength: 2 }),
        fc.array(act, { minLength: 5, maxLength: 40 }),
        (routine, answers, acts) => {
          const run = runner(routine, answers);
          run.happen({ type: 'started' });
          for (const doing of acts) {
            does(run, doing);
            const { state } = run;
            const markup = shown(run, routine);
            const says = text(markup);
            phases.add(state.status === 'running' ? state.phase.name : state.status);
            expect(says).not.toMatch(/undefined|null|NaN|Infinity|\[object/);
            expect(markup.match(/<h1/g)).toHaveLength(1);
            if (state.phase.name === 'closing') {
              expect(buttons(markup)).toEqual(['Finish']);
              continue;
            }
            expect(buttons(markup).filter((one) => one === 'Stop')).toHaveLength(1);
            const step = state.steps[state.stepIndex];
            if (!step || !isHold(step)) throw new RangeError('There is no hold to show.');
            if (state.phase.name === 'find') {
              expect(says).toContain(
                `${step.helper ? 'Until they say' : 'Press to'} ${step.grade} of 10`,
              );
              expect(says).toContain(`never above ${step.ceilingGrade}`);
              expect(says).toContain(step.instructions);
              const site = findSite(step.siteId);
              const before = holdsAmong(state.steps)[state.stepIndex - 1];
              const isNew = before?.siteId !== step.siteId || before.side !== step.side;
              expect(says).toContain(plain(site?.keepOff ?? ''));
              // What it may send and its own watch words stand there before a site is pressed for the first time.
              const wasTold = state.holds.some((hold) => {
                const done = state.steps[hold.step];
                return (
                  done && isHold(done) && done.siteId === step.siteId && hold.contactSeconds > 0
                );
              });
              if (isNew && !wasTold) {
                expect(says).toContain(plain(site?.watch ?? ''));
                expect(says.includes('It must stop when you let go')).toBe(
                  (site?.refersTo.length ?? 0) > 0,
                );
              }
            }
            if (state.phase.name === 'hold' && state.status === 'running') {
              const held = heldSeconds(state, run.now);
              expect(held).toBeLessThanOrEqual(limitOf(state) + 0.001);
              // All eleven ratings are there, each once.
              const grades = buttons(markup).flatMap((one) => /^\d+/.exec(one ?? '')?.[0] ?? []);
              expect(grades.map(Number)).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10]);
              // The grade that is asked for stays in sight, in words.
              const meaning = gradeMeaning(step.grade);
              if (meaning !== null) expect(says).toContain(`${step.grade}: ${meaning}`);
              const last = state.holds.find(({ step: of }) => of === step.index)?.ratings.at(-1);
              expect(says.includes('Ease off')).toBe(
                last !== undefined && last.grade > step.ceilingGrade,
              );
            }
            if (state.status === 'paused') {
              expect(says).toContain('Come off the point');
              expect(buttons(markup)).toContain('Go on');
              expect(buttons(markup).some((one) => /^\d/.test(one ?? ''))).toBe(false);
            }
          }
        },
      ),
      { numRuns: 150 },
    );
    for (const phase of ['find', 'count-in', 'hold', 'rest', 'rate-after', 'closing', 'paused']) {
      expect(phases).toContain(phase);
    }
  });

  it.each(STOP_REASONS.map(({ id }) => id))('stopped for “%s”, says what to do about it', (id) => {
    fc.assert(
      fc.property(anyRoutine, fc.nat({ max: 60 }), (routine, seconds) => {
        const run = runner(routine);
        run.happen({ type: 'started' });
        run.ready();
        run.pass(seconds);
        run.happen({ type: 'stopped', reason: id });
        expect(run.state.status).toBe('stopped');
        const says = text(shown(run, routine));
        const { weight, advice } = stopReason(id);
        expect(says).toContain(weight === 'emergency' ? 'Get help now' : 'Come out slowly');
        // A number to ring, and help first only where it is an emergency.
        const markup = shown(run, routine);
        expect(markup.includes('href="tel:+4570000000"')).toBe(weight !== 'ordinary');
        expect(markup.includes('href="tel:112"')).toBe(weight === 'emergency');
        if (advice) expect(says).toContain(advice.slice(0, 30).replaceAll("'", '&#x27;'));
        // Nothing has reached the practice from here: it is not said that it had.
        expect(says).toContain('does not know of it');
        expect(says).not.toContain('is logged');
      }),
      { numRuns: 25 },
    );
  });

  it('after a side that is left out the other is the first: shown where, how to get there, and not called the other', () => {
    const routine = routineWith(itemFor('chest', { sides: 'both', points: 1, dose: timed(30) }));
    const run = runner(routine, [yesTo('implant', { sides: ['left'] })]);
    run.happen({ type: 'started' });
    const [first, second] = holdsAmong(run.state.steps);
    expect([first?.leftOut !== undefined, second?.side]).toEqual([true, 'right']);
    const markup = shown(run, routine);
    const says = text(markup);
    expect(says).toContain('Chest, right');
    expect(says).not.toContain('Other side');
    expect(markup).toContain('Where to press, drawn');
    expect(says).toContain(
      plain(ledWords(routine).postures[second?.positionId ?? '']?.getIn ?? '-'),
    );
  });

  it('at the end lists every place that was pressed, with its time, and no other', () => {
    fc.assert(
      fc.property(anyRoutine, fc.nat({ max: 10 }), (routine, grade) => {
        const run = runner(routine);
        run.happen({ type: 'started' });
        for (let turn = 0; turn < 1_000 && run.state.phase.name !== 'closing'; turn += 1) {
          if (run.state.phase.name === 'find') run.ready();
          else if (run.state.phase.name === 'rate-after') run.rate(Math.min(grade, 3));
          else run.pass(30);
        }
        run.happen({ type: 'finished', word: '' });
        const markup = shown(run, routine);
        const pressed = summarise(run.state).places.filter((one) => one.contactSeconds > 0);
        const rows = [...markup.matchAll(/<li>[\s\S]*?<\/li>/g)].map(([row]) => text(row));
        expect(rows).toHaveLength(pressed.length);
        pressed.forEach(({ contactSeconds }, index) => {
          const [, minutes, seconds] = /(\d+):(\d\d)/.exec(rows[index] ?? '') ?? [];
          expect(Number(minutes) * 60 + Number(seconds)).toBe(Math.round(contactSeconds));
        });
      }),
      { numRuns: 40 },
    );
  });
});

describe('what is not pressed', () => {
  const wish = { id: 'line', affectedSide: 'left' } as const;
  it.each(ACTIVITY_KIND_IDS)('%s is told, led and left by one touch', (id) => {
    const activity = { ...ACTIVITY_KINDS[id].usual(wish), instructions: 'As we tried it.' };
    const routine: Routine = { items: [activity], timesPerWeek: 7, message: '' };
    const run = runner(routine);
    run.happen({ type: 'started' });
    const before = shown(run, routine);
    const step = run.state.steps[0];
    if (!step || isHold(step)) throw new RangeError('There is nothing to do.');
    for (const words of [step.title, 'As we tried it.', ...step.says]) {
      expect(text(before)).toContain(plain(words));
    }
    const isTold = step.limitSeconds === 0;
    expect(buttons(before)).toEqual([isTold ? 'Go on' : 'Begin', 'Skip', 'Stop']);
    run.happen({ type: 'settled', step: 0 });
    if (isTold) return;
    run.pass(5);
    const during = text(shown(run, routine));
    expect(buttons(shown(run, routine))).toEqual(['Pause', 'Done', 'Stop']);
    if (step.count) expect(during).toContain(`${step.count.name} 1 of ${step.count.of}`);
    run.happen({ type: 'paused' });
    expect(text(shown(run, routine))).toContain('Paused.');
    run.happen({ type: 'resumed' });
    run.happen({ type: 'gap', why: 'clock', wall: run.now });
    expect(buttons(shown(run, routine))).toContain('No, I stopped');
  });

  it('an open search asks for another spot, or says there is nothing more', () => {
    const routine = routineWith(
      itemFor('below-ridge', { dose: { method: 'search', holdSeconds: 20 }, points: 3 }),
    );
    const run = runner(routine);
    run.happen({ type: 'started' });
    expect(buttons(shown(run, routine))).toEqual(['Found one', 'Nothing here', 'Skip', 'Stop']);
    run.happen({ type: 'skipped', step: 0, reason: 'not-found' });
    expect(buttons(shown(run, routine))).toEqual(['Found another', 'Nothing more', 'Skip', 'Stop']);
    expect(text(shown(run, routine))).toContain('spot 2');
  });

  it('between two points of a place says how to get from one to the next, once', () => {
    const routine = routineWith(
      itemFor('below-ridge', {
        dose: { method: 'timed', holdSeconds: 20 },
        points: 2,
        sides: 'left',
      }),
    );
    const run = runner(routine);
    run.happen({ type: 'started' });
    const words = 'the ball drops by about five centimetres';
    expect(text(shown(run, routine))).not.toContain(words);
    run.ready();
    run.pass(30);
    expect(run.state.phase.name).toBe('rate-after');
    run.rate(3);
    expect(run.state.stepIndex).toBe(1);
    expect(text(shown(run, routine))).toContain('Next point');
    expect(text(shown(run, routine))).toContain(words);
  });

  it('whoever presses for somebody else is told how, and asked for the other’s number', () => {
    const routine = routineWith(
      itemFor('shoulder-ridge', {
        toolId: 'helper-thumb',
        positionId: 'helped-upright',
        dose: { method: 'timed', holdSeconds: 30 },
        points: 1,
      }),
    );
    const run = runner(routine);
    run.happen({ type: 'started' });
    const before = text(shown(run, routine));
    for (const words of ['Elbow low', 'The other hand rests on them', 'Until they say']) {
      expect(before).toContain(words);
    }
    expect(buttons(shown(run, routine))).toEqual(['We are on it', 'Skip', 'Stop']);
    run.happen({ type: 'settled', step: 0 });
    expect(text(shown(run, routine))).toContain('lean in slowly');
    run.pass(5);
    expect(text(shown(run, routine))).toContain('What number do they say?');
    run.rate(6);
    expect(text(shown(run, routine))).toContain('Ease off until they say');
  });

  it('whoever lies on the floor is told how to get up, also when the last of it is only told', () => {
    const lying = itemFor('side-low-back', {
      toolId: 'tennis-ball',
      positionId: 'lying-back',
      sides: 'left',
    });
    const cold = ACTIVITY_KINDS.cold.usual({ id: 'cold', affectedSide: null });
    const drill = ACTIVITY_KINDS.drill.usual({ id: 'drill', affectedSide: null });
    const up = /all fours, then up/;
    for (const after of [[cold], [cold, drill]]) {
      const routine: Routine = { items: [lying, ...after], timesPerWeek: 7, message: '' };
      const run = runner(routine);
      run.happen({ type: 'started' });
      for (
        let step = run.state.steps[0];
        step && isHold(step);
        step = run.state.steps[run.state.stepIndex]
      ) {
        run.happen({ type: 'skipped', step: step.index, reason: 'no-time' });
      }
      run.happen({ type: 'settled', step: run.state.stepIndex });
      // Either the drill, which is done standing, or the end.
      expect(text(shown(run, routine))).toMatch(up);
    }
  });
});
