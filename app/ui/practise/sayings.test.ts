import fc from 'fast-check';
import { anyRoutine, itemFor, routineWith, runner, timed } from '#core/examples';
import { ledWords } from '#core/routine';
import { sayingFor } from './sayings';
import { USUAL, waysFrom } from './ways';

describe('what is said aloud', () => {
  const routine = routineWith(itemFor('calf', { dose: timed(30), grade: 4, sides: 'both' }));
  const words = ledWords(routine);

  it('leads through a hold: where, how hard, how long, and letting go', () => {
    const run = runner(routine);
    const said: (string | null)[] = [];
    const after = (work: () => void) => {
      const was = run.state;
      work();
      said.push(sayingFor(was, run.state, words));
    };
    after(() => run.happen({ type: 'started' }));
    after(() => run.ready());
    after(() => run.pass(3));
    after(() => run.rate(4));
    after(() => run.pass(30));
    expect(said[0]).toMatch(/^Calf, (left|right)\. .*Press to 4 of 10\.$/);
    expect(said.slice(1)).toEqual([
      'Sink in slowly.',
      'Stay, breathing easily. 30 seconds.',
      null,
      'Let go slowly. How is it now?',
    ]);
    after(() => run.happen({ type: 'paused' }));
    expect(said.at(-1)).toBe('Paused. Come off the point.');
  });

  it('has words for everything that can be led, and none with a gap in them', () => {
    fc.assert(
      fc.property(anyRoutine, fc.array(fc.nat({ max: 40 }), { maxLength: 30 }), (any, waits) => {
        const run = runner(any);
        const told = ledWords(any);
        let was = run.state;
        const hear = () => {
          const says = sayingFor(was, run.state, told);
          if (says !== null) expect(says).toMatch(/^[A-Z0-9].*[.?]$/);
          expect(says ?? '').not.toMatch(/undefined|null|NaN|\s\s/);
          was = run.state;
        };
        run.happen({ type: 'started' });
        hear();
        for (const seconds of waits) {
          if (run.state.phase.name === 'find') run.ready();
          else if (run.state.phase.name === 'rate-after') run.rate(2);
          else run.pass(seconds);
          hear();
        }
      }),
      { numRuns: 200 },
    );
  });
});

test('how one is led is read back as it was kept, and as usual where it cannot be read', () => {
  const own = { ...USUAL, goesOn: true, pace: 2, speaks: true, volume: 0.5, hand: 'left' } as const;
  expect(waysFrom(JSON.parse(JSON.stringify(own)))).toEqual(own);
  for (const kept of [null, 7, 'on', [], { volume: 9, hand: 'foot', pace: '2', goesOn: 'yes' }]) {
    expect(waysFrom(kept)).toEqual(USUAL);
  }
});
