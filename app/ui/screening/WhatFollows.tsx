import { sourceWords } from '#core/knowledge';
import type { Level, ScreenFinding } from '#core/screening';
import { Empty } from '~/ui/parts/Empty';
import classes from './WhatFollows.module.css';

export const LEVEL_WORDS: Record<Level, string> = {
  emergency: 'Emergency',
  refer: 'In person first',
  off: 'Off',
  ask: 'Ask a doctor',
  limit: 'Less',
};

/** What the answers lead to, most severe first; for the therapist or in the client’s words. */
export function WhatFollows({
  findings,
  words,
  empty,
}: {
  findings: readonly ScreenFinding[];
  words: 'therapist' | 'client';
  empty: string;
}) {
  if (findings.length === 0) return <Empty>{empty}</Empty>;
  return (
    <ul className={classes.list}>
      {findings.map((finding, index) => (
        <li
          key={`${finding.rule}:${index}`}
          data-level={finding.level}
          data-cleared={Boolean(finding.clearedBy)}
        >
          <p>
            <strong>{LEVEL_WORDS[finding.level]}</strong> {finding[words]}
          </p>
          {finding.clearedBy && (
            <p className={classes.cleared}>Lifted: cleared by {finding.clearedBy}.</p>
          )}
          {words === 'therapist' && (
            <details>
              <summary>why</summary>
              <p>
                Rule: {finding.rule}. Source: {sourceWords(finding.source)}.
              </p>
            </details>
          )}
        </li>
      ))}
    </ul>
  );
}
