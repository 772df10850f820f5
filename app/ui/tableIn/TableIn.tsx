import { Button, FileInput, NativeSelect } from '@mantine/core';
import { Form, useNavigation } from 'react-router';
import { Notice } from '../parts/Notice';
import { counted } from '../parts/words';
import classes from './TableIn.module.css';

/** A table that was looked at, nothing of it kept. */
export interface Looked {
  text: string;
  heading: readonly string[];
  fields: readonly {
    id: string;
    label: string;
    says: string;
    needed: boolean;
    column: number | null;
  }[];
  faults: readonly { row: number; field: string; says: string }[];
  moreFaults: number;
  first: readonly { row: number; says: string }[];
  fresh: number;
  known: number;
}

/** Which column gives which field. */
function Columns({ looked }: { looked: Looked }) {
  return (
    <fieldset className={classes.columns}>
      <legend>Which column is what</legend>
      {looked.fields.map(({ id, label, says, needed, column }) => (
        <NativeSelect
          key={id}
          name={`column ${id}`}
          label={needed ? `${label}, needed` : label}
          description={says}
          defaultValue={String(column ?? -1)}
          data={[
            { value: '-1', label: 'in none' },
            ...looked.heading.map((name, n) => ({
              value: String(n),
              label: name === '' ? `column ${n + 1}` : name,
            })),
          ]}
        />
      ))}
    </fieldset>
  );
}

/** What would come in, or what stands in its way, row by row. */
function Preview({ looked }: { looked: Looked }) {
  const { faults, moreFaults, first, fresh, known } = looked;
  if (faults.length > 0)
    return (
      <section aria-label="What to put right">
        <h2>What to put right first</h2>
        <p>Rows as a spreadsheet counts them. Nothing is brought in while one is wrong.</p>
        <ul className={classes.faults}>
          {faults.map(({ row, field, says }) => (
            <li key={`${row} ${field} ${says}`}>
              <strong>{row === 1 ? 'Columns' : `Row ${row}`}</strong>, {field}: {says}.
            </li>
          ))}
          {moreFaults > 0 && <li>And {moreFaults} more.</li>}
        </ul>
      </section>
    );
  return (
    <section aria-label="What would come in">
      <h2>
        {fresh === 0 ? 'All of it is here already' : `${counted(fresh, 'row')} would come in`}
      </h2>
      {known > 0 && fresh > 0 && <p>{counted(known, 'row')} of it is here already.</p>}
      <ul className={classes.first}>
        {first.map(({ row, says }) => (
          <li key={row}>
            <span>row {row}</span> {says}
          </li>
        ))}
        {fresh > first.length && <li>and {fresh - first.length} more</li>}
      </ul>
    </section>
  );
}

/**
 * A table comes in, in three steps of one page: choose it, see which column is what and what would come in, and say so. Until then
 * nothing is kept.
 */
export function TableIn({
  tables,
  table,
  looked,
}: {
  /** Which tables can be meant; empty: there is but one. */
  tables: readonly { id: string; label: string }[];
  table: string;
  looked: Looked | null;
}) {
  const isUnderWay = useNavigation().state !== 'idle';
  const which =
    tables.length > 0 ? (
      <NativeSelect
        name="table"
        label="What it holds"
        defaultValue={table}
        data={tables.map(({ id, label }) => ({ value: id, label }))}
      />
    ) : null;
  return (
    <>
      <Form method="post" encType="multipart/form-data" className={classes.form}>
        {which}
        <FileInput
          name="file"
          label={looked ? 'Another file' : 'The file'}
          description="CSV: a row a thing, the first row names the columns."
          placeholder="Choose a file"
          accept=".csv,.txt,text/csv,text/plain"
        />
        <Button type="submit" variant={looked ? 'outline' : 'filled'} loading={isUnderWay}>
          Look at it
        </Button>
      </Form>
      {looked && (
        <Form
          method="post"
          encType="multipart/form-data"
          className={classes.looked}
          key={`${table} ${looked.heading.join()} ${looked.fields.map(({ column }) => column).join()}`}
        >
          <input type="hidden" name="table" value={table} />
          <textarea name="text" defaultValue={looked.text} hidden readOnly />
          <Columns looked={looked} />
          <Button type="submit" name="intent" value="look" variant="outline" loading={isUnderWay}>
            Look again
          </Button>
          <Preview looked={looked} />
          {looked.faults.length === 0 && looked.fresh > 0 && (
            <Button type="submit" name="intent" value="bring in" loading={isUnderWay}>
              Bring {counted(looked.fresh, 'row')} in
            </Button>
          )}
        </Form>
      )}
    </>
  );
}

/** What came of it. */
export const BroughtIn = ({ fresh, known }: { fresh: number; known: number }) => (
  <Notice tone="quiet">
    {fresh === 0
      ? 'All of it was here already. Nothing was changed.'
      : `${counted(fresh, 'row')} brought in${known > 0 ? `; ${counted(known, 'row')} was here already` : ''}.`}
  </Notice>
);
