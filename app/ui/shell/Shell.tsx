import type { ReactNode } from 'react';
import { Link, NavLink } from 'react-router';
import { SignOut } from '../keeping/SignOut';
import { Standing } from '../keeping/Standing';
import { Wordmark } from '../parts/Wordmark';
import classes from './Shell.module.css';

/** The line above every screen, and the screen under it. */
export function Shell({
  home,
  place,
  person,
  middle,
  places,
  children,
}: {
  home: string;
  place: string;
  person: string;
  middle?: ReactNode;
  /** Where else one can go. */
  places?: readonly { to: string; name: string }[];
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
        {places && (
          <nav className={classes.places} aria-label="Places">
            {places.map(({ to, name }) => (
              <NavLink key={to} to={to} className={classes.to}>
                {name}
              </NavLink>
            ))}
          </nav>
        )}
        {middle ? (
          <div className={classes.middle}>{middle}</div>
        ) : (
          <span className={classes.space} />
        )}
        <nav className={classes.own} aria-label="You">
          <Standing />
          <NavLink to="/settings" className={classes.link} title={place}>
            <bdi>{person}</bdi>
          </NavLink>
          <SignOut className={classes.link} />
        </nav>
      </header>
      <main id="main" className={classes.main} tabIndex={-1}>
        {children}
      </main>
    </div>
  );
}
