import { useState } from 'react';
import { findSite } from '#core/anatomy';
import { expectedWords, type Expected } from '#core/trend';
import { useAsked } from '~/ui/parts/useAsked';
import classes from './review.module.css';

/** What is usual in this practice at these sites: opened when it is wanted. */
export function Usual({ clientId }: { clientId: string }) {
  const [wanted, setWanted] = useState(false);
  const { read, again } = useAsked<readonly Expected[]>(`/clients/${clientId}/usual`, wanted);
  return (
    <details
      className={classes.table}
      onToggle={(event) => {
        if (event.currentTarget.open && read === 'failed') again();
        setWanted(true);
      }}
    >
      <summary>What is usual in this practice</summary>
      {read === null && <p className={classes.counted}>Reading.</p>}
      {read === 'failed' && (
        <p className={classes.counted}>It did not come. Close this and open it again.</p>
      )}
      {Array.isArray(read) && (
        <>
          {read.length === 0 ? (
            <p className={classes.counted}>No site has been rated for two weeks yet.</p>
          ) : (
            <ul className={classes.together}>
              {read.map((one) => (
                <li key={one.siteId} data-there={one.usual !== null}>
                  <strong>{findSite(one.siteId)?.plainName ?? one.siteId}</strong>{' '}
                  <span>{expectedWords(one)}</span>
                </li>
              ))}
            </ul>
          )}
          <p className={classes.counted}>
            Ratings on first pressing, against each client’s first week at the site, from the latest
            20,000 sessions of this practice; who began before those is left out. Clients differ in
            what ails them and in what they were given: it says what was, and promises nothing.
          </p>
        </>
      )}
    </details>
  );
}
