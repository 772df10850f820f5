import { DRILLS, STRETCHES } from '#core/activities';
import { SITES } from '#core/anatomy';
import { METHOD_IDS, METHODS } from '#core/dosage';
import { SURFACE_IDS, SURFACES, TOOLS } from '#core/equipment';
import { sourceWords } from '#core/knowledge';
import { NEEDS, POSTURES } from '#core/loading';
import { activityScene, setupScene, type Scene } from '#core/poses';
import { LESSONS, PUBLISHED } from '#core/teaching';

import { staffContext } from '~/context.server';
import { SceneDrawing } from '~/ui/poses/SceneDrawing';
import { Link } from 'react-router';
import type { Route } from './+types/teaching';
import classes from './teaching.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'Teaching notes · Entspann' }];

export async function loader({ context }: Route.LoaderArgs) {
  context.get(staffContext);
  return null;
}

const seconds = ({ least, most, usual }: { least: number; most: number; usual: number }) =>
  `${least}–${most} s, usually ${usual}`;

const TABLES = [
  { id: 'methods', title: 'Methods' },
  { id: 'tools', title: 'Tools' },
  { id: 'surfaces', title: 'Surfaces' },
  { id: 'postures', title: 'Postures' },
  { id: 'stretches', title: 'Stretches' },
  { id: 'drills', title: 'Drills' },
  { id: 'sources', title: 'Sources' },
] as const;

function Drawn({ scene }: { scene: Scene | null }) {
  return scene && <SceneDrawing scene={scene} className={classes.scene} />;
}

/** A posture by the first setup that uses it. */
function PostureDrawing({ id }: { id: string }) {
  for (const site of SITES) {
    const setup = site.setups.find(({ positionId }) => positionId === id);
    if (setup) return <Drawn scene={setupScene(site.id, setup.toolId, id, 'right')} />;
  }
  return null;
}

export default function Notes() {
  return (
    <div className={classes.page}>
      <nav className={classes.contents} aria-label="On this page">
        <h1>Teaching notes</h1>
        <p>
          To think along: <Link to="/trial">a policy trial</Link> on invented clients.
        </p>
        <ul>
          {[...LESSONS, ...TABLES].map(({ id, title }) => (
            <li key={id}>
              <a href={`#${id}`}>{title}</a>
            </li>
          ))}
        </ul>
        <p>
          What manual therapists commonly teach, not proof that it works; no published source unless
          one is named. Local codes and a licensed practitioner’s judgement come first.
        </p>
      </nav>
      <div className={classes.text}>
        {LESSONS.map(({ id, title, lines }) => (
          <section key={id} id={id}>
            <h2>{title}</h2>
            <ul>
              {lines.map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
          </section>
        ))}
        <section id="methods">
          <h2>Methods</h2>
          {METHOD_IDS.map((id) => {
            const { name, says, goodFor, dispute, seconds: time, counts, pressure } = METHODS[id];
            return (
              <article key={id}>
                <h3>{name}</h3>
                <p className={classes.figures}>
                  {seconds(time)}
                  {counts && `; ${counts.least}–${counts.most} bends`}; pressure {pressure}
                </p>
                <p>{says}</p>
                <p>For: {goodFor}</p>
                <p className={classes.soft}>{dispute}</p>
              </article>
            );
          })}
        </section>
        <section id="tools">
          <h2>Tools</h2>
          {TOOLS.map((tool) => (
            <article key={tool.id}>
              <h3>{tool.name}</h3>
              <p className={classes.figures}>
                {tool.face.kind === 'cylinder' ? 'roller' : 'ball or tip'},{' '}
                {Math.round(tool.widthMillimetres)} mm, {tool.hardness},{' '}
                {tool.slips === 'blocks' ? 'blocks the spot' : 'the spot slips past'}
                {tool.tiredness > 0 && `; tires the hands ${Math.round(tool.tiredness * 10)} of 10`}
                {tool.rubber && '; rubber'}
              </p>
              <p>
                {tool.reach} {tool.held}
              </p>
              <p>For: {tool.goodFor}</p>
              <p className={classes.off}>Not for: {tool.notFor}</p>
              <p className={classes.soft}>Hardness: {sourceWords(tool.stuffSource)}.</p>
            </article>
          ))}
        </section>
        <section id="surfaces">
          <h2>Surfaces</h2>
          {SURFACE_IDS.map((id) => (
            <article key={id}>
              <h3>{SURFACES[id].name}</h3>
              <p>{SURFACES[id].says}</p>
            </article>
          ))}
        </section>
        <section id="postures">
          <h2>Postures</h2>
          {POSTURES.map((posture) => (
            <article key={posture.id} className={classes.drawn}>
              <PostureDrawing id={posture.id} />
              <h3>{posture.name}</h3>
              <p className={classes.figures}>
                rests on: {posture.supports}
                {posture.needs.length > 0 &&
                  ` Needs ${posture.needs.map((need) => NEEDS[need]).join(', ')}.`}
              </p>
              <p>In: {posture.getIn}</p>
              <p>Out: {posture.getOut}</p>
              <p>Less: {posture.unload}</p>
            </article>
          ))}
        </section>
        <section id="stretches">
          <h2>Stretches</h2>
          {STRETCHES.map(({ id, name, sided, getInto, feel, push }) => (
            <article key={id} className={classes.drawn}>
              <Drawn scene={activityScene({ of: 'stretch', id }, sided ? 'right' : 'mid')} />
              <h3>{name}</h3>
              <ol>
                {getInto.map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ol>
              <p>{feel}</p>
              {push && <p className={classes.soft}>Contract–relax: {push}</p>}
            </article>
          ))}
        </section>
        <section id="drills">
          <h2>Drills</h2>
          {DRILLS.map(({ id, name, sided, says }) => (
            <article key={id} className={classes.drawn}>
              <Drawn scene={activityScene({ of: 'drill', id }, sided ? 'right' : 'mid')} />
              <h3>{name}</h3>
              <ol>
                {says.map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ol>
            </article>
          ))}
        </section>
        <section id="sources">
          <h2>Sources</h2>
          <p>
            What is published is named beside the figure that rests on it, here all at once. Every
            value stands from memory: none could be opened while this was written, so compare before
            you rely on one. Everything else is common practice without a published source, or our
            own estimate, and says so.
          </p>
          <ul>
            {PUBLISHED.map((work) => (
              <li key={work}>{work}</li>
            ))}
          </ul>
        </section>
      </div>
    </div>
  );
}
