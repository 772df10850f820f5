import '@mantine/core/styles.css';
import '@mantine/tiptap/styles.css';
import '@fontsource-variable/fraunces/index.css';
import '@fontsource-variable/fraunces/wght-italic.css';
import '@fontsource-variable/figtree/index.css';
import './ui/theme/tokens.css';
import { ColorSchemeScript, mantineHtmlProps, MantineProvider } from '@mantine/core';
import { createContext, type ReactNode, useContext } from 'react';
import { Links, Meta, Outlet, Scripts, ScrollRestoration } from 'react-router';
import type { Route } from './+types/root';
import { principalContext } from './context.server';
import { recognise } from './door.server';
import { Keeping } from './ui/keeping/Keeping';
import { ErrorPage } from './ui/parts/ErrorPage';
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
        <Meta />
        <Links />
        <ColorSchemeScript defaultColorScheme="auto" nonce={nonce} suppressHydrationWarning />
      </head>
      <body>
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

/** Who is signed in: what is written here is theirs. */
export const loader = ({ context }: Route.LoaderArgs) => ({
  userId: context.get(principalContext)?.userId ?? null,
});

export default function App({ loaderData }: Route.ComponentProps) {
  return (
    <Keeping userId={loaderData.userId}>
      <Outlet />
    </Keeping>
  );
}

export function ErrorBoundary() {
  return <ErrorPage />;
}
