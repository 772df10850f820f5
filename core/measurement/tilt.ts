const RADIANS = Math.PI / 180;

/** The pull of gravity in the phone's own axes (x right, y up, z out of the screen), of length 1. */
export type Gravity = readonly [x: number, y: number, z: number];

/**
 * Gravity from the browser's orientation angles: `beta` front to back, −180–180°, `gamma` left to
 * right, −90–90°. W3C Device Orientation: rotations Z-X′-Y″, from memory.
 *
 * @example gravityOf(0, 0) // => [0, 0, -1], lying on its back
 */
export function gravityOf(beta: number, gamma: number): Gravity {
  const b = beta * RADIANS;
  const g = gamma * RADIANS;
  return [Math.cos(b) * Math.sin(g), -Math.sin(b), -Math.cos(b) * Math.cos(g)];
}

/** How far the phone was tilted between two moments, 0–180°. Turning about the vertical counts nothing. */
export function tiltBetween(from: Gravity, to: Gravity): number {
  const dot = from[0] * to[0] + from[1] * to[1] + from[2] * to[2];
  const cross = Math.hypot(
    from[1] * to[2] - from[2] * to[1],
    from[2] * to[0] - from[0] * to[2],
    from[0] * to[1] - from[1] * to[0],
  );
  return Math.atan2(cross, dot) / RADIANS;
}
