import { Link } from 'react-router';
import { kindOf } from '#core/activities';
import { findSite } from '#core/anatomy';
import { activityScene } from '#core/poses';
import {
  gradeWords,
  isPress,
  lineTitle,
  sidesInOrder,
  wayWords,
  type PressItem,
  type Routine,
  type RoutineItem,
} from '#core/routine';
import { LinkButton } from '../parts/LinkButton';
import { longDay } from '../parts/words';
import { lineWords } from '../plan/doseWords';
import { SceneDrawing } from '../poses/SceneDrawing';
import { SetupDrawing } from '../poses/SetupDrawing';
import classes from './HandOut.module.css';

/** What the paper tells. */
export interface HandOutData {
  name: string;
  therapistName: string;
  practiceName: string;
  phone: string;
  emergencyNumber: string;
  number: number;
  issuedOn: string;
  content: Routine;
  /** How hard a line is pressed, and no harder, within what screening found. */
  pressed: readonly HowHard[];
  leftOut: readonly { id: string; why: string }[];
  sidesOut: readonly { id: string; side: string; why: string }[];
}

interface HowHard {
  id: string;
  grade: number;
  fromGrade?: number;
  ceilingGrade: number;
  limitedBy: string | null;
}

/** A line that is pressed: the way, how it is found, how hard, and what to heed. */
function Pressed({ item, hard }: { item: PressItem; hard: HowHard | undefined }) {
  const site = findSite(item.siteId);
  const [side = 'mid'] = sidesInOrder(item);
  const { siteId, toolId, positionId } = item;
  return (
    <div className={classes.told}>
      <div>
        <p>
          {wayWords(item).join(' · ')}.
          {hard && ` Press to ${gradeWords(hard)} of 10, never above ${hard.ceilingGrade}.`}
        </p>
        {hard?.limitedBy && <p className={classes.care}>{hard.limitedBy}</p>}
        {item.instructions && <p>{item.instructions}</p>}
        {site && (
          <>
            <ol>
              {site.find.map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ol>
            <p className={classes.care}>
              {site.keepOff} {site.watch} {site.watchOnFloor}
            </p>
          </>
        )}
      </div>
      <SetupDrawing {...{ siteId, toolId, positionId, side }} className={classes.drawing} />
    </div>
  );
}

/** A line that is not pressed: what to do, drawn where a drawing shows it. */
function Done({ item }: { item: Exclude<RoutineItem, PressItem> }) {
  const kind = kindOf(item);
  const [part] = kind.parts(item);
  const picture = kind.picture(item);
  const scene = picture && activityScene(picture, part?.side ?? 'mid');
  return (
    <div className={classes.told}>
      <div>
        {item.instructions && <p>{item.instructions}</p>}
        <ol>
          {part?.says.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ol>
      </div>
      {scene && <SceneDrawing scene={scene} className={classes.drawing} />}
    </div>
  );
}

/** What a client takes home: every line in words and drawn, what stops them, and whom to ring. */
export function HandOut({ data, back }: { data: HandOutData; back: string }) {
  const { content, leftOut, phone, emergencyNumber } = data;
  const out = new Map(leftOut.map(({ id, why }) => [id, why]));
  const half = new Map(
    data.sidesOut.map(({ id, side, why }) => [id, `Not on the ${side} for now: ${why}`]),
  );
  const hard = new Map(data.pressed.map((one) => [one.id, one]));
  return (
    <main className={classes.sheet}>
      <p className={classes.tools}>
        <Link to={back}>Back</Link>
        <LinkButton onClick={() => window.print()}>Print</LinkButton>
      </p>
      <h1>{data.name}</h1>
      <p className={classes.soft}>
        Routine {data.number} of {longDay(data.issuedOn)}, from {data.therapistName},{' '}
        {data.practiceName}
      </p>
      {content.message && <p>{content.message}</p>}
      <ol className={classes.lines}>
        {content.items.map((item) => {
          const why = out.get(item.id);
          return (
            <li key={item.id}>
              <h2>{lineTitle(item)}</h2>
              {why === undefined ? (
                <>
                  <p className={classes.dose}>{lineWords(item)}</p>
                  {half.has(item.id) && <p className={classes.care}>{half.get(item.id)}</p>}
                  {isPress(item) ? (
                    <Pressed item={item} hard={hard.get(item.id)} />
                  ) : (
                    <Done item={item} />
                  )}
                </>
              ) : (
                <p className={classes.care}>Left out: {why}</p>
              )}
            </li>
          );
        })}
      </ol>
      <h2>What stops you</h2>
      <p>
        A welcome ache while breathing easily is right. Sharp, electric or numb, dizzy or sick, or a
        feeling that goes on after you let go: come off, leave it, and ask before you go on.
      </p>
      <p>
        {phone ? `Ring ${data.practiceName}: ${phone}. ` : `Ask ${data.therapistName}. `}
        {emergencyNumber && `In an emergency: ${emergencyNumber}.`}
      </p>
      <p className={classes.soft}>
        For you alone, as agreed with {data.therapistName}; it does not replace an examination in
        person.
      </p>
    </main>
  );
}
