import type { Limb, Pose } from '#core/measurement';
import classes from './PosedFigure.module.css';

const LAYERS = ['far', 'body', 'arm'] as const;

/** A tapering limb with round ends. */
function limbPath({ from: [ax, ay], to: [bx, by], broad: [a, b] }: Limb): string {
  const length = Math.hypot(bx - ax, by - ay) || 1;
  const [nx, ny] = [-(by - ay) / length, (bx - ax) / length];
  const [ra, rb] = [a / 2, b / 2];
  return [
    `M${ax + nx * ra},${ay + ny * ra}`,
    `L${bx + nx * rb},${by + ny * rb}`,
    `A${rb},${rb} 0 0 0 ${bx - nx * rb},${by - ny * rb}`,
    `L${ax - nx * ra},${ay - ny * ra}`,
    `A${ra},${ra} 0 0 0 ${ax + nx * ra},${ay + ny * ra}Z`,
  ].join('');
}

/** What the pose takes up: left, top, width, height. */
export function frameOf({
  limbs,
  head,
  things,
  angle,
}: Pose): readonly [number, number, number, number] {
  const points = [
    ...limbs.flatMap(({ from, to }) => [from, to]),
    head.at,
    ...(angle ? [angle.one, angle.other] : []),
    ...things.flat().filter(([x, y]) => Math.abs(x) < 560 && y < 1100),
  ];
  const xs = points.map(([x]) => x);
  const ys = points.map(([, y]) => y);
  const pad = 90;
  const [left, right] = [Math.min(...xs) - pad, Math.max(...xs) + pad];
  const [top, bottom] = [Math.min(...ys) - pad, Math.max(...ys) + pad];
  return [left, top, right - left, bottom - top];
}

/** The drawing itself, to be laid into an svg: limbs in one tone under one calm line. */
export function PosedBody({ pose }: { pose: Pose }) {
  const { at, radius, faces } = pose.head;
  const [hx, hy] = at;
  // From the front there is no profile to draw.
  const profile = radius > 0 && (faces[0] !== 0 || faces[1] !== 0);
  // The face points along `faces`; hair lies on the far side of it.
  const along = (forward: number, up: number) => {
    const [fx, fy] = faces;
    return `${hx + fx * forward * radius + fy * up * radius},${hy + fy * forward * radius - fx * up * radius}`;
  };
  const nose = `M${along(0.9, 0.28)}Q${along(1.02, 0.1)} ${along(1.2, -0.08)}Q${along(1.12, -0.16)} ${along(0.95, -0.16)}`;
  const hair = `M${along(0.62, 0.78)}Q${along(0.2, 0.55)} ${along(-0.05, 0.12)}Q${along(-0.4, -0.3)} ${along(-0.72, -0.68)}A${radius},${radius} 0 0 1 ${along(0.62, 0.78)}Z`;
  return (
    <>
      {pose.things.map((line) => (
        <polyline
          key={line.join(' ')}
          points={line.map((point) => point.join(',')).join(' ')}
          className={classes.thing}
        />
      ))}
      {LAYERS.map((layer) => {
        const limbs = pose.limbs.filter((limb) => limb.layer === layer);
        // First every edge, then every fill: one line runs round the whole layer.
        return (
          <g key={layer} className={classes.layer} data-layer={layer}>
            {['edge', 'fill'].map((what) => (
              <g key={what} className={what === 'edge' ? classes.edge : classes.fill}>
                {limbs.map((limb) => (
                  <path key={limbPath(limb)} d={limbPath(limb)} />
                ))}
                {layer === 'body' && radius > 0 && <circle cx={hx} cy={hy} r={radius} />}
                {layer === 'body' && profile && <path d={nose} />}
              </g>
            ))}
            {layer === 'body' && profile && (
              <>
                <path d={hair} className={classes.hair} />
                <circle cx={hx} cy={hy} r={radius * 0.15} className={classes.ear} />
              </>
            )}
          </g>
        );
      })}
    </>
  );
}

/** A posed person with the angle that is read, as a small picture beside a test. */
export function PosedFigure({ pose, label }: { pose: Pose; label: string }) {
  const frame = frameOf(pose);
  const { angle } = pose;
  return (
    <svg viewBox={frame.join(' ')} className={classes.figure} role="img" aria-label={label}>
      <PosedBody pose={pose} />
      {angle && (
        <polyline
          points={[angle.one, angle.vertex, angle.other].map((point) => point.join(',')).join(' ')}
          className={classes.angle}
        />
      )}
    </svg>
  );
}
