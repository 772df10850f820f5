import { useState } from 'react';
import { leaveNothing } from '~/keeping/client/browser';
import { signOutHeard } from '~/keeping/client/signOut';
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
  const [unheard, setUnheard] = useState(false);
  const leave = async () => {
    await leaveNothing();
    if (await signOutHeard()) window.location.assign('/sign-in');
    // Away from what stands on this page, to one that the browser has by itself.
    else if (navigator.serviceWorker?.controller) window.location.assign('/today');
    else setUnheard(true);
  };
  if (unheard) {
    return (
      <span className={classes.ask} role="alert">
        Signed out on this device: nothing of yours can be read here. The practice hears of it at
        the next connection, before anything opens.
      </span>
    );
  }
  return (
    <form
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
