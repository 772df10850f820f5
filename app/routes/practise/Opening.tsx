import { Link } from 'react-router';
import { findSite } from '#core/anatomy';
import { findTool } from '#core/equipment';
import { totalsOf, type Routine } from '#core/routine';
import { openSound } from '~/ui/practise/cues';
import { counted, minutesBand } from '~/ui/parts/words';
import classes from './practise.module.css';

/** Before a session: what it takes, what to heed, one start. */
export function Opening({
  version,
  therapistName,
  onStart,
}: {
  version: { content: Routine };
  therapistName: string;
  /** Absent while the device is being opened. */
  onStart?: () => void;
}) {
  const { content } = version;
  const tools = [...new Set(content.items.map((item) => findTool(item.toolId)?.name ?? ''))].filter(
    Boolean,
  );
  const places = content.items.map((item) => findSite(item.siteId)?.plainName ?? item.siteId);
  return (
    <>
      <header className={classes.top}>
        <Link to="/today" className={classes.back}>
          Back
        </Link>
        <span>{counted(content.items.length, 'site')}</span>
      </header>
      <div className={classes.body}>
        <h1 className={classes.minutes}>
          {minutesBand(totalsOf(content).session)} <span>minutes</span>
        </h1>
        <ol className={classes.sites}>
          {places.map((place, index) => (
            <li key={`${place}:${index}`}>{place}</li>
          ))}
        </ol>
        <dl className={classes.facts}>
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
          disabled={!onStart}
          onClick={() => {
            openSound();
            onStart?.();
          }}
        >
          {onStart ? 'Start' : 'Opening'}
        </button>
        <p className={classes.small}>
          Prescribed by {therapistName}. Unsure whether it is safe for you today? Leave it and ask.
        </p>
      </div>
    </>
  );
}
