import { setNonce } from 'get-nonce';
import { startTransition, StrictMode } from 'react';
import { createRoot, hydrateRoot } from 'react-dom/client';
import { HydratedRouter } from 'react-router/dom';
import { isSignOutWanted, signOutHeard } from './keeping/client/signOut';

// What holds the page still behind a dialog writes a style of its own: it needs this page’s nonce.
const nonce = document.querySelector<HTMLScriptElement>('script[nonce]')?.nonce;
if (nonce) setNonce(nonce);

const app = (
  <StrictMode>
    <HydratedRouter />
  </StrictMode>
);

const begin = () =>
  startTransition(() => {
    // The page a device keeps for when there is no line is nobody’s in particular: the wanted one is drawn in its place.
    if (document.querySelector('[data-shell]')) createRoot(document).render(app);
    else hydrateRoot(document, app);
  });

// Whoever signed out without a line is signed out before anything of theirs is opened again.
if (isSignOutWanted()) {
  void signOutHeard().then((heard) => {
    if (heard) window.location.replace('/sign-in');
    else begin();
  });
} else begin();
