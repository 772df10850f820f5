import { Fragment } from 'react';
import { Link, useLocation } from 'react-router';
import {
  BODY_PARTS,
  findSite,
  MOVEMENT_TESTS,
  PLACES,
  recipeWords,
  SENSITIVITY,
  SITE_ORDER,
  VIEWS,
  ZONES,
  type Site,
  type SiteId,
} from '#core/anatomy';
import { METHODS } from '#core/dosage';
import { findTool } from '#core/equipment';
import { sourceWords } from '#core/knowledge';
import { findPosture, NEEDS, USUAL_BODY } from '#core/loading';
import { calibrate, ladderOf, PRESSURE_SOURCES } from '#core/pressure';
import { usualDose } from '#core/routine';
import { enter, load } from '~/door.server';
import { found } from '~/services/refusal.server';
import { bestView, SiteDrawing, viewsOf } from '~/ui/figure/SiteDrawing';
import { clockTime } from '~/ui/parts/words';
import { doseFigures } from '~/ui/plan/doseWords';
import { fewRungs, LadderBars } from '~/ui/ladder/LadderBars';
import type { Route } from './+types/site';
import classes from './site.module.css';

export const meta: Route.MetaFunction = ({ loaderData }) => [
  {
    title: `${loaderData ? (findSite(loaderData.siteId)?.plainName ?? 'Site') : 'Site'} · Atlas · Entspann`,
  },
];

export async function loader({ context, request, params }: Route.LoaderArgs) {
  enter(context, request, 'staff');
  return load(async () => ({ siteId: found(findSite(params.siteId), 'site').id }));
}

const nameOf = (siteId: string) => findSite(siteId)?.plainName ?? siteId;

function Links({ siteIds }: { siteIds: readonly string[] }) {
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

function Facts({ site }: { site: Site }) {
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

function Methods({ site }: { site: Site }) {
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

function Ways({ site }: { site: Site }) {
  return (
    <section>
      <h2>Ways, gentlest first</h2>
      <ul className={classes.ways}>
        {site.setups.map(({ toolId, positionId, how }) => (
          <li key={`${toolId}:${positionId}`}>
            <strong>{findTool(toolId)?.name}</strong>
            <span className={classes.where}>{findPosture(positionId)?.name}</span>
            <p>{how}</p>
            <PostureWords id={positionId} />
          </li>
        ))}
      </ul>
    </section>
  );
}

function Order({ site }: { site: Site }) {
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

function Ladder({ site }: { site: Site }) {
  const [first] = site.setups;
  if (!first) return null;
  const rungs = ladderOf(site, first, { tools: null, places: null }, USUAL_BODY, calibrate([]));
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

export default function SitePage({ loaderData }: Route.ComponentProps) {
  const site = findSite(loaderData.siteId);
  if (!site) return null;
  const views = viewsOf(site);
  return (
    <article className={classes.page}>
      <div className={classes.drawings}>
        <figure className={classes.close}>
          <SiteDrawing site={site} view={bestView(site)} />
        </figure>
        <div className={classes.wholes}>
          {views.map((view) => (
            <figure key={view}>
              <SiteDrawing site={site} view={view} whole />
              <figcaption>{VIEWS[view].name.toLowerCase()}</figcaption>
            </figure>
          ))}
        </div>
        <ul className={classes.key} aria-label="Key to the drawing">
          <li data-key="area">where to press</li>
          {site.zones.length > 0 && <li data-key="zone">keep off</li>}
          {site.refersTo.length > 0 && <li data-key="part">may be felt</li>}
        </ul>
      </div>
      <div className={classes.text}>
        <header>
          <h1>{site.plainName}</h1>
          <p className={classes.anatomical}>
            {site.anatomicalName} · {site.region}
          </p>
        </header>
        {site.redirect ? (
          <section className={classes.redirect}>
            <p>
              <strong>Not worked itself.</strong> {site.redirect.why}
            </p>
            <p>
              Instead: <Links siteIds={site.redirect.to} />.
            </p>
          </section>
        ) : (
          <Facts site={site} />
        )}
        <section>
          <h2>Find it</h2>
          <ol className={classes.find}>
            {site.find.map((step) => (
              <li key={step}>{step}</li>
            ))}
          </ol>
          <p className={classes.soft}>{recipeWords(PLACES[site.id as SiteId].spot)}</p>
        </section>
        <section>
          <h2>Keep off</h2>
          <p className={classes.off}>{site.keepOff}</p>
          <ul className={classes.plain}>
            {site.zones.map((id) => (
              <li key={id}>
                <strong>{ZONES[id].name}.</strong> {ZONES[id].reason}
              </li>
            ))}
          </ul>
        </section>
        <section>
          <h2>Watch</h2>
          <p>{site.watch}</p>
          {site.refersTo.length > 0 && (
            <p className={classes.refers}>
              May be felt at: {site.refersTo.map((id) => BODY_PARTS[id].name).join(', ')}. It should
              stop when you let go.
            </p>
          )}
        </section>
        {!site.redirect && <Methods site={site} />}
        {!site.redirect && <Ways site={site} />}
        <Order site={site} />
        {!site.redirect && <Ladder site={site} />}
        <section className={classes.sources}>
          <h2>Sources</h2>
          <p>
            What is said here of finding, holding and keeping off: {sourceWords(site.source)}. It
            describes what manual therapists commonly teach, not proof that it works; local codes
            and a licensed practitioner’s judgement come first.
          </p>
          {!site.redirect && <p>Pressure: {PRESSURE_SOURCES.map(sourceWords).join('; ')}.</p>}
        </section>
      </div>
    </article>
  );
}
