import { type ReactNode } from 'react';
import { Form, Link, NavLink } from 'react-router';
import { Wordmark } from '../parts/Wordmark';
import classes from './Shell.module.css';

/** The line above every screen, and the screen under it. */
export function Shell({
  home,
  place,
  person,
  middle,
  children,
}: {
  home: string;
  place: string;
  person: string;
  middle?: ReactNode;
  children: ReactNode;
}) {
  return (
    <div className={classes.shell}>
      <a className={classes.skip} href="#main">
        Skip to the content
      </a>
      <header className={classes.bar}>
        <Link to={home} className={classes.home} aria-label="Entspann, start">
          <Wordmark />
        </Link>
        <div className={classes.middle}>{middle}</div>
        <nav className={classes.own} aria-label="You">
          <span className={classes.place}>{place}</span>
          <NavLink to="/settings" className={classes.link}>
            {person}
          </NavLink>
          <Form method="post" action="/sign-out">
            <button type="submit" className={classes.link}>
              Sign out
            </button>
          </Form>
        </nav>
      </header>
      <main id="main" className={classes.main} tabIndex={-1}>
        {children}
      </main>
    </div>
  );
}
