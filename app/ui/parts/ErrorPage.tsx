import { isRouteErrorResponse, Link, useRouteError } from 'react-router';
import classes from './ErrorPage.module.css';

const OFFLINE = {
  title: 'No connection',
  message:
    'This page cannot be fetched just now. What you wrote is kept on this device and sent as soon as there is a connection.',
};

function explain(error: unknown): { title: string; message: string } {
  if (isRouteErrorResponse(error)) {
    const given: unknown = error.data;
    const message =
      typeof given === 'object' && given !== null && 'message' in given
        ? String(given.message)
        : 'There is no such page.';
    return { title: error.status === 404 ? 'Nothing here' : 'That did not work', message };
  }
  // What a browser throws when it cannot reach a server at all.
  if (error instanceof TypeError && typeof navigator !== 'undefined' && !navigator.onLine) {
    return OFFLINE;
  }
  if (error instanceof TypeError && /fetch|network|load failed/i.test(error.message))
    return OFFLINE;
  return {
    title: 'Something broke on our side',
    message:
      'Nothing you entered was changed by this. Try again; if it keeps happening, tell your practice.',
  };
}

/** What is shown instead of a screen that cannot be shown, with a way on. */
export function ErrorPage() {
  const { title, message } = explain(useRouteError());
  return (
    <main className={classes.page}>
      <h1>{title}</h1>
      <p>{message}</p>
      <Link to="/">Go to the start</Link>
    </main>
  );
}
