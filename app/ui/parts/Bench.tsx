import type { ReactNode } from 'react';
import classes from './Bench.module.css';

/**
 * The layout of every bench: what is chosen from on the left, the work in the middle, what follows from it
 * on the right. Where there is less room the right column comes below, on a phone all three one by one.
 *
 * @param tight the middle bears a drawing that takes all the room it gets
 * @param wideRight the right column bears the eleven ratings, each wide enough for a thumb
 * @param workFirst on a phone the work comes before what it is chosen from
 */
export function Bench({
  left,
  leftLabel,
  right,
  rightLabel,
  children,
  tight = false,
  workFirst = false,
  wideRight = false,
}: {
  left: ReactNode;
  leftLabel: string;
  right: ReactNode;
  rightLabel: string;
  children: ReactNode;
  tight?: boolean;
  workFirst?: boolean;
  wideRight?: boolean;
}) {
  return (
    <div className={classes.bench} data-work-first={workFirst} data-wide-right={wideRight}>
      <section className={classes.left} aria-label={leftLabel}>
        {left}
      </section>
      <div className={classes.middle} data-tight={tight}>
        {children}
      </div>
      <aside className={classes.right} aria-label={rightLabel}>
        {right}
      </aside>
    </div>
  );
}

/** What stands beside the work of a page: a column of its own, or below it where there is no room. */
export function Aside({ label, children }: { label?: string; children: ReactNode }) {
  return (
    <aside className={classes.aside} aria-label={label}>
      {children}
    </aside>
  );
}
