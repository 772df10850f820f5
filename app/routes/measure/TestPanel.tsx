import { Modal, Select } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { v7 as uuid } from 'uuid';
import { sourceWords } from '#core/knowledge';
import {
  edgeOfBed,
  poseOf,
  sitesOfTest,
  type MovementTest,
  type Quantity,
  type Way,
} from '#core/measurement';
import { PictureAngle } from '~/ui/measure/PictureAngle';
import { PosedFigure } from '~/ui/measure/PosedFigure';
import { Tilt } from '~/ui/measure/Tilt';
import { Notice } from '~/ui/parts/Notice';
import { QuantityPanel } from './QuantityPanel';
import {
  SIDES,
  sidesOf,
  useReadings,
  type Data,
  type Moment,
  type Place,
  type Side,
} from './readings';
import { useKeep } from './useKeep';
import classes from './measure.module.css';

/** One test: how it is done, its figures, its arcs, and what changed. */
export function TestPanel({
  data,
  test,
  moment,
}: {
  data: Data;
  test: MovementTest;
  moment: Moment;
}) {
  const { file, standIn } = data;
  const base = `/clients/${file.id}`;
  const readings = useReadings(data, test.id);
  const keep = useKeep(base);
  const [tool, setTool] = useState<{
    kind: 'tilt' | 'picture';
    quantity: Quantity;
    side: Side;
  } | null>(null);
  const pose = poseOf(test.id);
  const toolName = tool
    ? `${test.name}: ${tool.quantity.name}${tool.side === 'mid' ? '' : `, ${tool.side}`}`
    : '';
  const asked = file.homeMeasures.find(({ testId }) => testId === test.id)?.when ?? 'not';

  const write = (
    place: Place,
    what: { tries: number[]; seen?: string; way: Way; pictureId?: string | null },
  ) => {
    const present = readings.now(place, moment);
    keep.send({
      intent: 'keep',
      id: present?.id ?? uuid(),
      revision: present?.revision ?? null,
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
          <PosedFigure pose={pose} label={`${test.name}, drawn`} />
        </div>
      </header>
      {keep.message && <Notice>{keep.message}</Notice>}
      {test.id === 'press-test' ? (
        <p>
          The rating of each point is kept on <Link to={`${base}/map`}>the map</Link>.
        </p>
      ) : (
        <div className={classes.quantities}>
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
              onRemove={({ id, revision }) => keep.send({ intent: 'remove', id, revision })}
            />
          ))}
          {test.observations.map((observation) => (
            <section
              key={observation.id}
              className={classes.observation}
              aria-label={observation.asks}
            >
              <h3>{observation.asks}</h3>
              {sidesOf(observation.sided).map((side) => (
                <div key={side} className={classes.options} role="group" aria-label={side}>
                  {side !== 'mid' && <span>{side}</span>}
                  {observation.options.map((option) => (
                    <button
                      key={option}
                      type="button"
                      aria-pressed={seenAt(observation.id, side) === option}
                      onClick={() =>
                        write(
                          { quantityId: observation.id, side },
                          { tries: [], seen: option, way: 'number' },
                        )
                      }
                    >
                      {option}
                    </button>
                  ))}
                </div>
              ))}
            </section>
          ))}
        </div>
      )}
      {test.id === 'edge-of-bed' && (
        <section className={classes.decision} aria-label="Which muscles are short">
          {SIDES.map((side) => {
            const rises = seenAt('rises', side);
            const sinks = seenAt('sinks', side);
            const decided = edgeOfBed({
              thighRises: rises === null ? null : rises === 'rises',
              kneeDegrees: figureAt('knee', side),
              thighSinks: sinks === null ? null : sinks === 'sinks',
            });
            return (
              <p key={side}>
                <strong>{side}</strong> {decided.says}{' '}
                <span className={classes.soft}>{sourceWords(decided.source)}</span>
              </p>
            );
          })}
        </section>
      )}
      {test.atHome !== null && (
        <div className={classes.home}>
          <Select
            label="At home"
            aria-label="Ask for it at home"
            data={[
              { value: 'not', label: 'not asked' },
              { value: 'each session', label: 'before and after each session' },
              { value: 'weekly', label: 'once a week' },
            ]}
            value={asked}
            allowDeselect={false}
            onChange={(when) => keep.send({ intent: 'home', testId: test.id, when })}
          />
          <p className={classes.soft}>{test.atHome}</p>
        </div>
      )}
      <Modal
        opened={tool !== null}
        onClose={() => setTool(null)}
        size={tool?.kind === 'picture' ? '46rem' : 'md'}
        withCloseButton={false}
        attributes={{ content: { 'aria-label': toolName } }}
      >
        <div className={classes.toolHead}>
          <h2>{toolName}</h2>
          <button type="button" onClick={() => setTool(null)}>
            Close
          </button>
        </div>
        {tool?.kind === 'tilt' && (
          <Tilt
            how={test.tilt ?? ''}
            standIn={standIn}
            onTake={(degrees) => {
              take(tool.quantity, tool.side, degrees, 'tilt', null);
              setTool(null);
            }}
          />
        )}
        {tool?.kind === 'picture' && (
          <PictureAngle
            testId={test.id}
            quantity={tool.quantity}
            statureCm={file.statureMetres === null ? null : Math.round(file.statureMetres * 100)}
            onTake={(value, blob) => {
              const { quantity, side } = tool;
              setTool(null);
              void (blob ? keep.keepPicture(blob) : Promise.resolve(null)).then((pictureId) =>
                take(quantity, side, value, 'picture', pictureId),
              );
            }}
          />
        )}
      </Modal>
    </div>
  );
}
