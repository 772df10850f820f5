import { useState } from 'react';
import { LinkButton } from '~/ui/parts/LinkButton';
import classes from './take-out.module.css';

/** What the columns of one table hold, opened when wanted. */
export function Columns({
  title,
  columns,
}: {
  title: string;
  columns: readonly { name: string; says: string }[];
}) {
  const [isOpen, setIsOpen] = useState(false);
  return (
    <div className={classes.table}>
      <LinkButton aria-expanded={isOpen} onClick={() => setIsOpen((now) => !now)}>
        {title}: what its columns hold
      </LinkButton>
      {isOpen && (
        <dl className={classes.columns}>
          {columns.map((column) => (
            <div key={column.name}>
              <dt>{column.name}</dt>
              <dd>{column.says}</dd>
            </div>
          ))}
        </dl>
      )}
    </div>
  );
}
