import { Textarea } from '@mantine/core';
import { ACTIVITY_LIMITS, kindOf, type Activity } from '#core/activities';
import { activityScene } from '#core/poses';
import { LinkButton } from '~/ui/parts/LinkButton';
import { SceneDrawing } from '~/ui/poses/SceneDrawing';
import { ActivityFields, type OnActivity, type OnTrouble } from './ActivityFields';
import { WhichActivity } from './WhichActivity';
import { OftenFields } from './OftenFields';
import classes from './ItemEditor.module.css';

/** A line that is not pressed: which it is, its dose, and what the client is told. */
export function ActivityEditor({
  activity,
  onChange,
  onTrouble,
  onRemove,
}: {
  activity: Activity;
  onChange: OnActivity;
  onTrouble: OnTrouble;
  onRemove: () => void;
}) {
  const kind = kindOf(activity);
  const [part] = kind.parts(activity);
  const says = part?.says ?? [];
  const picture = kind.picture(activity);
  const scene = picture && activityScene(picture, part?.side ?? 'mid');
  const title = kind.title(activity) || kind.name;
  return (
    <section className={classes.editor} aria-label={`${title}: dose`}>
      <header className={classes.head}>
        <h2>{title}</h2>
        <span className={classes.anatomical}>{kind.name}</span>
        <LinkButton quiet onClick={onRemove}>
          Remove
        </LinkButton>
      </header>
      <WhichActivity activity={activity} onChange={onChange} />
      <div className={classes.figures}>
        <ActivityFields activity={activity} onChange={onChange} onTrouble={onTrouble} />
      </div>
      <OftenFields
        often={activity.often}
        onChange={(often) => onChange({ ...activity, often }, 'often')}
        onTrouble={onTrouble}
      />
      {says.length > 0 && (
        <div className={scene ? classes.told : undefined}>
          <ol className={classes.says} aria-label="What the client reads">
            {says.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ol>
          {scene && <SceneDrawing scene={scene} className={classes.drawn} />}
        </div>
      )}
      <Textarea
        label={says.length > 0 ? 'Beside it, in your own words' : 'In words, for the client'}
        autosize
        minRows={2}
        maxRows={6}
        maxLength={ACTIVITY_LIMITS.instructionsLength}
        value={activity.instructions}
        onChange={(event) =>
          onChange({ ...activity, instructions: event.currentTarget.value }, 'instructions')
        }
      />
      <p className={classes.keepOff}>{kind.goodFor}</p>
    </section>
  );
}
