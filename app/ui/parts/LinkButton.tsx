import type { ButtonHTMLAttributes } from 'react';
import classes from './LinkButton.module.css';

/** A button that reads as part of a sentence. `warns`: what it does takes something away. */
export function LinkButton({
  warns = false,
  quiet = false,
  className = '',
  ...button
}: ButtonHTMLAttributes<HTMLButtonElement> & { warns?: boolean; quiet?: boolean }) {
  return (
    <button
      type="button"
      {...button}
      className={`${classes.link ?? ''} ${className}`}
      data-warns={warns}
      data-quiet={quiet}
    />
  );
}
