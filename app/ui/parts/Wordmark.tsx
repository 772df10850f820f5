import classes from './Wordmark.module.css';

/** The product's name as it is written. */
export function Wordmark({ large = false }: { large?: boolean }) {
  return (
    <span className={classes.mark} data-large={large}>
      entspann
    </span>
  );
}
