import { Wordmark } from './Wordmark';
import classes from './OpeningPage.module.css';

/** While a page that came from the device itself is being put together. */
export function OpeningPage() {
  return (
    <main className={classes.page} data-shell>
      <Wordmark large />
      <p role="status">Opening</p>
    </main>
  );
}
