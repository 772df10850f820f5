import { findTest, TESTS, type MovementTest } from '#core/measurement';
import { useAddress } from '~/ui/parts/useAddress';
import { shortDay } from '~/ui/parts/words';
import type { Data, Moment } from './readings';
import { TestPanel } from './TestPanel';
import classes from './measure.module.css';

/** What stands in the list beside a test’s name. */
function listSays(data: Data, testId: string): string {
  const { openId, figures } = data;
  const own = figures.filter(
    (row) => row.testId === testId && row.visitId === openId && openId !== null,
  );
  if (own.length === 0) {
    const last = figures.findLast((row) => row.testId === testId && row.moment === 'before');
    return last ? shortDay(last.day, data.today) : '';
  }
  return own.some(({ moment }) => moment === 'after') ? 'before, after' : 'before';
}

/** Tests beside the one that is being done. */
export function MeasureBench({ data }: { data: Data }) {
  const [params, set] = useAddress();
  const measured = new Set(data.figures.map(({ testId }) => testId));
  // What was measured before comes first: it is what can be compared.
  const belonging = TESTS.filter(({ id }) => data.belonging.includes(id) || measured.has(id)).sort(
    (a, b) =>
      Number(measured.has(b.id)) - Number(measured.has(a.id)) ||
      data.belonging.indexOf(a.id) - data.belonging.indexOf(b.id),
  );
  const others = TESTS.filter((one) => !belonging.includes(one));
  const test = findTest(params.get('test') ?? '') ?? belonging[0] ?? TESTS[0];
  const moment: Moment = params.get('moment') === 'after' ? 'after' : 'before';
  if (!test) return null;
  const list = (title: string, tests: readonly MovementTest[]) =>
    tests.length === 0 ? null : (
      <section>
        <h2>{title}</h2>
        <ul>
          {tests.map(({ id, name }) => (
            <li key={id}>
              <button
                type="button"
                aria-current={id === test.id ? 'true' : undefined}
                onClick={() => set({ test: id })}
              >
                {name}
                <span>{listSays(data, id)}</span>
              </button>
            </li>
          ))}
        </ul>
      </section>
    );
  return (
    <div className={classes.bench}>
      <nav className={classes.tests} aria-label="Tests">
        {list('For this map', belonging)}
        {list(belonging.length > 0 ? 'All others' : 'Tests', others)}
      </nav>
      <div className={classes.main}>
        <div className={classes.moment} role="group" aria-label="When">
          {(['before', 'after'] as const).map((one) => (
            <button
              key={one}
              type="button"
              aria-pressed={one === moment}
              onClick={() => set({ moment: one === 'before' ? null : one })}
            >
              {one} pressing
            </button>
          ))}
          <span className={classes.soft}>
            {data.openId ? '' : 'The first reading begins a visit of today.'}
          </span>
        </div>
        <TestPanel key={test.id} data={data} test={test} moment={moment} />
      </div>
    </div>
  );
}
