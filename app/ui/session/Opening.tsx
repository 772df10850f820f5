import type { Region } from '#core/anatomy';
import { holdsAmong, isHold, type LedRoutine } from '#core/routine';
import type { StopReason } from '#core/session';
import { useState } from 'react';
import { Link } from 'react-router';
import { openSound } from '~/ui/practise/cues';
import { counted, minutesBand } from '~/ui/parts/words';
import { HowToday } from './HowToday';
import classes from './session.module.css';
import { WaysPanel } from './WaysPanel';

const ANY_TIME: readonly (Region | undefined)[] = ['neck', 'head and jaw'];

/** What screening leaves out or lowers, each sentence once. */
function limitWords({ steps, sites }: LedRoutine): string[] {
  return [
    ...new Set(
      steps.flatMap((step) => {
        const { leftOut, limitedBy } = step;
        const name = isHold(step) ? (sites[step.siteId]?.plainName ?? step.siteId) : step.title;
        // Where the other side is done, it says which one is not.
        const isHalf = steps.some((one) => one.itemId === step.itemId && !one.leftOut);
        const which = isHalf && step.side !== 'mid' ? `${name}, ${step.side},` : name;
        if (leftOut) return [`${which} is left out: ${leftOut}`];
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
  again = false,
  onStart,
  onUnwell,
}: {
  version: LedRoutine;
  therapistName: string;
  /** What is to be measured before it, by name. */
  measure: readonly string[];
  /** Another session was done today. */
  again?: boolean;
  /** Absent while the device is being opened. */
  onStart?: (said: { fullStomach: boolean; picked: string[]; gently?: boolean }) => void;
  /** Not well today: nothing is begun, and it is told. */
  onUnwell?: (reason: StopReason) => void;
}) {
  const [full, setFull] = useState(false);
  const [picked, setPicked] = useState<string[]>([]);
  const asksStomach = holdsAmong(version.steps).some(({ emptyStomach }) => emptyStomach);
  const { siteIds, lines, sites, tools, session, asNeeded = [] } = version;
  const { things = [], first = [] } = version.ready ?? {};
  const warms = version.steps.some(({ kind }) => kind === 'warm-up');
  const limits = limitWords(version);
  // What screening found rules out the whole of it: there is no session to start.
  const nothing = version.steps.every(
    ({ leftOut, asNeeded: onlyPicked, itemId }) =>
      leftOut !== undefined || (onlyPicked && !picked.includes(itemId)),
  );
  // Neck and jaw may be worked at any quiet moment.
  const early = siteIds.every((id) => ANY_TIME.includes(sites[id]?.region));
  return (
    <>
      <header className={classes.top}>
        <Link to="/today" className={classes.back}>
          Back
        </Link>
        <span>{siteIds.length > 0 && counted(new Set(siteIds).size, 'site')}</span>
      </header>
      <div className={classes.body}>
        <h1 className={classes.minutes}>
          {minutesBand(session)} <span>minutes</span>
        </h1>
        <ol className={classes.sites}>
          {lines.map((line, index) => (
            <li key={`${line}:${index}`}>{line}</li>
          ))}
        </ol>
        {again && (
          <p className={classes.move}>
            You have been through it today. What is left of each place’s time for the day is all it
            gets; places that have had theirs are passed over.
          </p>
        )}
        {limits.length > 0 && (
          <ul className={classes.limits} aria-label="Because of what you answered">
            {limits.map((says) => (
              <li key={says}>{says}</li>
            ))}
          </ul>
        )}
        <dl className={classes.facts}>
          <dt>{siteIds.length > 0 ? 'While pressing' : 'Meanwhile'}</dt>
          <dd>
            {siteIds.length > 0
              ? 'A welcome ache, breathing easily. Sharp, electric or numb: come off and press Stop.'
              : 'Never into sharp pain. Sharp, electric, numb or dizzy: leave off and press Stop.'}
          </dd>
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
          {tools.length + things.length > 0 && (
            <>
              <dt>Have ready</dt>
              <dd>{[...tools, ...things].join(', ')}</dd>
            </>
          )}
          {first.length > 0 && (
            <>
              <dt>First</dt>
              <dd>{first.join(' ')}</dd>
            </>
          )}
          <dt>Before you begin</dt>
          <dd>
            {warms
              ? 'It begins with getting warm.'
              : 'Be warm: after a bath, some walking, or rubbing the place with your hand.'}
            {early ? '' : ' Not within two hours of getting up.'}
          </dd>
          {asNeeded.length > 0 && (
            <>
              <dt>Only if you need it today</dt>
              <dd>
                {asNeeded.map(({ itemId, name, when }) => (
                  <label key={itemId} className={classes.tick}>
                    <input
                      type="checkbox"
                      checked={picked.includes(itemId)}
                      onChange={(event) => {
                        const isIn = event.currentTarget.checked;
                        setPicked((before) =>
                          isIn ? [...before, itemId] : before.filter((id) => id !== itemId),
                        );
                      }}
                    />
                    <span>
                      {name}
                      {when && `: ${when}`}
                    </span>
                  </label>
                ))}
              </dd>
            </>
          )}
          {asksStomach && (
            <>
              <dt>Before the belly</dt>
              <dd>
                <label className={classes.tick}>
                  <input
                    type="checkbox"
                    checked={full}
                    onChange={(event) => setFull(event.currentTarget.checked)}
                  />
                  I have had a full meal in the last two hours: leave the belly out today
                </label>
              </dd>
            </>
          )}
        </dl>
        {onStart && <WaysPanel />}
      </div>
      <div className={classes.foot}>
        <button
          type="button"
          className={classes.main}
          disabled={!onStart || nothing}
          onClick={() => {
            openSound();
            onStart?.({ fullStomach: full, picked });
          }}
        >
          {nothing ? 'Nothing to do today' : onStart ? 'Start' : 'Opening'}
        </button>
        {onStart && onUnwell && !nothing && (
          <HowToday
            onGently={() => {
              openSound();
              onStart({ fullStomach: full, picked, gently: true });
            }}
            onUnwell={onUnwell}
          />
        )}
        <p className={classes.small}>
          {nothing
            ? `Because of what you answered the whole routine rests. Speak to ${therapistName}: they see it too.`
            : `Unsure whether it is safe for you today? Leave it and ask ${therapistName}.`}
        </p>
      </div>
    </>
  );
}
