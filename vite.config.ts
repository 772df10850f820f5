import { reactRouter } from '@react-router/dev/vite';
import { defineConfig } from 'vite';

export default defineConfig(({ isSsrBuild }) => ({
  plugins: [reactRouter()],
  resolve: { tsconfigPaths: true },
  // Packages of many small files are read as one: the server starts in half the time.
  ssr: {
    noExternal: [
      /^@mantine\//,
      /^@floating-ui/,
      /^d3-/,
      /^@tiptap\//,
      /^prosemirror/,
      /^drizzle-orm/,
      'zod',
      /^@dnd-kit/,
      /^@tabler/,
      'temporal-polyfill',
    ],
  },
  build: {
    target: 'es2022',
    // What belongs to which page: the service worker keeps those of the client.
    manifest: !isSsrBuild,
    rollupOptions: isSsrBuild ? { input: './server/app.ts' } : {},
  },
}));
