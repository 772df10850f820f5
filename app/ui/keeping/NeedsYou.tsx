import { useState } from 'react';
import { Link } from 'react-router';
import type { Entry } from '~/keeping/client/queue';
import { kindOf } from '~/keeping/kinds';
import { LinkButton } from '~/ui/parts/LinkButton';
import { useOutbox, useView } from './Keeping';
import { pageOf } from './pageOf';
import { useDescribe } from './useDescribe';
import classes from './NeedsYou.module.css';

/** The revision that was shown with a refusal; null when it can be tried again as it is. */
const shownRevision = ({ refused }: Entry): number | null => {
  const revision = refused?.details.revision;
  return typeof revision === 'number' ? revision : null;
};

/** The reading or point that a colleague keeps in the same place under another id. */
const standsThere = ({ refused }: Entry): { thing?: string } => {
  const thing = refused?.details.thing;
  return typeof thing === 'string' ? { thing } : {};
};

function Refused({ entry, link }: { entry: Entry; link: boolean }) {
  const outbox = useOutbox();
  const describe = useDescribe();
  const [asking, setAsking] = useState(false);
  const { letter, refused } = entry;
  const revision = shownRevision(entry);
  const page = pageOf(letter);
  const overtaken = refused?.status === 409 && revision !== null;
  return (
    <li>
      <p className={classes.what}>{describe(letter)}</p>
      <p className={classes.why}>{refused?.says}</p>
      <p className={classes.ways}>
        {asking ? (
          <>
            <span>It is gone then.</span>
            <LinkButton onClick={() => outbox.letGo(letter.id)}>Let it go</LinkButton>
            <LinkButton onClick={() => setAsking(false)}>Keep it here</LinkButton>
          </>
        ) : (
          <>
            {overtaken && kindOf(letter.kind).meets === 'seen' ? (
              <LinkButton onClick={() => outbox.insist(letter.id, revision, standsThere(entry))}>
                Put mine in place of theirs
              </LinkButton>
            ) : (
              <LinkButton onClick={() => outbox.retry(letter.id)}>Try again</LinkButton>
            )}
            {link && page && <Link to={page}>See it</Link>}
            <LinkButton onClick={() => setAsking(true)}>Let go</LinkButton>
          </>
        )}
      </p>
    </li>
  );
}

/**
 * What the server would not keep: each with the reason and what can be done. It stays here until its
 * writer decides.
 *
 * @param of which of them; all when not given
 */
export function NeedsYou({
  of = () => true,
  link = false,
}: {
  of?: (entry: Entry) => boolean;
  link?: boolean;
}) {
  const refused = useView().entries.filter((entry) => entry.refused && of(entry));
  if (refused.length === 0) return null;
  return (
    <div role="alert">
      <ul className={classes.list} aria-label="Not kept">
        {refused.map((entry) => (
          <Refused key={entry.letter.id} entry={entry} link={link} />
        ))}
      </ul>
    </div>
  );
}
