import { useRef, useState } from 'react';
import { leaveNothing } from '~/keeping/client/browser';
import { LinkButton } from '~/ui/parts/LinkButton';
import { useView } from './Keeping';
import classes from './SignOut.module.css';

/**
 * Signs out. What is not sent yet stays on this device, sealed until the same person signs in here again:
 * that is said before.
 */
export function SignOut({ className }: { className?: string | undefined }) {
  const { waiting, needsYou } = useView();
  const unsent = waiting + needsYou;
  const [asking, setAsking] = useState(false);
  const form = useRef<HTMLFormElement>(null);
  const leave = async () => {
    await leaveNothing();
    form.current?.submit();
  };
  return (
    <form
      ref={form}
      method="post"
      action="/sign-out"
      className={classes.form}
      onSubmit={(event) => {
        event.preventDefault();
        if (unsent > 0) setAsking(true);
        else void leave();
      }}
    >
      {asking ? (
        <span className={classes.ask} role="alert">
          <span>
            {unsent === 1 ? '1 thing is' : `${unsent} things are`} not sent yet. Signed out, nobody
            can read {unsent === 1 ? 'it' : 'them'} here; sign in on this device again to send.
          </span>
          <LinkButton onClick={() => void leave()}>Sign out anyway</LinkButton>
          <LinkButton onClick={() => setAsking(false)}>Stay</LinkButton>
        </span>
      ) : (
        <button type="submit" className={className}>
          Sign out
        </button>
      )}
    </form>
  );
}
