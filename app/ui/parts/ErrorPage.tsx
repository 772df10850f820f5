import { isRouteErrorResponse, Link, useRouteError } from 'react-router';
import classes from './ErrorPage.module.css';

function explain(error: unknown): { title: string; message: string } {
  if (isRouteErrorResponse(error)) {
    const given: unknown = error.data;
    const message =
      typeof given === 'object' && given !== null && 'message' in given
        ? String(given.message)
        : 'There is no such page.';
    return { title: error.status === 404 ? 'Nothing here' : 'That did not work', message };
  }
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
