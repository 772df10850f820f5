import type { LedRoutine } from '#core/routine';
import { Link } from 'react-router';
import { openSound } from '~/ui/practise/cues';
import { counted, minutesBand } from '~/ui/parts/words';
import classes from './practise.module.css';

/** What screening leaves out or lowers, each sentence once. */
function limitWords({ steps, sites }: LedRoutine): string[] {
  return [
    ...new Set(
      steps.flatMap(({ siteId, leftOut, limitedBy }) => {
        const name = sites[siteId]?.plainName ?? siteId;
        if (leftOut) return [`${name} is left out: ${leftOut}`];
        return limitedBy ? [limitedBy] : [];
      }),
    ),
  ];
}

/** Before a session: what it takes, what to heed, one start. */
export function Opening({
  version,
  therapistName,
  measure,
  onStart,
}: {
  version: LedRoutine;
  therapistName: string;
  /** What is to be measured before it, by name. */
  measure: readonly string[];
  /** Absent while the device is being opened. */
  onStart?: () => void;
}) {
  const { siteIds, sites, tools, session } = version;
  const limits = limitWords(version);
  // What screening found rules out the whole of it: there is no session to start.
  const nothing = version.steps.length > 0 && version.steps.every(({ leftOut }) => leftOut);
  const places = siteIds.map((id) => sites[id]?.plainName ?? id);
  return (
    <>
      <header className={classes.top}>
        <Link to="/today" className={classes.back}>
          Back
        </Link>
        <span>{counted(siteIds.length, 'site')}</span>
      </header>
      <div className={classes.body}>
        <h1 className={classes.minutes}>
          {minutesBand(session)} <span>minutes</span>
        </h1>
        <ol className={classes.sites}>
          {places.map((place, index) => (
            <li key={`${place}:${index}`}>{place}</li>
          ))}
        </ol>
        {limits.length > 0 && (
          <ul className={classes.limits} aria-label="Because of what you answered">
            {limits.map((says) => (
              <li key={says}>{says}</li>
            ))}
          </ul>
        )}
        <dl className={classes.facts}>
          {measure.length > 0 && (
            <>
              <dt>Measure first</dt>
              <dd>
                <Link to="/measures" className={classes.inText}>
                  {measure.map((name) => name.toLowerCase()).join(', ')}
                </Link>
              </dd>
            </>
          )}
          <dt>Have ready</dt>
          <dd>{tools.join(', ')}</dd>
          <dt>Before you begin</dt>
          <dd>
            Be warm: after a bath, some walking, or rubbing the place with your hand. Not within two
            hours of getting up.
          </dd>
          <dt>While pressing</dt>
          <dd>
            A welcome ache, breathing easily. Sharp, electric or numb: come off and press Stop.
          </dd>
        </dl>
      </div>
      <div className={classes.foot}>
        <button
          type="button"
          className={classes.main}
          disabled={!onStart || nothing}
          onClick={() => {
            openSound();
            onStart?.();
          }}
        >
          {nothing ? 'Nothing to do today' : onStart ? 'Start' : 'Opening'}
        </button>
        <p className={classes.small}>
          {nothing
            ? `Because of what you answered the whole routine rests. Speak to ${therapistName}: they see it too.`
            : `Prescribed by ${therapistName}. Unsure whether it is safe for you today? Leave it and ask.`}
        </p>
      </div>
    </>
  );
}
