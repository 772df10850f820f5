import type { ReactNode } from 'react';
import classes from './Gate.module.css';
import { Wordmark } from './Wordmark';

/** The page before one is inside: signing in, joining, setting up. */
export function Gate({
  title,
  lead,
  children,
  aside,
}: {
  title: string;
  lead?: ReactNode;
  children: ReactNode;
  aside?: ReactNode;
}) {
  return (
    <main className={classes.gate}>
      <div className={classes.sheet} data-two={Boolean(aside)}>
        <section className={classes.main}>
          <Wordmark large />
          <h1 className={classes.title}>{title}</h1>
          {lead && <p className={classes.lead}>{lead}</p>}
          {children}
        </section>
        {aside && <aside className={classes.aside}>{aside}</aside>}
      </div>
      <p className={classes.foot}>
        Entspann guides exercises a licensed practitioner has prescribed. It does not diagnose, and
        it does not replace being seen in person. In an emergency call your local emergency number.
      </p>
    </main>
  );
}
