import { useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { v7 as uuid } from 'uuid';
import { sitesOfTest, type MovementTest, type Quantity, type Way } from '#core/measurement';
import { testScene } from '#core/poses';
import { NeedsYou } from '~/ui/keeping/NeedsYou';
import { TakeOut } from '~/ui/charts/TakeOut';
import { SceneDrawing } from '~/ui/poses/SceneDrawing';
import { figureWords } from '~/ui/measure/homeWords';
import type { useFigures } from '~/ui/measure/useFigures';
import { Notice } from '~/ui/parts/Notice';
import { HomeAsking } from './HomeAsking';
import { Observations, ShortMuscles } from './Observations';
import { QuantityPanel } from './QuantityPanel';
import { useReadings, type Data, type Moment, type Place, type Side } from './readings';
import { ToolDialog, type ChosenTool } from './ToolDialog';
import { useKeepPicture } from './useKeepPicture';
import classes from './measure.module.css';

/** So many of the latest marks are told. */
const MOST_MARKS = 3;

/** One test: how it is done, its figures, its arcs, and what changed. */
export function TestPanel({
  data,
  test,
  moment,
  onWrite,
}: {
  data: Data;
  test: MovementTest;
  moment: Moment;
  onWrite: ReturnType<typeof useFigures>['write'];
}) {
  const { file, standIn } = data;
  const base = `/clients/${file.id}`;
  const arcs = useRef<HTMLDivElement>(null);
  const scene = useMemo(() => testScene(test.id, `${test.name}, drawn`), [test]);
  const readings = useReadings(data, test.id);
  const { keepPicture, trouble } = useKeepPicture(base);
  const [tool, setTool] = useState<ChosenTool | null>(null);
  const write = (
    place: Place,
    what: { tries: number[]; seen?: string; way: Way; pictureId?: string | null },
  ) => {
    const present = readings.now(place, moment);
    onWrite(present?.id ?? uuid(), {
      testId: test.id,
      moment,
      seen: null,
      pictureId: present?.pictureId ?? null,
      ...place,
      ...what,
    });
  };
  /** A figure from a tool is one more try. */
  const take = (
    quantity: Quantity,
    side: Side,
    value: number,
    way: Way,
    pictureId: string | null,
  ) => {
    const place = { quantityId: quantity.id, side };
    const present = readings.now(place, moment);
    const before = present?.way === way ? present.tries : [];
    write(place, { tries: [...before, value].slice(-3), way, pictureId });
  };
  const seenAt = (id: string, side: Side) =>
    readings.now({ quantityId: id, side }, moment)?.seen ?? null;
  const figureAt = (id: string, side: Side) =>
    readings.now({ quantityId: id, side }, moment)?.value ?? null;

  return (
    <div className={classes.panel}>
      <header className={classes.how}>
        <div>
          <h2>{test.name}</h2>
          <ol>
            {test.how.map((step) => (
              <li key={step}>{step}</li>
            ))}
          </ol>
          <p className={classes.soft}>
            Belongs to{' '}
            {sitesOfTest(test.id)
              .map(({ plainName }) => plainName.toLowerCase())
              .join(', ') || 'every marked point'}
            .
          </p>
        </div>
        <div className={classes.pose}>
          <SceneDrawing scene={scene} />
        </div>
      </header>
      <NeedsYou
        of={({ letter }) =>
          (letter.kind === 'reading' || letter.kind === 'home asking') &&
          letter.clientId === file.id
        }
      />
      {trouble && <Notice>{trouble}</Notice>}
      {test.id === 'press-test' ? (
        <p>
          The rating of each point is kept on <Link to={`${base}/map`}>the map</Link>.
        </p>
      ) : (
        <div className={classes.quantities} ref={arcs}>
          {test.quantities.map((quantity) => (
            <QuantityPanel
              key={quantity.id}
              quantity={quantity}
              readings={readings}
              moment={moment}
              tilts={test.tilt !== null}
              base={base}
              onTries={(side, tries, way) =>
                write({ quantityId: quantity.id, side }, { tries, way })
              }
              onTool={(kind, side) => setTool({ kind, quantity, side })}
              onRemove={({ id }) => onWrite(id, null)}
            />
          ))}
          {test.quantities.length > 0 && (
            <TakeOut
              within={arcs}
              title={`${file.name}: ${test.name.toLowerCase()}`}
              file={`reach-${test.id}`}
              says={test.quantities.length > 1 ? 'Take the arcs' : 'Take the arc'}
            />
          )}
          <Observations
            test={test}
            seenAt={seenAt}
            earlierAt={(id, side) => {
              const [last] = readings.earlier({ quantityId: id, side });
              return last ? { seen: last.seen, when: readings.when(last) } : null;
            }}
            marksAt={(id, side) =>
              readings
                .earlier({ quantityId: id, side })
                .slice(0, MOST_MARKS)
                .map((row) => ({ says: figureWords(row), when: readings.when(row) }))
            }
            onSeen={(quantityId, side, seen) =>
              write({ quantityId, side }, { tries: [], seen, way: 'number' })
            }
          />
        </div>
      )}
      {test.id === 'edge-of-bed' && (
        <ShortMuscles
          seenAt={seenAt}
          figureAt={figureAt}
          sem={Math.max(...test.quantities.map(({ sem }) => sem))}
        />
      )}
      {test.atHome !== null && <HomeAsking file={file} test={test} says={test.atHome.join(' ')} />}
      <ToolDialog
        test={test}
        tool={tool}
        standIn={standIn}
        statureMetres={file.statureMetres}
        onClose={() => setTool(null)}
        onTilt={(chosen, degrees) => take(chosen.quantity, chosen.side, degrees, 'tilt', null)}
        onPicture={({ quantity, side }, value, blob) => {
          void (blob ? keepPicture(blob) : Promise.resolve(null)).then((pictureId) =>
            take(quantity, side, value, 'picture', pictureId),
          );
        }}
      />
    </div>
  );
}
