/** What somebody reads who opens an archive without Entspann. */
export const readmeOf = (of: 'client' | 'practice', practiceName: string): string =>
  `${of === 'client' ? 'The record of a client' : 'The records of a practice'}, as it was kept with Entspann
Practice: ${practiceName}

It tells of somebody’s health: keep it as you would keep that.

In it
  manifest.json     what is in here: rows by table, and the SHA-256 of every other file
  people.jsonl      who is named in the record: name, and what they are in it
  clients/ID.jsonl  the record, a line of JSON each: {"table": ..., "row": {...}}
  pictures/ID.jpg   pictures kept with figures, by the id of their row${
    of === 'practice'
      ? '\n  practice.jsonl    the practice, its templates and its trail of who did what'
      : ''
  }

Each line can be read with any program that reads JSON. Instants are in UTC, days by the client’s
calendar, seconds, centimetres, degrees and kilograms as the names of columns have them.
docs/formats.md of Entspann tells the rest.

Not in it: pass phrases and what signs people in, links, devices, answers begun and not sent, and
which reminders went out.

To read it into another installation: “Bring in a record” under “Add a client”, or
npm run data -- import --from FILE
`;
