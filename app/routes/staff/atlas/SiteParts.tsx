import { Fragment } from 'react';
import { Link, useLocation } from 'react-router';
import { findSite, MOVEMENT_TESTS, SENSITIVITY, SITE_ORDER, type Site } from '#core/anatomy';
import { METHODS } from '#core/dosage';
import { findTool } from '#core/equipment';
import { findPosture, NEEDS, USUAL_BODY } from '#core/loading';
import { calibrate, ladderOf } from '#core/pressure';
import { usualDose } from '#core/routine';
import { clockTime } from '~/ui/parts/words';
import { doseFigures } from '~/ui/plan/doseWords';
import { SetupDrawing } from '~/ui/poses/SetupDrawing';
import { fewRungs, LadderBars } from '~/ui/ladder/LadderBars';
import classes from './site.module.css';

const nameOf = (siteId: string) => findSite(siteId)?.plainName ?? siteId;

export function Links({ siteIds }: { siteIds: readonly string[] }) {
  const { search } = useLocation();
  return siteIds.map((id, index) => (
    <Fragment key={id}>
      {index > 0 && (index === siteIds.length - 1 ? ' and ' : ', ')}
      <Link to={`/atlas/${id}${search}`}>{nameOf(id).toLowerCase()}</Link>
    </Fragment>
  ));
}

const span = ({ from, to }: { from: number; to: number }) =>
  from === to ? String(from) : `${from}–${to}`;

export function Facts({ site }: { site: Site }) {
  const { ceilingGrade, label, meaning } = SENSITIVITY[site.sensitivity];
  const facts = [
    {
      name: 'ceiling',
      value: String(ceilingGrade),
      beside: `of 10, ${label.toLowerCase()}: ${meaning.toLowerCase()}`,
    },
    {
      name: 'usual hold',
      value: span(site.usualHoldSeconds),
      beside: `s, at ${span(site.points)} ${site.points.to === 1 ? 'point' : 'points'} a side`,
    },
    { name: 'cap', value: clockTime(site.capSeconds), beside: 'a side and session' },
    { name: 'times a week', value: String(site.often.timesPerWeek), beside: site.often.says },
  ];
  return (
    <dl className={classes.facts}>
      {facts.map(({ name, value, beside }) => (
        <div key={name}>
          <dt>{name}</dt>
          <dd>
            {value && <strong>{value}</strong>} {beside}
          </dd>
        </div>
      ))}
    </dl>
  );
}

export function Methods({ site }: { site: Site }) {
  return (
    <section>
      <h2>Methods</h2>
      <ul className={classes.methods}>
        {site.methods.map((id) => {
          const method = METHODS[id];
          return (
            <li key={id}>
              <details>
                <summary>
                  <strong>{method.name}</strong> <span>{doseFigures(usualDose(site, id))}</span>
                </summary>
                <p>{method.says}</p>
                <p>For: {method.goodFor}</p>
                <p>Where people disagree: {method.dispute}</p>
              </details>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

function PostureWords({ id }: { id: string }) {
  const posture = findPosture(id);
  if (!posture) return null;
  return (
    <details className={classes.posture}>
      <summary>in and out</summary>
      <p>
        {posture.getIn} {posture.unload} {posture.getOut}
        {posture.needs.length > 0 &&
          ` Needs ${posture.needs.map((need) => NEEDS[need]).join(', ')}.`}
      </p>
    </details>
  );
}

export function Ways({ site }: { site: Site }) {
  return (
    <section>
      <h2>Ways, gentlest first</h2>
      <ul className={classes.ways}>
        {site.setups.map(({ toolId, positionId, how }) => (
          <li key={`${toolId}:${positionId}`}>
            <div className={classes.way}>
              <SetupDrawing
                siteId={site.id}
                toolId={toolId}
                positionId={positionId}
                side={site.midline ? 'mid' : 'right'}
                className={classes.drawn}
              />
              <div>
                <strong>{findTool(toolId)?.name}</strong>
                <span className={classes.where}>{findPosture(positionId)?.name}</span>
                <p>{how}</p>
                <PostureWords id={positionId} />
              </div>
            </div>
          </li>
        ))}
      </ul>
    </section>
  );
}

export function Order({ site }: { site: Site }) {
  const rules = SITE_ORDER.filter(({ first, then }) => first === site.id || then === site.id);
  return (
    <section>
      <h2>Before, after, together</h2>
      <ul className={classes.plain}>
        {rules.map(({ first, then, why }) => (
          <li key={`${first}:${then}`}>
            {why} <Links siteIds={[first === site.id ? then : first]} />
          </li>
        ))}
        {site.related.map(({ siteId, why }) => (
          <li key={siteId}>
            {why} <Links siteIds={[siteId]} />
          </li>
        ))}
        {site.tests.length > 0 && (
          <li>
            Measure before and after: {site.tests.map((id) => MOVEMENT_TESTS[id]).join('; ')}.
          </li>
        )}
        <li>Afterwards: {site.afterCare}</li>
      </ul>
    </section>
  );
}

export function Ladder({ site }: { site: Site }) {
  const [first] = site.setups;
  if (!first) return null;
  const rungs = ladderOf(
    site,
    first,
    { tools: null, places: null },
    USUAL_BODY,
    calibrate([], site.sensitivity),
  );
  return (
    <section>
      <h2>Pressure, one to the next</h2>
      <p className={classes.soft}>
        Estimated for {USUAL_BODY.massKilograms} kg and {USUAL_BODY.statureMetres} m, as a share of
        the first way. The order is what counts; the figures are estimates.
      </p>
      <LadderBars rungs={fewRungs(rungs, rungs.find(({ ratio }) => ratio === 1)?.key ?? '', 8)} />
    </section>
  );
}
