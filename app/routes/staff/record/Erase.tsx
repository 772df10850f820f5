import { Button, TextInput } from '@mantine/core';
import { Form } from 'react-router';
import { heldWords, type Held } from '~/ui/record/heldWords';
import classes from './record.module.css';

/** Erasing a record: what goes, what stays, and the name typed to confirm it. */
export function Erase({
  name,
  isOwner,
  joined,
  mayGo,
  years,
  held,
}: {
  name: string;
  isOwner: boolean;
  joined: boolean;
  mayGo: boolean;
  years: number | null;
  held: Held;
}) {
  const cannot = !isOwner
    ? 'Only an owner of the practice erases a record.'
    : years === null
      ? 'Before a record can be erased, put down under “The practice” how long records have to be kept.'
      : mayGo
        ? null
        : 'It cannot be erased before that.';
  return (
    <section aria-label="Erasing it">
      <h3>Erasing it</h3>
      {cannot === null ? (
        <>
          <p>
            For good go: {heldWords(held).join(', ')}
            {joined && ', their sign-in and what lies on their devices'}. What stays is that there
            was a record, and who did what with it when: without a name and without a word of it.
          </p>
          <p>
            Backups taken before still hold it until you delete them; one that is restored has it
            erased again. What was taken out lies where it was put.
          </p>
          <Form method="post" className={classes.erase}>
            <input type="hidden" name="intent" value="erase" />
            <TextInput
              name="name"
              label={
                <>
                  Type <bdi>{name}</bdi> to erase it
                </>
              }
              autoComplete="off"
            />
            <Button type="submit">Erase this record</Button>
          </Form>
        </>
      ) : (
        <p>{cannot}</p>
      )}
    </section>
  );
}
