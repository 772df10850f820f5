import { findTest, TESTS, type MovementTest } from '#core/measurement';
import { useFigures } from '~/ui/measure/useFigures';
import { useAddress } from '~/ui/parts/useAddress';
import { shortDay } from '~/ui/parts/words';
import type { Data, Moment } from './readings';
import { TestPanel } from './TestPanel';

import { Toggle } from '~/ui/parts/Toggle';
import classes from './measure.module.css';

/** The visit that begins with the first reading. */
const NOW = 'now';

/** What stands in the list beside a test’s name. */
function listSays(data: Data, testId: string): string {
  const { openId, figures } = data;
  const own = figures.filter((row) => row.testId === testId && row.visitId === openId);
  if (own.length === 0) {
    const last = figures.findLast((row) => row.testId === testId && row.moment === 'before');
    return last ? shortDay(last.day, data.today) : '';
  }
  return own.some(({ moment }) => moment === 'after') ? 'before, after' : 'before';
}

/** Tests beside the one that is being done. */
export function MeasureBench({ data: read }: { data: Data }) {
  const [params, set] = useAddress();
  const { figures, write } = useFigures(read.figures, read.file.id, {
    openId: read.openId,
    nowId: NOW,
    today: read.today,
  });
  // The first reading begins a visit: until that is known here, what is on its way belongs to now.
  const data = { ...read, figures, openId: read.openId ?? NOW };
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
        <Toggle
          label="When"
          value={moment}
          options={[
            { value: 'before', label: 'before pressing' },
            { value: 'after', label: 'after pressing' },
          ]}
          onChoose={(one) => set({ moment: one === 'before' ? null : one })}
          after={
            <span className={classes.soft}>
              {read.openId ? '' : 'The first reading begins a visit of today.'}
            </span>
          }
        />
        <TestPanel key={test.id} data={data} test={test} moment={moment} onWrite={write} />
      </div>
    </div>
  );
}
