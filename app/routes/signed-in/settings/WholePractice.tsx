import { Link } from 'react-router';
import classes from './settings.module.css';

/** What an owner takes along of a practice, and what is to go from it. */
export function WholePractice() {
  return (
    <>
      <section>
        <h2>Records that may go</h2>
        <p>
          <Link to="/settings/practice/records">Asked to be erased, or kept long enough</Link>
        </p>
      </section>
      <section>
        <h2>Taken out as one file</h2>
        <p>
          {/* A file, no page of ours: the browser saves it. */}
          <a href="/settings/practice/practice.zip" download>
            The whole practice
          </a>
        </p>
        <p className={classes.soft}>
          Every client’s record with its pictures, who works here, templates and the trail; no pass
          phrases. It is about the health of many: keep it where nobody else looks. The trail says
          that you took it. It goes into an empty installation of Entspann by its command line.
        </p>
      </section>
    </>
  );
}
