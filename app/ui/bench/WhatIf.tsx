import { SURFACES, type SurfaceId, type Tool } from '#core/equipment';
import { pressingOn, pressureAt, type Pressing } from '#core/pressure';
import classes from './WhatIf.module.css';

/** The next softer thing to press against; null when there is none. */
const SOFTER: Partial<Record<SurfaceId, SurfaceId>> = { 'hard-floor': 'mat', mat: 'mattress' };

const pressureOf = (pressing: Pressing, load: number): number | null => {
  const outcome = pressureAt(pressing, load);
  return outcome.ok ? outcome.value.kilopascals.value : null;
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
  const now = pressureOf(pressing, loadNewtons);
  if (now === null || now === 0) return null;
  const { tool, surface } = pressing;
  const softer = tool.drive === 'body' ? SOFTER[surface.id] : undefined;
  const onSofter = softer && { ...pressing, surface: SURFACES[softer] };
  const round = tool.face.kind === 'sphere';
  const isAir = tool.stuff.kind === 'air';
  const changes = [
    {
      what: 'half the radius',
      pressure: pressureOf({ ...pressing, tool: halved(tool) }, loadNewtons),
      why: round
        ? isAir
          ? 'smaller, but no harder: it gives as the air in it does'
          : 'half as wide, it goes deeper and lies on far less skin'
        : 'thinner, it goes deeper; its length still spreads the load',
    },
    ...(onSofter
      ? [
          {
            what: `a ${onSofter.surface.name} instead`,
            pressure: pressureOf(onSofter, loadNewtons),
            why: 'the tool sinks in and the body comes to rest beside it',
          },
        ]
      : []),
    {
      what: 'twice the load',
      pressure: pressureOf(pressing, loadNewtons * 2),
      why: round
        ? isAir
          ? 'the contact spreads and the ball gives: it never presses harder than it is stiff'
          : 'first the contact spreads; once it is in to its middle, pressure goes with the load'
        : 'the contact spreads as the roller sinks in',
    },
  ];
  const other =
    against &&
    pressureOf(
      pressingOn(against, surface, pressing.flesh),
      (loadNewtons * tool.contacts) / against.contacts,
    );
  return (
    <section className={classes.whatIf}>
      <h3>What if</h3>
      <ul>
        {changes.map(({ what, pressure, why }) => (
          <li key={what}>
            <span>{what}</span>
            <strong>{pressure === null ? '—' : ratioWords(pressure / now)}</strong>
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
