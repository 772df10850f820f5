import { TABLES } from '~/formats/csv/tables';
import classes from './Tables.module.css';

/** The tables of a record, each to be saved as a file; the address of one is under `from`. */
export function Tables({ from }: { from: string }) {
  return (
    <ul className={classes.tables}>
      {TABLES.map(({ id, title, says }) => (
        <li key={id}>
          {/* A file, no page of ours: the browser saves it. */}
          <a href={`${from}/${id}`} download>
            {title}
          </a>
          <span>{says}</span>
        </li>
      ))}
    </ul>
  );
}
