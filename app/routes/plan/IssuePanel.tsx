import { Button, Textarea } from '@mantine/core';
import { useEffect, useRef, useState } from 'react';
import { useFetcher } from 'react-router';
import { v7 as uuid } from 'uuid';
import { type Finding } from '#core/knowledge';
import { layOut, type Routine } from '#core/routine';
import { Notice } from '~/ui/parts/Notice';
import { shortDay } from '~/ui/parts/words';
import { Strip } from '~/ui/strip/Strip';
import { type Draft } from './useDraft';
import classes from './bench.module.css';

interface Stale {
  number: number;
  issuedByName: string;
  issuedOn: string;
  reason: string;
  content: Routine;
}

type Answer =
  | { ok: true; done: string; number?: number }
  | { ok: false; message: string; details: { stale?: Stale } };

function StalePanel({ stale, onKeepMine, onTakeTheirs }: { stale: Stale; onKeepMine: () => void; onTakeTheirs: () => void }) {
  const numbers = new Map(stale.content.items.map((item, index) => [item.id, index + 1]));
  return (
    <div className={classes.stale}>
      <h3>
        Version {stale.number}, {stale.issuedByName}, {shortDay(stale.issuedOn)}
      </h3>
      <p>“{stale.reason}”</p>
      <Strip layout={layOut(stale.content)} numbers={numbers} />
      <div className={classes.staleActions}>
        <Button onClick={onKeepMine}>Go on with mine as version {stale.number + 1}</Button>
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
  draft,
  findings,
  troubles,
  isFirst,
  onReplace,
}: {
  routine: Routine;
  draft: Draft;
  findings: readonly Finding[];
  troubles: readonly string[];
  isFirst: boolean;
  onReplace: (routine: Routine) => void;
}) {
  const fetcher = useFetcher<Answer>();
  const [reason, setReason] = useState('');
  const [settled, setSettled] = useState<Answer | undefined>(undefined);
  const versionId = useRef<string>(undefined);
  const sent = useRef<Routine>(routine);
  const { issued } = draft;
  const answer = fetcher.data === settled ? undefined : fetcher.data;
  const stale = answer?.ok === false ? answer.details.stale : undefined;
  const done = answer?.ok && answer.number !== undefined ? answer.number : null;

  useEffect(() => {
    if (done === null) return;
    versionId.current = undefined;
    issued(done, sent.current);
    setReason('');
    // Only the answer itself sets this off; `issued` is made anew at each drawing.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [done]);

  const refused = findings.filter((finding) => finding.verdict === 'refuse').length;
  const first = draft.baseNumber === 0 && isFirst;
  const obstacle =
    routine.items.length === 0
      ? 'Add a site first.'
      : (troubles[0] ??
        (refused > 0 ? 'What is refused above must be mended first.' : null));

  const issue = () => {
    draft.hold();
    versionId.current ??= uuid();
    sent.current = routine;
    const content = JSON.parse(JSON.stringify(routine)) as Routine;
    void fetcher.submit(
      { intent: 'issue', baseNumber: draft.baseNumber, versionId: versionId.current, reason, content },
      { method: 'post', encType: 'application/json' },
    );
  };

  return (
    <section className={classes.issue}>
      {!first && (
        <Textarea
          label="Why this version"
          description="Kept with it; asked for whenever a version replaces another."
          autosize
          minRows={1}
          value={reason}
          maxLength={600}
          onChange={(event) => setReason(event.currentTarget.value)}
        />
      )}
      {answer?.ok === false && <Notice>{answer.message}</Notice>}
      {stale && (
        <StalePanel
          stale={stale}
          onKeepMine={() => {
            draft.rebase(stale.number);
            setSettled(fetcher.data);
          }}
          onTakeTheirs={() => {
            onReplace(stale.content);
            draft.issued(stale.number, stale.content);
            setSettled(fetcher.data);
          }}
        />
      )}
      {done !== null && (
        <Notice tone="quiet">Version {done} is issued. The client sees it from now on.</Notice>
      )}
      <Button onClick={issue} disabled={obstacle !== null} loading={fetcher.state !== 'idle'} fullWidth>
        Issue version {draft.baseNumber + 1}
      </Button>
      {obstacle && <p className={classes.obstacle}>{obstacle}</p>}
    </section>
  );
}
