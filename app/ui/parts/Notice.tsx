import type { ReactNode } from 'react';
import classes from './Notice.module.css';

/** A sentence that needs attention, announced when it appears. */
export function Notice({
  children,
  tone = 'attention',
}: {
  children: ReactNode;
  tone?: 'attention' | 'quiet';
}) {
  return (
    <div
      className={classes.notice}
      data-tone={tone}
      role={tone === 'attention' ? 'alert' : 'status'}
    >
      {children}
    </div>
  );
}
