import { useState, type ReactNode } from 'react';
import {
  homeParts,
  homeSteps,
  homeWays,
  isTaken,
  type HomePart,
  type HomeSide,
  type HomeWay,
  type MovementTest,
} from '#core/measurement';
import { Toggle } from '~/ui/parts/Toggle';
import { Capture } from './Capture';
import { figureWords, sideName, wayName } from './homeWords';
import type { HomeFigure, KeptHome } from './useFigures';
import classes from './LedTest.module.css';

const keyOf = (part: HomePart) =>
  `${part.of}:${part.side}:${part.of === 'answer' ? part.observation.id : ''}`;
const wayOf = (row: HomeFigure): HomeWay | null =>
  row.mark !== null ? 'mark' : row.way === 'picture' ? null : row.way;

/** What is the case now, a side a line, beside the last time. */
function Summary({
  parts,
  rows,
  earlier,
}: {
  parts: readonly HomePart[];
  rows: readonly HomeFigure[];
  earlier: readonly HomeFigure[];
}) {
  return (
    <ul className={classes.summary}>
      {parts.map((part) => {
        const now = rows.findLast((row) => isTaken(part, [row]));
        const last =
          now &&
          earlier.findLast(
            ({ quantityId, side }) => quantityId === now.quantityId && side === now.side,
          );
        const name = [
          sideName(part.side),
          part.of === 'answer' ? part.observation.asks.toLowerCase() : '',
        ]
          .filter(Boolean)
          .join(', ');
        return (
          <li key={keyOf(part)}>
            <span>{name}</span>
            <strong>{now ? figureWords(now) : 'still open'}</strong>
            {last && now?.mark === null && <small>last time {figureWords(last)}</small>}
          </li>
        );
      })}
    </ul>
  );
}

/**
 * Leads through a test at home: one side to its end, then the other, each with what to do and one thing to answer. What
 * was kept stays; it says done only when both sides are.
 */
export function LedTest({
  test,
  rows,
  earlier,
  picture,
  standIn = null,
  onKeep,
}: {
  test: MovementTest;
  /** What was kept at this moment of this day, oldest first. */
  rows: readonly HomeFigure[];
  /** What was kept before, oldest first. */
  earlier: readonly HomeFigure[];
  /** Draws the test on a side. */
  picture: (side: HomeSide) => ReactNode;
  /** Names the simulated phone, where there is one. */
  standIn?: string | null;
  onKeep: (kept: KeptHome) => void;
}) {
  const ways = homeWays(test);
  const before = [...earlier, ...rows].findLast((row) => ways.some((way) => way === wayOf(row)));
  const [chosen, setChosen] = useState<HomeWay | null>(null);
  const way = chosen ?? (before && wayOf(before)) ?? ways[0] ?? 'number';
  const [again, setAgain] = useState<ReadonlySet<string>>(new Set());
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const parts = homeParts(test);
  const [open] = parts.filter((part) => {
    const key = keyOf(part);
    return again.has(key) || (!left.has(key) && !isTaken(part, rows));
  });
  const missing = parts.filter((part) => !isTaken(part, rows));
  const without = (keys: ReadonlySet<string>, key: string) =>
    new Set([...keys].filter((one) => one !== key));
  const keep = (part: HomePart, kept: Omit<KeptHome, 'side'>) => {
    setAgain(without(again, keyOf(part)));
    setLeft(without(left, keyOf(part)));
    onKeep({ ...kept, side: part.side });
  };
  if (!open) {
    return (
      <div className={classes.led}>
        <Summary parts={parts} rows={rows} earlier={earlier} />
        <p role="status" className={classes.kept} data-open={missing.length > 0}>
          {missing.length === 0
            ? parts.some(({ side }) => side !== 'mid')
              ? 'Kept, both sides. Done.'
              : 'Kept. Done.'
            : `Not done yet: ${missing.map(({ side }) => sideName(side) || 'an answer').join(' and ')} ${missing.length === 1 ? 'is' : 'are'} still open.`}
        </p>
        <button
          type="button"
          className={classes.again}
          onClick={() => {
            setLeft(new Set());
            if (missing.length === 0) setAgain(new Set(parts.map(keyOf)));
          }}
        >
          {missing.length === 0 ? 'Measure again' : 'Go on with it'}
        </button>
      </div>
    );
  }
  const figures = parts.filter(({ of }) => of === 'figure');
  const taken = rows.findLast((row) => isTaken(open, [row]));
  return (
    <div className={classes.led}>
      <p className={classes.turn}>
        <strong>
          {open.of === 'figure' ? sideName(open.side) || 'measure' : open.observation.asks}
        </strong>
        {open.of === 'figure' && figures.length > 1 && (
          <span>
            {figures.indexOf(open) + 1} of {figures.length}
          </span>
        )}
      </p>
      {open.of === 'figure' ? (
        <>
          <div className={classes.picture}>{picture(open.side)}</div>
          <ol className={classes.steps}>
            {homeSteps(test, way).map((step) => (
              <li key={step}>{step}</li>
            ))}
          </ol>
          {ways.length > 1 && (
            <Toggle
              label="How to measure it"
              look="boxes"
              value={way}
              options={ways.map((one) => ({ value: one, label: wayName(test, one) }))}
              onChoose={setChosen}
            />
          )}
          <Capture
            key={`${keyOf(open)}:${way}`}
            quantity={open.quantity}
            mark={open.mark}
            side={open.side}
            way={way}
            last={earlier.findLast(
              ({ quantityId, side }) => quantityId === open.mark?.id && side === open.side,
            )}
            standIn={standIn}
            onKeep={(kept) => keep(open, kept)}
          />
        </>
      ) : (
        <div className={classes.asked} role="group" aria-label={open.observation.asks}>
          {open.side !== 'mid' && <p>On the {open.side}:</p>}
          {open.observation.options.map((seen) => (
            <button
              key={seen}
              type="button"
              onClick={() =>
                keep(open, {
                  quantityId: open.observation.id,
                  tries: [],
                  seen,
                  mark: null,
                  way: 'number',
                })
              }
            >
              {seen}
            </button>
          ))}
        </div>
      )}
      <p className={classes.foot}>
        <button
          type="button"
          onClick={() => {
            setAgain(without(again, keyOf(open)));
            setLeft(new Set([...left, keyOf(open)]));
          }}
        >
          {taken ? 'Leave it as it was' : `Not ${sideName(open.side) || 'this'} today`}
        </button>
      </p>
    </div>
  );
}
