import './ui/theme/mantine.css';
import '@fontsource-variable/fraunces/index.css';
import '@fontsource-variable/fraunces/wght-italic.css';
import '@fontsource-variable/figtree/index.css';
import './ui/theme/tokens.css';
import { ColorSchemeScript, mantineHtmlProps, MantineProvider } from '@mantine/core';
import { createContext, type ReactNode, useContext } from 'react';
import { Links, Meta, Outlet, Scripts, ScrollRestoration } from 'react-router';
import classes from './root.module.css';
import type { Route } from './+types/root';
import { principalContext } from './context.server';
import { recognise } from './door.server';
import { ownerHere } from './keeping/client/keys';
import { Keeping } from './ui/keeping/Keeping';
import { isUnheard } from './ui/offline/orKept';
import { useOwner } from './ui/offline/useOwner';
import { ErrorPage } from './ui/parts/ErrorPage';
import { OpeningPage } from './ui/parts/OpeningPage';
import { cssVariables, theme } from './ui/theme/theme';

/** The style and script nonce of this answer; only known while the server draws. */
export const NonceContext = createContext('');

export const middleware: Route.MiddlewareFunction[] = [
  async ({ request, context }, next) => {
    await recognise(request, context);
    return next();
  },
];

export const meta: Route.MetaFunction = () => [
  { title: 'Entspann' },
  {
    name: 'description',
    content: 'Home self-release routines, prescribed by a manual therapist and practised at home.',
  },
];

// A browser hides nonces from scripts' attributes but not from their properties.
const nonceInBrowser = () =>
  document.querySelector<HTMLScriptElement>('script[nonce]')?.nonce ?? '';

export function Layout({ children }: { children: ReactNode }) {
  const nonce = useContext(NonceContext);
  return (
    <html lang="en" {...mantineHtmlProps}>
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <meta name="color-scheme" content="light dark" />
        <link rel="icon" href="/mark.svg" type="image/svg+xml" />
        <link rel="apple-touch-icon" href="/icons/192.png" />
        <link rel="manifest" href="/app.webmanifest" />
        <Meta />
        <Links />
        <ColorSchemeScript defaultColorScheme="auto" nonce={nonce} suppressHydrationWarning />
      </head>
      <body>
        <noscript>
          <p className={classes.noScript}>
            Scripts are switched off in this browser. Pages can be read and forms sent; to be led
            through a session, to touch the drawings and to keep what you do on this device, switch
            them on for this address.
          </p>
        </noscript>
        <MantineProvider
          theme={theme}
          cssVariablesResolver={cssVariables}
          defaultColorScheme="auto"
          getStyleNonce={() => (typeof document === 'undefined' ? nonce : nonceInBrowser())}
        >
          {children}
        </MantineProvider>
        <ScrollRestoration nonce={nonce} />
        <Scripts nonce={nonce} />
      </body>
    </html>
  );
}

/** The page that holds nobody’s data: a device keeps it for when there is no line. */
const SHELL = '/shell';

/** Who is signed in: what is written here is theirs. */
export const loader = ({ context, request }: Route.LoaderArgs) => {
  const isShell = new URL(request.url).pathname === SHELL;
  return { isShell, userId: isShell ? null : (context.get(principalContext)?.userId ?? null) };
};

/** Without a line it is whoever this device is of. */
export async function clientLoader({ serverLoader }: Route.ClientLoaderArgs) {
  try {
    return await serverLoader();
  } catch (error) {
    if (!isUnheard(error)) throw error;
    const userId = await ownerHere();
    return { isShell: userId === null, userId };
  }
}

export default function App({ loaderData: { userId, isShell } }: Route.ComponentProps) {
  const owner = useOwner(isShell);
  return (
    <Keeping userId={isShell ? (owner ?? null) : userId} isKnown={!isShell}>
      <Outlet />
    </Keeping>
  );
}

export const HydrateFallback = OpeningPage;

export function ErrorBoundary() {
  return <ErrorPage />;
}
