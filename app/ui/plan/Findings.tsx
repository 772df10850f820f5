import type { Finding } from '#core/knowledge';
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

/** What the checks say, most severe first; each opens to its rule, inputs and source. */
export function Findings({
  findings,
  onSelect,
}: {
  findings: readonly Finding[];
  onSelect: (itemId: string) => void;
}) {
  if (findings.length === 0) {
    return <p className={classes.none}>Nothing to object to.</p>;
  }
  return (
    <ul className={classes.list}>
      {findings.map((finding) => (
        <li
          key={`${finding.rule}:${finding.itemId ?? ''}:${finding.reason}`}
          data-verdict={finding.verdict}
        >
          <p>
            {finding.verdict === 'refuse' && <strong className={classes.refuse}>Refused. </strong>}
            {finding.reason}
          </p>
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
