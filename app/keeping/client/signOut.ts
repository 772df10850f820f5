const WANTED = 'entspann/sign-out-wanted';

/** Whether somebody signed out here and the practice has not heard of it: their sign-in still opens everything. */
export function isSignOutWanted(): boolean {
  try {
    return window.localStorage.getItem(WANTED) !== null;
  } catch {
    // Storage is forbidden here: then nothing could be noted.
    return false;
  }
}

function note(wanted: boolean): void {
  try {
    if (wanted) window.localStorage.setItem(WANTED, '1');
    else window.localStorage.removeItem(WANTED);
  } catch {
    // As above.
  }
}

/** Ends the sign-in of this device at the practice; false: it could not be reached, and is asked again at the next start. */
export async function signOutHeard(): Promise<boolean> {
  note(true);
  try {
    const answer = await fetch('/sign-out', { method: 'POST', redirect: 'manual' });
    if (answer.type !== 'opaqueredirect' && answer.status >= 500) return false;
    note(false);
    return true;
  } catch {
    return false;
  }
}
