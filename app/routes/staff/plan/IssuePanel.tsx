import { Button, Textarea } from '@mantine/core';
import { getHotkeyHandler } from '@mantine/hooks';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Finding } from '#core/knowledge';
import { layOut, type Routine } from '#core/routine';
import { Notice } from '~/ui/parts/Notice';
import { useKeys } from '~/ui/parts/useKeys';
import { shortDay } from '~/ui/parts/words';
import { Strip } from '~/ui/strip/Strip';
import type { Draft } from './useDraft';
import type { Issue } from './useIssue';
import classes from './bench.module.css';

/** Somebody else’s work beside one’s own, and the choice between them. */
function Theirs({
  title,
  says,
  content,
  mine,
  onKeepMine,
  onTakeTheirs,
}: {
  title: string;
  says: string;
  content: Routine;
  /** What going on with one’s own means. */
  mine: string;
  onKeepMine: () => void;
  onTakeTheirs: () => void;
}) {
  const numbers = new Map(content.items.map((item, index) => [item.id, index + 1]));
  return (
    <div className={classes.stale}>
      <h3>{title}</h3>
      <p>{says}</p>
      <Strip layout={layOut(content)} numbers={numbers} />
      <div className={classes.staleActions}>
        <Button onClick={onKeepMine}>{mine}</Button>
        <Button variant="outline" onClick={onTakeTheirs}>
          Go on from theirs
        </Button>
      </div>
    </div>
  );
}

/** Issues the routine, or says what stands in the way. */
export function IssuePanel({
  routine,
  issue,
  draft,
  findings,
  troubles,
  onIssue,
  onReplace,
  next,
}: {
  routine: Routine;
  issue: Issue;
  draft: Draft;
  findings: readonly Finding[];
  troubles: readonly string[];
  onIssue: (reason: string) => void;
  onReplace: (routine: Routine) => void;
  /** What is still to do for this client once it is issued. */
  next: { joined: boolean; hasVisit: boolean };
}) {
  const { baseNumber, issued, stale } = issue;
  const { other } = draft;
  // A reason belongs to the version it was written for; after issuing, the next one starts empty.
  const [written, setWritten] = useState({ for: baseNumber, reason: '' });
  const reason = issued !== null && written.for < issued ? '' : written.reason;
  const refused = findings.some((finding) => finding.verdict === 'refuse');
  const obstacle =
    routine.items.length === 0
      ? 'Add a line first.'
      : (troubles[0] ?? (refused ? 'What is refused above must be mended first.' : null));

  const canIssue = obstacle === null && stale === null && other === null;
  const go = () => {
    if (canIssue && !issue.busy) onIssue(reason);
  };
  useKeys([['mod+Enter', go]]);
  return (
    <section className={classes.issue}>
      {baseNumber > 0 && (
        <Textarea
          label="Why this version"
          description="Kept with it; asked for whenever a version replaces another."
          autosize
          minRows={1}
          value={reason}
          maxLength={600}
          // Single keys rest while text is typed; this one is meant from here above all.
          onKeyDown={getHotkeyHandler([['mod+Enter', go]])}
          onChange={(event) => setWritten({ for: baseNumber, reason: event.currentTarget.value })}
        />
      )}
      {issue.refusal && <Notice>{issue.refusal}</Notice>}
      {draft.refusal && <Notice>{draft.refusal}</Notice>}
      {stale && (
        <Theirs
          title={`Version ${stale.number}, ${stale.issuedByName}, ${shortDay(stale.issuedOn)}`}
          says={`“${stale.reason}”`}
          content={stale.content}
          mine={`Go on with mine, as version ${stale.number + 1}`}
          onKeepMine={() => issue.rebase(stale.number)}
          onTakeTheirs={() => {
            onReplace(stale.content);
            issue.rebase(stale.number);
          }}
        />
      )}
      {other && (
        <Theirs
          title={`A draft of ${other.byName}`}
          says="Kept while you were working. Yours is on this screen; neither is lost."
          content={other.content}
          mine="Go on with mine"
          onKeepMine={() => draft.keepMine(other)}
          onTakeTheirs={() => {
            draft.takeTheirs(other);
            onReplace(other.content);
            issue.rebase(other.baseNumber);
          }}
        />
      )}
      {issued !== null && issued === baseNumber && !issue.refusal && (
        <Notice tone="quiet">
          <p>
            Version {issued} is issued.{' '}
            {next.joined ? 'The client sees it from now on.' : 'The client sees it once they join.'}
          </p>
          <p>
            Next:{' '}
            <Link to="../hand-out" relative="path">
              print the hand-out
            </Link>
            {!next.joined && ', '}
            {!next.joined && (
              <Link to="../details" relative="path">
                invite them
              </Link>
            )}
            {!next.hasVisit && ', '}
            {!next.hasVisit && (
              <Link to="../details" relative="path">
                set the next visit
              </Link>
            )}
            .
          </p>
        </Notice>
      )}
      <p className={classes.look}>
        <Link to="../preview" relative="path">
          See the session as the client does
        </Link>
        , at any speed; nothing is logged.
      </p>
      <Button onClick={() => onIssue(reason)} disabled={!canIssue} loading={issue.busy} fullWidth>
        Issue version {baseNumber + 1}
        <kbd className={classes.key} aria-hidden>
          ctrl ⏎
        </kbd>
      </Button>
      {obstacle && <p className={classes.obstacle}>{obstacle}</p>}
    </section>
  );
}
