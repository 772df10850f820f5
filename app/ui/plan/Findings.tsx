import { Textarea } from '@mantine/core';
import type { Finding } from '#core/knowledge';
import { LIMITS, lineTitle, type Instead, type Mend, type Routine } from '#core/routine';
import { InsteadLine } from './InsteadLine';
import classes from './Findings.module.css';

const SOURCE = {
  'common practice': 'common practice, no published source',
  'own estimate': 'our own estimate',
} as const;

const sourceOf = (finding: Finding): string =>
  finding.source.kind === 'citation' ? finding.source.work : SOURCE[finding.source.kind];

function inputsOf(finding: Finding): string {
  return Object.entries(finding.inputs)
    .map(([name, value]) => `${name}: ${value ?? 'unknown'}`)
    .join(', ');
}

/** What is asked where a reason lifts a refusal. */
const ASKS = {
  neck: 'Why more neck work than a start',
  interview: 'Why without an interview',
} as const;
type Answered = NonNullable<Finding['answeredBy']>;

/** A reason that sets a rule aside, kept with the version. */
function Reason({
  rule,
  why,
  onReason,
}: {
  rule: Answered;
  why: string;
  onReason: (rule: Answered, why: string) => void;
}) {
  return (
    <Textarea
      className={classes.reason}
      label={ASKS[rule]}
      autosize
      minRows={1}
      maxLength={LIMITS.reasonLength}
      value={why}
      onChange={(event) => onReason(rule, event.currentTarget.value)}
    />
  );
}

/** What would answer findings, and what takes it. */
export interface Mending {
  /** What is possible in place of refused uses, by line; null where nothing is left. */
  instead: ReadonlyMap<string, Instead | null>;
  /** The findings beside which that is said. */
  shown: ReadonlySet<Finding>;
  /** What would answer the others. */
  mends: ReadonlyMap<Finding, Mend>;
  /** The finding that the key acts on. */
  keyFor: Finding | undefined;
  takeInstead: (itemId: string) => void;
  takeMend: (mend: Mend) => void;
}

/** What is changed by one touch, or one key, to answer a finding. */
function MendLine({ mend, byKey, onTake }: { mend: Mend; byKey: boolean; onTake: () => void }) {
  return (
    <p className={classes.mend}>
      <button type="button" onClick={onTake}>
        Mend: {mend.says}
        {byKey && (
          <>
            {' '}
            <kbd>i</kbd>
          </>
        )}
      </button>
    </p>
  );
}

/** The name of the line a finding is about, before what is said of it. */
function Title({ finding, titles }: { finding: Finding; titles: ReadonlyMap<string, string> }) {
  const line = finding.itemId === undefined ? undefined : titles.get(finding.itemId);
  return (
    <strong className={classes.title}>
      {finding.verdict === 'refuse' && <span className={classes.refuse}>Refused. </span>}
      {line ? `${line}: ${finding.rule}` : finding.rule}
    </strong>
  );
}

/**
 * What the checks say, most severe first: each a line with its place and rule, what it says below, and what would mend
 * it. Each opens to its inputs and source.
 */
export function Findings({
  findings,
  routine,
  mending: { instead, shown, mends, keyFor, takeInstead, takeMend },
  onSelect,
  onReason,
}: {
  findings: readonly Finding[];
  routine: Routine;
  mending: Mending;
  onSelect: (itemId: string) => void;
  onReason: (rule: Answered, why: string) => void;
}) {
  const reasons = routine.reasons ?? {};
  const titles = new Map(routine.items.map((item) => [item.id, lineTitle(item)]));
  if (findings.length === 0) {
    return <p className={classes.none}>Nothing to object to.</p>;
  }
  return (
    <ul className={classes.list}>
      {findings.map((finding) => {
        const mend = mends.get(finding);
        return (
          <li
            // One that a reason answers stays the same while the reason is typed.
            key={`${finding.rule}:${finding.itemId ?? ''}:${finding.answeredBy ? '' : finding.reason}`}
            data-verdict={finding.verdict}
          >
            <details className={classes.one}>
              <summary>
                <Title finding={finding} titles={titles} />
                <span className={classes.says}>{finding.reason}</span>
                <span className={classes.why}>why</span>
              </summary>
              <p className={classes.from}>
                Rule: {finding.rule}. From {inputsOf(finding)}. Source: {sourceOf(finding)}.
              </p>
              {finding.itemId !== undefined && (
                <button type="button" onClick={() => onSelect(finding.itemId ?? '')}>
                  Go to the line
                </button>
              )}
            </details>
            {finding.itemId !== undefined && shown.has(finding) ? (
              <InsteadLine
                instead={instead.get(finding.itemId) ?? null}
                byKey={finding === keyFor}
                onTake={() => takeInstead(finding.itemId ?? '')}
              />
            ) : (
              mend && (
                <MendLine mend={mend} byKey={finding === keyFor} onTake={() => takeMend(mend)} />
              )
            )}
            {finding.answeredBy && (
              <Reason
                rule={finding.answeredBy}
                why={reasons[finding.answeredBy] ?? ''}
                onReason={onReason}
              />
            )}
          </li>
        );
      })}
    </ul>
  );
}
