import type { Config } from '@react-router/dev/config';

export default {
  ssr: true,
  future: { v8_middleware: true },
  // Without a line no page can be asked for the routes it does not know.
  routeDiscovery: { mode: 'initial' },
} satisfies Config;
