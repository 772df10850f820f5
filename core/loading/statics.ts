import { SEGMENTS, segmentShare, type Segment } from './body';

/**
 * Force on a wall by a body that leans straight against it over a smooth contact: moments about the
 * ankle give N = W (c/s) tan φ with sin φ = d/s.
 *
 * @param weightNewtons body weight
 * @param centreMetres centre of mass, along the body from the ankle
 * @param contactMetres where the ball touches, along the body from the ankle
 * @param feetMetres distance of the ankles from the point below the contact
 * @returns newtons; NaN when the feet are further away than the contact is high
 * @example leanForce(70 * 9.80665, 0.95, 1.2, 0.3) / 9.80665 // => about 14.3
 */
export function leanForce(
  weightNewtons: number,
  centreMetres: number,
  contactMetres: number,
  feetMetres: number,
): number {
  const sine = feetMetres / contactMetres;
  return (weightNewtons * (centreMetres / contactMetres) * sine) / Math.sqrt(1 - sine * sine);
}

/** How near to the tool a support may be and still touch the ground, as a share of stature. */
const LIFTED_OFF = 0.07;

const TRUNK: readonly Segment[] = ['upperTrunk', 'middleTrunk', 'lowerTrunk'];

interface PointMass {
  at: number;
  share: number;
}

/** The masses between the shoulders and the knees of a lying body. */
function masses(legs: 'straight' | 'bent'): PointMass[] {
  const trunk = TRUNK.map((segment) => ({
    at: SEGMENTS[segment].at,
    share: segmentShare(segment),
  }));
  const thighs = 2 * segmentShare('thigh');
  // A bent leg stands on its foot: half of the thigh rests at the hip, half on the foot.
  return legs === 'bent'
    ? [...trunk, { at: 0.48, share: thighs / 2 }]
    : [...trunk, { at: SEGMENTS.thigh.at, share: thighs }];
}

/**
 * Share of body weight a tool under a lying body carries: the body hinges at the tool, and each mass
 * between the tool and its neighbouring support loads it by the lever rule.
 *
 * @param tool where the tool lies, as a share of stature from the crown
 * @param supports where else the body rests, the same way
 * @returns 0–1 of body weight, for both halves of the body together
 */
export function leverShare(
  tool: number,
  supports: readonly number[],
  legs: 'straight' | 'bent',
): number {
  const standing = supports.filter((support) => Math.abs(support - tool) > LIFTED_OFF);
  const headwards = Math.max(...standing.filter((support) => support < tool), -Infinity);
  const footwards = Math.min(...standing.filter((support) => support > tool), Infinity);
  return masses(legs).reduce((sum, { at, share }) => {
    if (at >= headwards && at <= tool && Number.isFinite(headwards)) {
      return sum + (share * (at - headwards)) / (tool - headwards);
    }
    if (at > tool && at <= footwards && Number.isFinite(footwards)) {
      return sum + (share * (footwards - at)) / (footwards - tool);
    }
    return sum;
  }, 0);
}

/** Where the hip joint of a sitting body is, as a share of stature from the crown. */
const HIP_AT = 0.47;

/**
 * Share of body weight one leg puts on a tool under it, the hip on the ground and the heel free:
 * moments of thigh, shank and foot about the hip.
 */
export function legShare(tool: number): number {
  const arm = Math.max(0.06, tool - HIP_AT);
  return (['thigh', 'shank', 'foot'] as const).reduce(
    (sum, segment) => sum + (segmentShare(segment) * (SEGMENTS[segment].at - HIP_AT)) / arm,
    0,
  );
}
