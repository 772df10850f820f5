import { Form, Link } from 'react-router';
import classes from './today.module.css';

/** The time the client chose has come: in the product as well as outside it. */
export function Time({ canStart }: { canStart: boolean }) {
  return (
    <div className={classes.time} role="status">
      <p>It is the time you chose.</p>
      {canStart && (
        <Form method="post" action="/reminders">
          <input type="hidden" name="intent" value="later" />
          <button type="submit">In half an hour</button>
        </Form>
      )}
      <Link to="/reminders">Change it</Link>
    </div>
  );
}
