import { Button } from '@mantine/core';
import { Form } from 'react-router';
import { LinkButton } from '~/ui/parts/LinkButton';
import { shortDay } from '~/ui/parts/words';
import classes from './reminders.module.css';

/** A calendar that asks by an address. */
interface Address {
  since: string;
  inWords: boolean;
  askedOn: string | null;
}

/** The address itself, told once. */
const Told = ({ address }: { address: string }) => (
  <>
    <p role="status">
      This is the address. It is shown this once: give it to your calendar now, under “subscribe” or
      “from the internet”.
    </p>
    <output className={classes.address}>{address}</output>
    <p>
      <a href={address.replace(/^https?:/, 'webcal:')}>Open it in my calendar</a>
    </p>
  </>
);

/** A calendar that keeps itself up to date: made, told once, ended. */
export function KeepsItself({ now, told }: { now: Address | null; told: string | null }) {
  return (
    <section aria-label="A calendar that keeps itself up to date" className={classes.calendar}>
      <h2>A calendar that keeps itself up to date</h2>
      {told !== null && <Told address={told} />}
      {now ? (
        <Form method="post" className={classes.form}>
          <input type="hidden" name="intent" value="no calendar" />
          <p className={classes.soft}>
            Since {shortDay(now.since)} a calendar may ask for your times
            {now.inWords ? ', with what is practised' : ', and learns no more than that'}.{' '}
            {now.askedOn === null ? 'None has asked yet.' : `Last asked ${shortDay(now.askedOn)}.`}
          </p>
          <p>
            <LinkButton type="submit">End the address</LinkButton>
          </p>
        </Form>
      ) : (
        <Form method="post" className={classes.form}>
          <input type="hidden" name="intent" value="calendar" />
          <p className={classes.soft}>
            Your calendar asks for your times by an address of its own, a few times a day; what is
            no longer planned goes from it by itself. Whoever has the address reads the same: you
            can end it at any time.
          </p>
          <label className={classes.check}>
            <input type="checkbox" name="inWords" />
            With what is practised
          </label>
          <Button type="submit" variant="outline">
            Make an address
          </Button>
        </Form>
      )}
    </section>
  );
}
