import { useId, type ReactNode } from 'react';
import { LinkButton } from '~/ui/parts/LinkButton';
import classes from './BenchPanel.module.css';

/** Something that opens on the bench under its title, and closes again. */
export function BenchPanel({
  title,
  byEscape = false,
  onClose,
  children,
}: {
  title: string;
  /** Escape closes it, which is said beside. */
  byEscape?: boolean;
  /** Absent: it stays. */
  onClose?: () => void;
  children: ReactNode;
}) {
  const id = useId();
  return (
    <section className={classes.panel} aria-labelledby={id}>
      <header>
        <h2 id={id}>{title}</h2>
        {onClose && (
          <LinkButton quiet onClick={onClose}>
            Close {byEscape && <kbd>esc</kbd>}
          </LinkButton>
        )}
      </header>
      {children}
    </section>
  );
}
