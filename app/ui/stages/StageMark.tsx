import type { ReactNode } from 'react';
import classes from './StageLine.module.css';

/** What each stage is known by: the drawing that carries it, small. Twenty-four units square. */
const DRAWN: Readonly<Record<string, ReactNode>> = {
  // What is off: hatched.
  Screen: (
    <>
      <circle cx="12" cy="12" r="8" />
      <path d="M8.2,15.8 L15.8,8.2 M6.4,12.6 L12.6,6.4 M11.4,17.6 L17.6,11.4" />
    </>
  ),
  // A place on a body.
  Map: (
    <>
      <circle cx="12" cy="6.8" r="3" />
      <path d="M4.5,20 C5,14 8.5,12.6 12,12.4 C15.5,12.6 19,14 19.5,20" />
      <circle cx="15.4" cy="16.4" r="1.9" className={classes.full} />
    </>
  ),
  // How far it reaches.
  Measure: (
    <>
      <path d="M4,17.5 A8,8 0 0 1 20,17.5" />
      <path d="M12,17.5 L16.4,9.6" className={classes.heavy} />
      <circle cx="12" cy="17.5" r="1.5" className={classes.full} />
    </>
  ),
  // The strip: left above, right below.
  Plan: (
    <>
      <path d="M3,12 H21" />
      <rect x="4" y="5.5" width="5" height="6.5" className={classes.full} />
      <rect x="9" y="12" width="5" height="6" className={classes.full} />
      <rect x="15" y="8" width="4" height="4" className={classes.full} />
    </>
  ),
  // A hold that fills.
  Practise: (
    <>
      <rect x="4.5" y="5" width="15" height="14" />
      <rect x="4.5" y="12" width="15" height="7" className={classes.full} />
    </>
  ),
  // Strokes that grow shorter.
  Review: (
    <>
      <path d="M3.5,5 H8.5 M9.5,8.5 H14.5 M15.5,12 H20.5" className={classes.heavy} />
      <path d="M6,5 V17 M12,8.5 V17 M18,12 V17" className={classes.heavy} />
      <path d="M3,19.5 H21" />
    </>
  ),
};

/** The mark of a stage: full when it is done, in outline while it is open, pale ahead; on a ground of its own here. */
export function StageMark({
  name,
  state,
  here,
}: {
  name: string;
  state: 'done' | 'open' | 'ahead';
  here: boolean;
}) {
  return (
    <span className={classes.knot} data-state={state} data-here={here} aria-hidden>
      <svg viewBox="0 0 24 24" width="22" height="22">
        {DRAWN[name] ?? <circle cx="12" cy="12" r="6" />}
      </svg>
    </span>
  );
}
