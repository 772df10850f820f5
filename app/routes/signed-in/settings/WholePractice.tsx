import { Button } from '@mantine/core';
import { Link } from 'react-router';
import { Notice } from '~/ui/parts/Notice';
import classes from './settings.module.css';
import { useArchive } from './useArchive';

const ADDRESS = '/settings/practice/practice.zip';

/** Bytes as people say them. */
const size = (bytes: number): string =>
  bytes < 1e6 ? `${Math.ceil(bytes / 1e3)} kB` : `${(bytes / 1e6).toFixed(1)} MB`;

const clients = (count: number) => `${count} client${count === 1 ? '' : 's'}`;

/** Takes the whole practice out: how far it is, a way to stop, what came of it. Without scripts it is a link. */
function TakePractice() {
  const { taking, take, stop } = useArchive(ADDRESS);
  const isUnderWay = taking.is === 'under way';
  return (
    <>
      <p>
        {/* A file, no page of ours: without scripts the browser saves it. */}
        <a
          href={ADDRESS}
          download
          aria-disabled={isUnderWay}
          onClick={(event) => {
            event.preventDefault();
            if (!isUnderWay) void take();
          }}
        >
          The whole practice
        </a>
      </p>
      {isUnderWay && (
        <div className={classes.taking}>
          <progress
            aria-label="Clients taken out"
            max={taking.of ?? undefined}
            value={taking.of === null ? undefined : taking.records}
          />
          <Button variant="outline" size="xs" onClick={stop}>
            Stop
          </Button>
        </div>
      )}
      <p role="status" className={classes.soft}>
        {isUnderWay &&
          (taking.of === null
            ? 'It is being gathered.'
            : `${taking.records} of ${clients(taking.of)}, ${size(taking.bytes)}`)}
        {taking.is === 'saved' &&
          `Saved: ${clients(taking.records)}, ${size(taking.bytes)}. It is with what you downloaded.`}
      </p>
      {taking.is === 'broken' && <Notice>{taking.why}</Notice>}
    </>
  );
}

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
        <TakePractice />
        <p className={classes.soft}>
          Every client’s record with its pictures, who works here, templates and the trail; no pass
          phrases. It is about the health of many: keep it where nobody else looks. The trail says
          that you took it. It goes into an empty installation of Entspann by its command line.
        </p>
      </section>
    </>
  );
}
