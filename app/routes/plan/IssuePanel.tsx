import { Button, Textarea } from '@mantine/core';
import { useState } from 'react';
import type { Finding } from '#core/knowledge';
import { layOut, type Routine } from '#core/routine';
import { Notice } from '~/ui/parts/Notice';
import { shortDay } from '~/ui/parts/words';
import { Strip } from '~/ui/strip/Strip';
import type { Issue, Stale } from './useIssue';
import classes from './bench.module.css';

function StalePanel({
  stale,
  onKeepMine,
  onTakeTheirs,
}: {
  stale: Stale;
  onKeepMine: () => void;
  onTakeTheirs: () => void;
}) {
  const numbers = new Map(stale.content.items.map((item, index) => [item.id, index + 1]));
  return (
    <div className={classes.stale}>
      <h3>
        Version {stale.number}, {stale.issuedByName}, {shortDay(stale.issuedOn)}
      </h3>
      <p>“{stale.reason}”</p>
      <Strip layout={layOut(stale.content)} numbers={numbers} />
      <div className={classes.staleActions}>
        <Button onClick={onKeepMine}>Go on with mine, as version {stale.number + 1}</Button>
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
  findings,
  troubles,
  onIssue,
  onReplace,
}: {
  routine: Routine;
  issue: Issue;
  findings: readonly Finding[];
  troubles: readonly string[];
  onIssue: (reason: string) => void;
  onReplace: (routine: Routine) => void;
}) {
  const { baseNumber, issued, stale } = issue;
  // A reason belongs to the version it was written for; after issuing, the next one starts empty.
  const [written, setWritten] = useState({ for: baseNumber, reason: '' });
  const reason = issued !== null && written.for < issued ? '' : written.reason;
  const refused = findings.some((finding) => finding.verdict === 'refuse');
  const obstacle =
    routine.items.length === 0
      ? 'Add a site first.'
      : (troubles[0] ?? (refused ? 'What is refused above must be mended first.' : null));

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
          onChange={(event) => setWritten({ for: baseNumber, reason: event.currentTarget.value })}
        />
      )}
      {issue.refusal && <Notice>{issue.refusal}</Notice>}
      {stale && (
        <StalePanel
          stale={stale}
          onKeepMine={() => issue.rebase(stale.number)}
          onTakeTheirs={() => {
            onReplace(stale.content);
            issue.rebase(stale.number);
          }}
        />
      )}
      {issued !== null && issued === baseNumber && !issue.refusal && (
        <Notice tone="quiet">Version {issued} is issued. The client sees it from now on.</Notice>
      )}
      <Button
        onClick={() => onIssue(reason)}
        disabled={obstacle !== null || stale !== null}
        loading={issue.busy}
        fullWidth
      >
        Issue version {baseNumber + 1}
      </Button>
      {obstacle && <p className={classes.obstacle}>{obstacle}</p>}
    </section>
  );
}
