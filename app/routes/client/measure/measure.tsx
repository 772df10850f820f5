import { group, sort } from 'd3-array';
import { v7 as uuid } from 'uuid';
import {
  findTest,
  UNIT_WORDS,
  type MovementTest,
  type Quantity,
  type Way,
} from '#core/measurement';
import { clientContext } from '~/context.server';
import { load } from '~/door.server';
import { ownMeasures } from '~/services/measuring.server';
import { NeedsYou } from '~/ui/keeping/NeedsYou';
import { useHomeFigures } from '~/ui/measure/useFigures';
import { ByPhone } from '~/ui/measure/ByPhone';
import { TriesField } from '~/ui/measure/TriesField';
import { nearDay } from '~/ui/parts/words';
import { orKept } from '~/ui/offline/orKept';
import type { Route } from './+types/measure';
import classes from './measure.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'Home measures · Entspann' }];

export async function loader({ context }: Route.LoaderArgs) {
  const { setting, who } = context.get(clientContext);
  return load(() => ownMeasures(setting, who));
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
  const { today } = data;
  const { figures, write } = useHomeFigures(data.own, today);
  const own = figures.filter(({ testId }) => testId === test.id);
  const moments = when === 'weekly' ? (['before'] as const) : (['before', 'after'] as const);
  const field = (
    quantity: Quantity,
    side: 'left' | 'right' | 'mid',
    moment: 'before' | 'after',
  ) => {
    const row = own.findLast(
      (one) =>
        one.quantityId === quantity.id &&
        one.side === side &&
        one.moment === moment &&
        one.day === today,
    );
    const parts = [
      quantity.sided ? side : quantity.name,
      moments.length > 1 ? `${moment} the session` : '',
    ];
    const put = (tries: number[], way: Way) =>
      write(uuid(), {
        testId: test.id,
        quantityId: quantity.id,
        side,
        moment,
        tries,
        seen: null,
        way,
        pictureId: null,
      });
    return (
      <div key={`${quantity.id}:${side}:${moment}`}>
        <TriesField
          label={parts.filter(Boolean).join(', ')}
          quantity={quantity}
          tries={row?.tries ?? []}
          way={row?.way ?? null}
          onTries={put}
        />
        {quantity.ways.includes('tilt') && (
          <ByPhone
            side={parts.filter(Boolean).join(', ')}
            onTake={(degrees) => put([degrees], 'tilt')}
          />
        )}
      </div>
    );
  };
  const days = group(
    own.filter(({ day, value }) => day !== today && value !== null),
    ({ day }) => day,
  );
  const earlier = [...days].slice(-5).reverse();
  const figure = ({ side, value, quantityId }: Data['own'][number]) => {
    const unit = test.quantities.find((one) => one.id === quantityId)?.unit ?? 'cm';
    const shown = Math.round((value ?? 0) * 10) / 10;
    return `${side === 'mid' ? '' : `${side} `}${shown}${unit === 'deg' ? '°' : ` ${UNIT_WORDS[unit]}`}`;
  };
  return (
    <section className={classes.test} aria-label={test.name}>
      <h2>{test.name}</h2>
      <p>{test.atHome}</p>
      <p className={classes.soft}>{whenWords(test.id, when, data.due)}</p>
      <NeedsYou
        of={({ letter }) => 'reading' in letter.body && letter.body.reading?.testId === test.id}
      />
      {test.quantities.slice(0, 1).map((quantity) => (
        <div key={quantity.id} className={classes.fields}>
          {moments.flatMap((moment) =>
            (quantity.sided ? (['left', 'right'] as const) : (['mid'] as const)).map((side) =>
              field(quantity, side, moment),
            ),
          )}
        </div>
      ))}
      {earlier.length > 0 && (
        <ul className={classes.earlier}>
          {earlier.map(([day, rows]) => (
            <li key={day}>
              {nearDay(day, today)}:{' '}
              {sort(rows, ({ side }) => SIDES.indexOf(side))
                .map(figure)
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
