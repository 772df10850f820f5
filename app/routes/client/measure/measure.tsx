import { group, sort } from 'd3-array';
import { v7 as uuid } from 'uuid';
import { useState } from 'react';
import { findTest, type MovementTest } from '#core/measurement';
import { clientContext } from '~/context.server';
import { load } from '~/door.server';
import { ownMeasures } from '~/services/measuring.server';
import { NeedsYou } from '~/ui/keeping/NeedsYou';
import { useHomeFigures, type HomeFigure } from '~/ui/measure/useFigures';
import { sidedWords } from '~/ui/measure/homeWords';
import { LedTest } from '~/ui/measure/LedTest';
import { KeptPicture } from '~/ui/offline/KeptPicture';
import { testPicture } from '~/keeping/pictures';
import { nearDay } from '~/ui/parts/words';
import { orKept } from '~/ui/offline/orKept';
import type { Route } from './+types/measure';
import classes from './measure.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'Home measures · Entspann' }];

export async function loader({ context }: Route.LoaderArgs) {
  const { setting, who } = context.get(clientContext);
  return load(async () => ({
    ...(await ownMeasures(setting, who)),
    standIn: setting.demo ? who.userId : null,
  }));
}

export const clientLoader = ({ serverLoader }: Route.ClientLoaderArgs) =>
  orKept('measures', serverLoader);

const SIDES = ['left', 'right', 'mid'];

type Data = Route.ComponentProps['loaderData'];

/** When a test is taken, and whether it is due now. */
function whenWords(testId: string, when: string, due: Data['due']): string {
  if (when === 'weekly') {
    return due.weekly.includes(testId) ? 'Once a week: due.' : 'Once a week: done for this week.';
  }
  if (due.before.includes(testId)) return 'Before and after each session: before is due.';
  return due.again.includes(testId)
    ? 'Before and after each session: after is still open.'
    : 'Before and after each session.';
}

function HomeTest({ data, test, when }: { data: Data; test: MovementTest; when: string }) {
  const { today, due } = data;
  const { figures, write } = useHomeFigures(data.own, today);
  const own = figures.filter(({ testId }) => testId === test.id);
  // After a session there is only something to measure when there was before it.
  const moment =
    when !== 'weekly' && due.again.includes(test.id) && !due.before.includes(test.id)
      ? ('after' as const)
      : ('before' as const);
  const isNow = (row: HomeFigure & { day: string }) => row.day === today && row.moment === moment;
  const [opened, setOpened] = useState(() =>
    [...due.before, ...due.again, ...due.weekly].includes(test.id),
  );
  const days = group(
    own.filter((row) => row.day !== today),
    ({ day }) => day,
  );
  const earlier = [...days].slice(-5).reverse();
  return (
    <section className={classes.test} aria-label={test.name}>
      <h2>{test.name}</h2>
      <p className={classes.soft}>{whenWords(test.id, when, due)}</p>
      <NeedsYou
        of={({ letter }) => 'reading' in letter.body && letter.body.reading?.testId === test.id}
      />
      {opened ? (
        <LedTest
          test={test}
          rows={own.filter(isNow)}
          earlier={own.filter((row) => !isNow(row))}
          picture={(side) => (
            <span className={classes.drawn}>
              <KeptPicture address={testPicture(test.id, side)} says={`${test.name}, drawn`} />
            </span>
          )}
          standIn={data.standIn}
          onKeep={(kept) => write(uuid(), { testId: test.id, moment, pictureId: null, ...kept })}
        />
      ) : (
        <button type="button" className={classes.begin} onClick={() => setOpened(true)}>
          Measure it
        </button>
      )}
      {earlier.length > 0 && (
        <ul className={classes.earlier} aria-label="Earlier">
          {earlier.map(([day, rows]) => (
            <li key={day}>
              {nearDay(day, today)}:{' '}
              {sort(rows, ({ side }) => SIDES.indexOf(side))
                .map(sidedWords)
                .join(', ')}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

export default function Measures({ loaderData }: Route.ComponentProps) {
  const asked = loaderData.asked.flatMap(({ testId, when }) => {
    const test = findTest(testId);
    return test ? [{ test, when }] : [];
  });
  return (
    <div className={classes.page}>
      <h1>Home measures</h1>
      {asked.length === 0 ? (
        <p className={classes.soft}>{loaderData.therapistName} has not asked for any.</p>
      ) : (
        asked.map(({ test, when }) => (
          <HomeTest key={test.id} data={loaderData} test={test} when={when} />
        ))
      )}
      <p className={classes.soft}>
        Only as far as it goes easily. If it hurts sharply, makes you dizzy or sends a feeling that
        stays: stop, and tell {loaderData.therapistName}.
      </p>
    </div>
  );
}
