import { Button } from '@mantine/core';
import { useState } from 'react';
import { Form } from 'react-router';
import { LinkButton } from '~/ui/parts/LinkButton';
import classes from './settings.module.css';

interface Colleague {
  id: string;
  name: string;
  twoFactor: boolean;
}

/** What an owner does about a colleague’s account; ending it is asked for twice. */
export function ColleagueActions({ person, own }: { person: Colleague; own: boolean }) {
  const [ending, setEnding] = useState(false);
  const field = <input type="hidden" name="userId" value={person.id} />;
  if (ending) {
    return (
      <Form method="post" className={classes.ending} onSubmit={() => setEnding(false)}>
        <input type="hidden" name="intent" value="end" />
        {field}
        <p tabIndex={-1} ref={(question) => question?.focus()}>
          End {own ? 'your own account' : `the account of ${person.name}`}? Every sign-in ends at
          once. What was written stays under this name.
        </p>
        <Button type="submit">End it</Button>
        <LinkButton onClick={() => setEnding(false)}>Keep it</LinkButton>
      </Form>
    );
  }
  return (
    <div className={classes.actions}>
      <Form method="post">
        <input type="hidden" name="intent" value="renew" />
        {field}
        <LinkButton type="submit" aria-label={`New pass phrase for ${person.name}`}>
          New pass phrase
        </LinkButton>
      </Form>
      {person.twoFactor && !own && (
        <Form method="post">
          <input type="hidden" name="intent" value="one factor" />
          {field}
          <LinkButton type="submit" aria-label={`Turn two-factor sign-in off for ${person.name}`}>
            Two-factor off
          </LinkButton>
        </Form>
      )}
      <LinkButton aria-label={`End the account of ${person.name}`} onClick={() => setEnding(true)}>
        End account
      </LinkButton>
    </div>
  );
}
