// node scripts/drawScale.mjs small.json … large.json > docs/scale.svg: how the main pages' cost grows with the data, from what
// `npm run bench -- --scale --clients N --json` printed for each size.
import { readFileSync } from 'node:fs';
import { scaleLog } from 'd3-scale';
import { line } from 'd3-shape';

const PAGES = ['day sheet', 'caseload', 'brief', 'plan', 'today', 'save a session'];
const SIZE = { width: 760, height: 400, left: 62, right: 190, top: 24, bottom: 56 };
const INK = '#1F2E2B';
const SOFT = '#5E6B66';
const COLOURS = ['#1E5A52', '#3D7F75', '#B4562F', '#5B2A4E', '#A9759B', '#5E6B66'];

const runs = process.argv.slice(2).map((path) => JSON.parse(readFileSync(path, 'utf8')));
const points = runs.map(({ on, results }) => ({
  sessions: Number(/(\d+) sessions/.exec(on)[1]),
  of: (name) => results.find((one) => one.name.startsWith(name)),
}));
const x = scaleLog()
  .domain([points[0].sessions, points.at(-1).sessions])
  .range([SIZE.left, SIZE.width - SIZE.right]);
const y = scaleLog()
  .domain([10, 1000])
  .range([SIZE.height - SIZE.bottom, SIZE.top]);
const told = (n) => n.toLocaleString('en-GB');
const text = (at, more, words) =>
  `<text x="${at[0]}" y="${at[1]}" font-size="12" fill="${SOFT}" ${more}>${words}</text>`;
const drawn = (of, which) =>
  line()(points.map((one) => [x(one.sessions), y(Math.max(10, of(one)[which].p95_ms))]));

const ends = PAGES.map((name, n) => ({
  name,
  colour: COLOURS[n],
  end: points.at(-1).of(name).page.p95_ms,
})).sort((a, b) => b.end - a.end);
// Names at the ends are kept a line apart.
let last = -Infinity;
for (const one of ends) {
  one.at = Math.max(y(Math.max(10, one.end)) + 4, last + 16);
  last = one.at;
}
console.log(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${SIZE.width} ${SIZE.height}" font-family="Figtree, sans-serif" role="img" aria-label="Milliseconds at the 95th percentile against sessions kept, page by page">
<rect width="${SIZE.width}" height="${SIZE.height}" fill="#FCFAF5"/>
${[10, 30, 100, 300, 1000]
  .map(
    (ms) =>
      `<line x1="${SIZE.left}" x2="${SIZE.width - SIZE.right}" y1="${y(ms)}" y2="${y(ms)}" stroke="#DDD5C6" ${ms === 300 ? '' : 'stroke-dasharray="2 4"'}/>${text([SIZE.left - 8, y(ms) + 4], 'text-anchor="end"', `${ms} ms`)}`,
  )
  .join('\n')}
${points
  .map(({ sessions }) =>
    text(
      [x(sessions), SIZE.height - SIZE.bottom + 20],
      'text-anchor="middle"',
      `${told(sessions)}`,
    ),
  )
  .join('\n')}
${text([(SIZE.left + SIZE.width - SIZE.right) / 2, SIZE.height - 12], 'text-anchor="middle"', 'sessions kept in the practice; full line: the answer, dashed: its SQL alone; 95th percentile')}
${ends
  .map(
    ({ name, colour }) =>
      `<path d="${drawn(({ of }) => of(name), 'page')}" fill="none" stroke="${colour}" stroke-width="2"/><path d="${drawn(({ of }) => of(name), 'sql')}" fill="none" stroke="${colour}" stroke-dasharray="5 4"/>`,
  )
  .join('\n')}
${ends
  .map(
    ({ name, end, colour, at }) =>
      `<text x="${SIZE.width - SIZE.right + 12}" y="${at}" font-size="12" fill="${INK}"><tspan fill="${colour}">■</tspan> ${name}, ${Math.round(end)} ms</text>`,
  )
  .join('\n')}
</svg>`);
