import { SURFACES, type SurfaceId, type Tool } from '#core/equipment';
import { pressingOn, pressureAt, type Pressing } from '#core/pressure';
import classes from './WhatIf.module.css';

/** The next softer thing to press against; null when there is none. */
const SOFTER: Partial<Record<SurfaceId, SurfaceId>> = { 'hard-floor': 'mat', mat: 'mattress' };

const peakOf = (pressing: Pressing, load: number): number | null => {
  const outcome = pressureAt(pressing, load);
  return outcome.ok ? outcome.value.peakKilopascals.value : null;
};

const halved = (tool: Tool): Tool => ({
  ...tool,
  face: { ...tool.face, radiusMillimetres: tool.face.radiusMillimetres / 2 },
  proudMillimetres: tool.proudMillimetres / 2,
});

/** “1.6 times as much”, “a tenth less”: a ratio as one would say it. */
export function ratioWords(ratio: number): string {
  if (ratio >= 1.15) return `${Math.round(ratio * 10) / 10} times as much`;
  if (ratio > 1.02) return `${Math.round((ratio - 1) * 100)} % more`;
  if (ratio > 0.98) return 'about the same';
  if (ratio > 0.6) return `${Math.round((1 - ratio) * 100)} % less`;
  return `only ${Math.round(ratio * 100)} % as much`;
}

/** What changes when one thing does: half the radius, a softer surface, twice the load. */
export function WhatIf({
  pressing,
  loadNewtons,
  against,
}: {
  pressing: Pressing;
  loadNewtons: number;
  /** What it is compared with in words. */
  against: Tool | undefined;
}) {
  const now = peakOf(pressing, loadNewtons);
  if (now === null || now === 0) return null;
  const { tool, surface } = pressing;
  const softer = SOFTER[surface.id];
  const onSofter = softer && { ...pressing, surface: SURFACES[softer] };
  const round = tool.face.kind === 'sphere';
  const changes = [
    {
      what: 'half the radius',
      peak: peakOf({ ...pressing, tool: halved(tool) }, loadNewtons),
      why: round
        ? 'a ball’s peak goes with R to the −⅔: 1.59 times, less what sinks away'
        : 'a roller’s peak goes with the root of 1/R: 1.41 times, less what sinks away',
    },
    ...(onSofter
      ? [
          {
            what: `a ${onSofter.surface.name} instead`,
            peak: peakOf(onSofter, loadNewtons),
            why: 'the tool sinks in and the body comes to rest beside it',
          },
        ]
      : []),
    {
      what: 'twice the load',
      peak: peakOf(pressing, loadNewtons * 2),
      why: round
        ? 'a ball’s peak goes with the cube root of the load: the contact spreads'
        : 'a roller’s peak goes with the square root of the load',
    },
  ];
  const other =
    against &&
    peakOf(
      pressingOn(against, surface, pressing.flesh),
      (loadNewtons * tool.contacts) / against.contacts,
    );
  return (
    <section className={classes.whatIf}>
      <h3>What if</h3>
      <ul>
        {changes.map(({ what, peak, why }) => (
          <li key={what}>
            <span>{what}</span>
            <strong>{peak === null ? '—' : ratioWords(peak / now)}</strong>
            <p>{why}</p>
          </li>
        ))}
      </ul>
      {against && other && (
        <p className={classes.says}>
          At the same load, {tool.name.toLowerCase()} presses {ratioWords(now / other)}{' '}
          {now / other >= 1.15 || now / other <= 0.6 ? 'as' : 'than'} {against.name.toLowerCase()}
          {now / other > 0.98 && now / other <= 1.02 ? ' does' : ''}.
        </p>
      )}
    </section>
  );
}
