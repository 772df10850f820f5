import type { Point } from '#core/geometry';
import { armsOn, armTo } from './arms';
import { chairUnder, seatedBody, tableAt } from './chair';
import { floor, GROUND, lowest, skinAt } from './placing';
import { plus } from './rig';
import { drawnSide } from './scene';
import { type ArmPose, type SideBody, sideBody, type SidePose } from './sideFigure';
import type { Drawn, Wanted } from './wanted';

/** Leaning forward on folded arms, or upright with the hands in the lap. */
function sitter(forward: boolean): SideBody {
  if (!forward) return armsOn(seatedBody(), { upper: 166, fore: 104, shape: 'relaxed' }, null);
  const body = seatedBody({ pelvis: 34, chest: 52, neck: 62, head: 74 });
  return armsOn(body, { upper: 150, fore: 88, hand: 90, shape: 'flat' }, null);
}

const handOf = (toolId: string): NonNullable<ArmPose['shape']> =>
  toolId === 'helper-thumb' ? 'thumb' : toolId === 'helper-knuckle' ? 'knuckle' : 'flat';

/** Stands behind, one foot ahead, and leans from the hips; no arms yet. */
const STANDING: SidePose = {
  hip: [0, 0],
  pelvis: 12,
  chest: 22,
  neck: 34,
  head: 52,
  arm: null,
  leg: { thigh: 172, shank: 186, foot: 90 },
  farLeg: { thigh: 194, shank: 196, foot: 90 },
};

/** Somebody sits; a helper stands behind, one hand pressing, the other resting on them. */
export function helped(given: Wanted, forward: boolean): Drawn {
  const { tool, side } = given;
  const body = sitter(forward);
  const contact = skinAt(body, side.part === 'trunk' ? side : { ...side, part: 'trunk' });
  const still = sideBody(STANDING);
  const ground = GROUND - lowest([still.leg.outline, still.farLeg?.outline ?? []]);
  // So near that both hands reach with the elbows low, and behind the chair.
  const chairBack = Math.min(...body.trunk.outline.map(([x]) => x)) - 26;
  const shoulderX = Math.min(contact[0] - 150, chairBack + 40);
  const helper = sideBody({ ...STANDING, hip: [shoulderX - still.shoulder[0], ground] });
  const resting: Point = plus(body.shoulder, forward ? [-22, -24] : [-30, -22]);
  const arms = armsOn(
    helper,
    armTo(helper.shoulder, contact, forward ? 140 : 112, 1, handOf(tool.id)),
    armTo(helper.shoulder, resting, 120, 1, 'flat'),
  );
  // The forearms lie on the table.
  const top = lowest([body.arm?.limb.outline ?? [], body.arm?.hand ?? []]);
  // The pressing hand is before the one who sits; all else of the helper is behind.
  const drawn = drawnSide(arms);
  const layersOf = (near: boolean) =>
    drawn.layers.filter(({ depth }) => (depth === 'near') === near);
  return {
    side: 'right',
    bodies: [
      { ...drawn, layers: layersOf(false), helper: true },
      drawnSide(body),
      { ghost: false, face: [], hair: [], layers: layersOf(true), helper: true },
    ],
    things: [
      ...chairUnder(body),
      ...(forward ? tableAt(body.shoulder[0] + 10, body.shoulder[0] + 360, top) : []),
      floor(-520, 460),
    ],
    tools: [],
    contact,
    arrows: [],
  };
}
