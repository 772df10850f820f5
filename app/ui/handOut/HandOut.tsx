import { useRef, useState } from 'react';
import { Link } from 'react-router';
import type { RoutineItem } from '#core/routine';
import { TakeOut } from '../charts/TakeOut';
import { LinkButton } from '../parts/LinkButton';
import { SceneDrawing } from '../poses/SceneDrawing';
import {
  handOutTold,
  plainText,
  sceneOf,
  type HandOutData,
  type Sentence,
  type ToldLine,
} from './told';
import classes from './HandOut.module.css';

/** How the body gets there, drawn where a drawing shows it. */
function Drawn({ item }: { item: RoutineItem }) {
  const scene = sceneOf(item);
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

const KINDS = [
  ['', 'PDF'],
  ['?large=yes', 'in large type'],
  ['?brief=yes', 'in brief'],
  ['?paper=letter', 'on letter paper'],
] as const;

/** The same as a file: A4, or as somebody else’s printer or eyes want it. */
const AsFile = ({ pdf }: { pdf: string }) => (
  <span>
    {KINDS.map(([query, words], n) => (
      <span key={words}>
        {n > 0 && ' · '}
        <a href={`${pdf}${query}`} download>
          {words}
        </a>
      </span>
    ))}
  </span>
);

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
export function HandOut({
  data,
  back,
  pdf,
}: {
  data: HandOutData;
  back: string;
  /** Where it is to be had as PDF. */
  pdf: string;
}) {
  const { from, message, lines, stops, call, limits } = handOutTold(data);
  const drawn = useRef<HTMLOListElement>(null);
  return (
    <main className={classes.sheet}>
      <p className={classes.tools}>
        <Link to={back}>Back</Link>
        <LinkButton onClick={() => window.print()}>Print</LinkButton>
        <AsFile pdf={pdf} />
        <CopyAsText data={data} />
      </p>
      <h1>{data.name}</h1>
      <p className={classes.soft}>{from}</p>
      {message && <p>{message}</p>}
      <ol className={classes.lines} ref={drawn}>
        {lines.map((line) => (
          <Line key={line.item.id} line={line} />
        ))}
      </ol>
      <TakeOut within={drawn} title={from} file="drawings" says="Take the drawings" />
      <h2>What stops you</h2>
      <p>{stops}</p>
      <p>{call}</p>
      <p className={classes.soft}>{limits}</p>
    </main>
  );
}
