import fc from 'fast-check';
import { renderToStaticMarkup } from 'react-dom/server';
import { MemoryRouter } from 'react-router';
import { ACTIVITY_KINDS } from '#core/activities';
import { anyMixedRoutine, itemFor, routineWith } from '#core/examples';
import { TIMES_OF_DAY } from '#core/calendar';
import { spreadWeek, type Routine } from '#core/routine';
import { readWeek, WEEKDAYS } from './readWeek';
import { WeekFields } from './WeekFields';
import { WeekPlan } from './WeekPlan';
import { WeekSpread } from './WeekSpread';
import { weekLines } from './weekWords';

const TODAY = '2026-11-25';
const drill = ACTIVITY_KINDS.drill.usual({ id: 'drill', affectedSide: null });
const count = (markup: string, what: string) => markup.split(what).length - 1;

describe('the week', () => {
  it('draws a block for every session and a ring for everything that is done once more', () => {
    fc.assert(
      fc.property(anyMixedRoutine, (routine) => {
        const week = spreadWeek(routine, { timesOfDay: null, habits: null }, TODAY);
        const occasions = week.flatMap((one) => one.occasions);
        const markup = renderToStaticMarkup(<WeekSpread week={week} today={TODAY} />);
        const sessions = occasions.filter(({ what }) => what === 'session').length;
        expect(count(markup, 'class="session"')).toBe(sessions);
        expect(count(markup, 'class="again"')).toBe(occasions.length - sessions);
        expect(count(markup, 'aria-current="date"')).toBe(1);
        expect(markup).not.toMatch(/undefined|NaN|null/);
      }),
      { numRuns: 40 },
    );
  });

  it('is told day by day, days that are alike together, with the habit each is tied to', () => {
    const routine = { ...routineWith(itemFor('calf')), timesPerWeek: 2 };
    const wishes = { timesOfDay: ['evening' as const], habits: { midday: 'lunch' } };
    const week = spreadWeek({ ...routine, items: [...routine.items, drill] }, wishes, TODAY);
    const [line, ...others] = weekLines(week);
    expect(others).toEqual([]);
    expect(line?.days).toBe('Monday, Thursday');
    expect(line?.what).toContain('midday, lunch: once more:');
    expect(line?.what).toContain('evening: the routine');
  });

  it('says shortly which days and when, and that it is a proposal', () => {
    const drawn = (routine: Routine, weekdays: number[] | null = null) =>
      renderToStaticMarkup(
        <MemoryRouter>
          <WeekPlan
            routine={routine}
            wishes={{ weekdays, timesOfDay: null, habits: null }}
            today={TODAY}
            changeAt="/clients/1/brings"
          />
        </MemoryRouter>,
      );
    const says = (timesPerWeek: number, weekdays?: number[]) =>
      drawn({ ...routineWith(itemFor('calf')), timesPerWeek }, weekdays);
    expect(says(7)).toContain('every day · evening');
    expect(says(3)).toContain('Mon, Wed, Fri · evening');
    expect(says(14)).toContain('every day · morning and evening');
    expect(says(3)).toContain('any day will do');
    expect(says(3)).toContain('not known yet');
    expect(says(3)).toContain('href="/clients/1/brings"');
    expect(says(3, [2, 4])).toContain('Tue, Thu · evening');
    expect(says(3, [2, 4])).toContain('and 2 days are free: 1 fewer.');
    expect(drawn({ ...routineWith(itemFor('calf')), items: [] })).toBe('');
  });

  it('has fields that are read as they were filled', () => {
    fc.assert(
      fc.property(
        fc.subarray([...WEEKDAYS]),
        fc.subarray([...TIMES_OF_DAY]),
        fc.constantFrom({}, { midday: 'the “lunch” & a walk' }),
        (weekdays, timesOfDay, habits) => {
          const shown = { weekdays, timesOfDay, habits };
          const markup = renderToStaticMarkup(<WeekFields shown={shown} whose="own" />);
          // As a browser posts them: what is ticked, and every text.
          const form: Record<string, string> = {};
          for (const [field] of markup.matchAll(/<input[^>]*>/g)) {
            const name = /name="([^"]*)"/.exec(field)?.[1] ?? '';
            const value = /value="([^"]*)"/.exec(field)?.[1]?.replaceAll('&amp;', '&') ?? '';
            if (field.includes('type="text"')) form[name] = value;
            else if (/ checked=""/.test(field)) form[name] = 'on';
          }
          expect(readWeek(form)).toEqual(shown);
        },
      ),
      { numRuns: 40 },
    );
  });
});
