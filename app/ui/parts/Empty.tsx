import type { ReactNode } from 'react';
import classes from './Empty.module.css';

/** Where nothing is yet: what will be here, and what brings it. */
export const Empty = ({ children }: { children: ReactNode }) => (
  <p className={classes.empty}>{children}</p>
);
