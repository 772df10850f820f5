import { Textarea } from '@mantine/core';
import type { Finding } from '#core/knowledge';
import { LIMITS, type Instead, type Routine } from '#core/routine';
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

/** What the checks say, most severe first; each opens to its rule, inputs and source. */
export function Findings({
  findings,
  reasons,
  instead,
  insteadKeyFor,
  onSelect,
  onReason,
  onInstead,
}: {
  findings: readonly Finding[];
  /** Reasons recorded so far. */
  reasons: NonNullable<Routine['reasons']>;
  /** What is possible in place of refused uses, by line; null where nothing is left. */
  instead: ReadonlyMap<string, Instead | null>;
  /** The line that the key for it acts on. */
  insteadKeyFor: string | undefined;
  onSelect: (itemId: string) => void;
  onInstead: (itemId: string) => void;
  onReason: (rule: Answered, why: string) => void;
}) {
  // Of several refusals of one line the first says what is possible: it answers them all.
  const showsInstead = new Set(
    [...instead.keys()].flatMap((id) => {
      const first = findings.find(
        ({ itemId, verdict, inputs }) =>
          itemId === id && verdict === 'refuse' && 'sensitivity' in inputs,
      );
      return first ? [first] : [];
    }),
  );
  if (findings.length === 0) {
    return <p className={classes.none}>Nothing to object to.</p>;
  }
  return (
    <ul className={classes.list}>
      {findings.map((finding) => (
        <li
          // One that a reason answers stays the same while the reason is typed.
          key={`${finding.rule}:${finding.itemId ?? ''}:${finding.answeredBy ? '' : finding.reason}`}
          data-verdict={finding.verdict}
        >
          <p>
            {finding.verdict === 'refuse' && <strong className={classes.refuse}>Refused. </strong>}
            {finding.reason}
          </p>
          {finding.itemId !== undefined && showsInstead.has(finding) && (
            <InsteadLine
              instead={instead.get(finding.itemId) ?? null}
              byKey={finding.itemId === insteadKeyFor}
              onTake={() => onInstead(finding.itemId ?? '')}
            />
          )}
          {finding.answeredBy && (
            <Reason
              rule={finding.answeredBy}
              why={reasons[finding.answeredBy] ?? ''}
              onReason={onReason}
            />
          )}
          <details className={classes.why}>
            <summary>why</summary>
            <p>
              Rule: {finding.rule}. From {inputsOf(finding)}. Source: {sourceOf(finding)}.
            </p>
            {finding.itemId !== undefined && (
              <button type="button" onClick={() => onSelect(finding.itemId ?? '')}>
                Go to the line
              </button>
            )}
          </details>
        </li>
      ))}
    </ul>
  );
}
