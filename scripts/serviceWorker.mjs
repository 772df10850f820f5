// After the build: what a phone needs to open without a line. The service worker with the list of files it keeps, and
// the icons of the installed application.
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { join, resolve } from 'node:path';
import sharp from 'sharp';
import { build } from 'vite';
import { injectManifest } from 'workbox-build';

const ROOT = resolve(import.meta.dirname, '..');
const CLIENT = join(ROOT, 'build/client');
const MANIFEST = join(CLIENT, '.vite/manifest.json');

/** What a client’s pages are made of: these modules and all they fetch. */
const isEntry = (name) =>
  /^app\/(entry\.client|root)\.tsx$/.test(name) ||
  /^app\/routes\/(client\/|public\/(shell\/|door))/.test(name);
/** Letters the product’s own words are written in; others come over the line. */
const isNeededFont = (file) => !file.endsWith('.woff2') || /-latin-(?!ext)/.test(file);

function filesOfPages() {
  const manifest = JSON.parse(readFileSync(MANIFEST, 'utf8'));
  const files = new Set();
  const seen = new Set();
  const take = (name) => {
    const chunk = manifest[name];
    if (!chunk || seen.has(name)) return;
    seen.add(name);
    for (const file of [chunk.file, ...(chunk.css ?? []), ...(chunk.assets ?? [])]) files.add(file);
    for (const next of [...(chunk.imports ?? []), ...(chunk.dynamicImports ?? [])]) take(next);
  };
  for (const name of Object.keys(manifest)) if (isEntry(name.replace(/\?.*$/, ''))) take(name);
  for (const name of readdirSync(join(CLIENT, 'assets'))) {
    if (/^manifest-.*\.js$/.test(name)) files.add(`assets/${name}`);
  }
  return [...files].filter(isNeededFont).filter((file) => existsSync(join(CLIENT, file)));
}

async function icons() {
  mkdirSync(join(CLIENT, 'icons'), { recursive: true });
  const drawn = readFileSync(join(ROOT, 'public/mark.svg'));
  const ground = { r: 0x1e, g: 0x5a, b: 0x52, alpha: 1 };
  for (const size of [192, 512]) {
    const whole = sharp(drawn, { density: 1200 }).resize(size, size);
    await whole.png().toFile(join(CLIENT, `icons/${size}.png`));
    // A phone cuts it to a shape of its own: what matters lies in the middle four fifths.
    const inner = Math.round(size * 0.72);
    const margin = Math.floor((size - inner) / 2);
    await sharp(drawn, { density: 1200 })
      .resize(inner, inner)
      .extend({
        top: margin,
        left: margin,
        bottom: size - inner - margin,
        right: size - inner - margin,
        background: ground,
      })
      .flatten({ background: ground })
      .png()
      .toFile(join(CLIENT, `icons/${size}-maskable.png`));
  }
}

const files = filesOfPages();
await icons();
await build({
  root: ROOT,
  configFile: false,
  logLevel: 'warn',
  define: { 'process.env.NODE_ENV': '"production"' },
  publicDir: false,
  build: {
    outDir: CLIENT,
    emptyOutDir: false,
    copyPublicDir: false,
    lib: {
      entry: join(ROOT, 'app/workers/service.worker.mjs'),
      formats: ['es'],
      fileName: () => 'service-worker.js',
    },
  },
});
// The shell is made of these files: another build, another shell.
const revision = createHash('sha256')
  .update([...files].sort().join('\n'))
  .digest('hex')
  .slice(0, 16);
const { count, size, warnings } = await injectManifest({
  swSrc: join(CLIENT, 'service-worker.js'),
  swDest: join(CLIENT, 'service-worker.js'),
  globDirectory: CLIENT,
  globPatterns: [...files, 'mark.svg', 'icons/192.png'],
  dontCacheBustURLsMatching: /^assets\//,
  maximumFileSizeToCacheInBytes: 4_000_000,
  additionalManifestEntries: [{ url: '/shell', revision }],
});
for (const warning of warnings) console.warn(warning);
rmSync(join(CLIENT, '.vite'), { recursive: true });
console.log(
  `The service worker keeps ${count} files, ${Math.round(size / 1024)} kB before packing.`,
);
