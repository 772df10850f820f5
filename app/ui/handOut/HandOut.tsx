import { useState } from 'react';
import { Link } from 'react-router';
import { kindOf } from '#core/activities';
import { activityScene } from '#core/poses';
import { isPress, sidesInOrder, type RoutineItem } from '#core/routine';
import { LinkButton } from '../parts/LinkButton';
import { SceneDrawing } from '../poses/SceneDrawing';
import { SetupDrawing } from '../poses/SetupDrawing';
import { handOutTold, plainText, type HandOutData, type Sentence, type ToldLine } from './told';
import classes from './HandOut.module.css';

/** How the body gets there, drawn where a drawing shows it. */
function Drawn({ item }: { item: RoutineItem }) {
  if (isPress(item)) {
    const { siteId, toolId, positionId } = item;
    const [side = 'mid'] = sidesInOrder(item);
    return <SetupDrawing {...{ siteId, toolId, positionId, side }} className={classes.drawing} />;
  }
  const kind = kindOf(item);
  const picture = kind.picture(item);
  const scene = picture && activityScene(picture, kind.parts(item)[0]?.side ?? 'mid');
  return scene && <SceneDrawing scene={scene} className={classes.drawing} />;
}

const Sentences = ({ of }: { of: readonly Sentence[] }) =>
  of.map(({ says, care }) => (
    <p key={says} className={care && classes.care}>
      {says}
    </p>
  ));

function Line({ line: { item, title, dose, first, steps, last } }: { line: ToldLine }) {
  return (
    <li>
      <h2>{title}</h2>
      {dose !== null && <p className={classes.dose}>{dose}</p>}
      <div className={classes.told}>
        <div>
          <Sentences of={first} />
          {steps.length > 0 && (
            <ol>
              {steps.map((step) => (
                <li key={step}>{step}</li>
              ))}
            </ol>
          )}
          <Sentences of={last} />
        </div>
        {dose !== null && <Drawn item={item} />}
      </div>
    </li>
  );
}

/** Puts the words where they can be pasted from. */
function CopyAsText({ data }: { data: HandOutData }) {
  const [said, setSaid] = useState('');
  const copy = () =>
    navigator.clipboard.writeText(plainText(data)).then(
      () => setSaid('Copied: paste it into your letter.'),
      () => setSaid('This browser does not let it be copied. Mark the page and copy it by hand.'),
    );
  return (
    <>
      <LinkButton onClick={() => void copy()}>Copy as text</LinkButton>
      <span role="status">{said}</span>
    </>
  );
}

/** What a client takes home: every line in words and drawn, what stops them, and whom to ring. */
export function HandOut({ data, back }: { data: HandOutData; back: string }) {
  const { from, message, lines, stops, call, limits } = handOutTold(data);
  return (
    <main className={classes.sheet}>
      <p className={classes.tools}>
        <Link to={back}>Back</Link>
        <LinkButton onClick={() => window.print()}>Print</LinkButton>
        <CopyAsText data={data} />
      </p>
      <h1>{data.name}</h1>
      <p className={classes.soft}>{from}</p>
      {message && <p>{message}</p>}
      <ol className={classes.lines}>
        {lines.map((line) => (
          <Line key={line.item.id} line={line} />
        ))}
      </ol>
      <h2>What stops you</h2>
      <p>{stops}</p>
      <p>{call}</p>
      <p className={classes.soft}>{limits}</p>
    </main>
  );
}
