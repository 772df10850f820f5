import { useState, type RefObject } from 'react';
import { placeOf } from '#core/anatomy';
import { readEntry, type Entry } from '#core/map';
import classes from './map.module.css';

/** One line to add a point by: the site, l or r, the rating. */
export function EntryLine({
  field,
  usualSide,
  onAdd,
}: {
  field: RefObject<HTMLInputElement | null>;
  usualSide: 'left' | 'right' | null;
  onAdd: (entry: Entry) => void;
}) {
  const [text, setText] = useState('');
  const entry = readEntry(text, usualSide);
  const says =
    text.trim() === ''
      ? 'a site, l or r, a rating: “calf l 5”'
      : entry.site
        ? `${placeOf(entry.site, entry.side ?? 'mid')}${entry.rating === null ? '' : `, ${entry.rating}`}${entry.lacks ? ` · lacks ${entry.lacks}` : ' · Enter adds it'}`
        : 'No site is called that.';
  return (
    <div className={classes.entry}>
      <label htmlFor="entry">
        Add a point <kbd>a</kbd>
      </label>
      <input
        id="entry"
        ref={field}
        value={text}
        autoComplete="off"
        aria-describedby="entry-says"
        onChange={(event) => setText(event.currentTarget.value)}
        onKeyDown={(event) => {
          if (event.key === 'Enter') {
            event.preventDefault();
            if (entry.lacks !== null) return;
            onAdd(entry);
            setText('');
          } else if (event.key === 'Escape') {
            setText('');
            event.currentTarget.blur();
          }
        }}
      />
      <p id="entry-says" role="status" data-ready={entry.lacks === null && text !== ''}>
        {says}
      </p>
    </div>
  );
}
