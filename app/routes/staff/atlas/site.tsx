import { BODY_PARTS, findSite, PLACES, recipeWords, VIEWS, ZONES } from '#core/anatomy';
import { sourceWords } from '#core/knowledge';
import { PRESSURE_SOURCES } from '#core/pressure';
import { staffContext } from '~/context.server';
import { load } from '~/door.server';
import { found } from '~/keeping/server/refusal.server';
import { bestView, SiteDrawing, viewsOf } from '~/ui/figure/SiteDrawing';
import { Facts, Ladder, Links, Methods, Order, Ways } from './SiteParts';
import type { Route } from './+types/site';
import classes from './site.module.css';

export const meta: Route.MetaFunction = ({ loaderData }) => [
  {
    title: `${loaderData ? (findSite(loaderData.siteId)?.plainName ?? 'Site') : 'Site'} · Atlas · Entspann`,
  },
];

export async function loader({ context, params }: Route.LoaderArgs) {
  context.get(staffContext);
  return load(async () => ({ siteId: found(findSite(params.siteId), 'site').id }));
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
          <p className={classes.soft}>{recipeWords(PLACES[site.id].spot)}</p>
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
          <p>
            {site.watch} {site.watchOnFloor}
          </p>
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
