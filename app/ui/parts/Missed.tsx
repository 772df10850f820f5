import { nearestQuery } from '#core/anatomy';
import { LinkButton } from './LinkButton';
import classes from './Missed.module.css';

/** A search for a site that found nothing: what was probably meant, one press away. */
export function Missed({ query, onAsk }: { query: string; onAsk: (query: string) => void }) {
  const near = nearestQuery(query);
  return (
    <p className={classes.missed}>
      Nothing is called that and nothing refers there.{' '}
      {near === null ? (
        'Try a shorter word, such as “shoulder”.'
      ) : (
        <>
          Did you mean <LinkButton onClick={() => onAsk(near)}>{near}</LinkButton>?
        </>
      )}
    </p>
  );
}
