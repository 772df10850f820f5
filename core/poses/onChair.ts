import type { Point } from '#core/geometry';
import { armsOn } from './arms';
import { chairUnder, HIP, RESTING, seatedBody, tableAt } from './chair';
import { across, atFace, atNape, hooked, onCane } from './handAtHead';
import { atArm, atFoot, atLeg } from './handOnLimb';
import { HANDS } from './hands';
import { floor, GROUND, lowest, skinAt } from './placing';
import { minus, reach, turned } from './rig';
import { drawnSide } from './scene';
import { SIDE_LENGTHS, type SideBody, sideBody } from './sideFigure';
import { lyingTool } from './tools';
import { type Drawn, solve, type Wanted } from './wanted';

const { upperArm, forearm, thigh, shank, ankleHeight } = SIDE_LENGTHS;

const LEG = [thigh, shank] as const;

/** Sitting: where the hand goes decides what is seen. */
export function seated(given: Wanted): Drawn {
  const { siteId, tool, side } = given;
  if (siteId === 'skull-base' || siteId === 'neck-groove') return atNape(given);
  if (tool.id === 'straight-cane') return onCane(given);
  if (tool.drive === 'arms' && side.part !== 'leg') return hooked(given);
  if (side.faces === 'down' || side.faces === 'up') {
    if (side.part === 'leg') return atFoot(given);
  }
  if (side.part === 'leg') return atLeg(given);
  if (side.part === 'arm') return atArm(given);
  const y = side.at[1];
  const isNeckSide = y >= 120 && y < 180 && side.faces === 'near';
  if (
    isNeckSide ||
    [
      'shoulder-ridge',
      'blade-corner',
      'collarbone-points',
      'chest-under',
      'breastbone',
      'above-ridge',
      'side-of-trunk',
      'outer-blade-edge',
    ].includes(siteId)
  ) {
    return across(given);
  }
  return atFace(given);
}

/** Elbow on a table, the head resting on the thumb. */
export function seatedTable({ side }: Wanted): Drawn {
  const seated = seatedBody({ pelvis: 8, chest: 16, neck: 22, head: 14 });
  const contact = skinAt(seated, side);
  const elbow: Point = [contact[0] + 26, contact[1] + forearm + 66];
  const [upper] = [
    (Math.atan2(elbow[0] - seated.shoulder[0], seated.shoulder[1] - elbow[1]) * 180) / Math.PI,
  ];
  const size = Math.hypot(elbow[0] - seated.shoulder[0], elbow[1] - seated.shoulder[1]);
  const wrist = minus(contact, turned(HANDS.thumb.tip, 178));
  const fore = (Math.atan2(wrist[0] - elbow[0], elbow[1] - wrist[1]) * 180) / Math.PI;
  const body = armsOn(
    seated,
    {
      upper: (upper + 360) % 360,
      fore: (fore + 360) % 360,
      hand: 358,
      shape: 'thumb',
      lengths: [size / upperArm, 1],
    },
    null,
  );
  return {
    side: 'right',
    bodies: [drawnSide(body)],
    things: tableAt(elbow[0] - 110, elbow[0] + 300, elbow[1] + 17),
    tools: [],
    contact,
    arrows: [
      { from: [contact[0] - 118, contact[1] - 128], to: [contact[0] - 86, contact[1] - 50] },
    ],
    closeUp: [seated.skull[0] - 220, seated.skull[1] - 170, 470, 470],
  };
}

/** A hard chair, the thigh on a ball. */
export function seatedThigh(given: Wanted): Drawn {
  const { tool, side, proud } = given;
  const build = (angle: number) => {
    const body = seatedBody({}, { thigh: angle, shank: 176, foot: 90 });
    return body;
  };
  const seatOf = (body: SideBody) =>
    lowest([body.trunk.outline.filter(([, y]) => y > HIP[1] - 30)]);
  const angle = solve(
    (value) => {
      const body = build(value);
      return seatOf(body) - skinAt(body, side)[1] - proud * 0.86;
    },
    60,
    96,
  );
  const body = armsOn(build(angle), RESTING, null);
  const contact = skinAt(body, side);
  const [chair, ...rest] = chairUnder(body);
  return {
    side: 'right',
    bodies: [drawnSide(body)],
    things: [...(chair ? [chair] : []), ...rest, floor(-180, 420)],
    tools: lyingTool(tool, [contact[0], contact[1] - 3], [0, 1]),
    contact,
    arrows: [{ from: [contact[0], contact[1] - 200], to: [contact[0], contact[1] - 122] }],
  };
}

/** The foot on a ball, sitting or standing. */
export function footOn(given: Wanted, standing: boolean): Drawn {
  const { tool, side, proud } = given;
  const [toX] = side.at;
  if (standing) {
    const hip: Point = [0, GROUND - thigh - shank - ankleHeight + 2];
    const ankle: Point = [hip[0] + 96 - toX * 0.2, GROUND - ankleHeight - proud * 0.94];
    const [up, down] = reach(hip, ankle, LEG, -1);
    const body = sideBody({
      hip,
      pelvis: 1,
      chest: 1,
      neck: 4,
      head: 8,
      arm: { upper: 190, fore: 172 },
      farArm: { upper: 120, fore: 76, hand: 60, shape: 'flat' },
      leg: { thigh: up, shank: down, foot: 90 },
      farLeg: { thigh: 181, shank: 181, foot: 90 },
    });
    const contact = skinAt(body, side);
    const hand = body.farArm?.onHand(HANDS.flat.tip) ?? [0, 0];
    return {
      side: 'right',
      bodies: [drawnSide(body)],
      things: [
        {
          what: 'wall',
          solid: true,
          points: [
            [hand[0] + 2, 60],
            [hand[0] + 26, 60],
            [hand[0] + 26, GROUND],
            [hand[0] + 2, GROUND],
          ],
        },
        floor(-240, hand[0] + 60),
      ],
      tools: lyingTool(tool, [contact[0], GROUND - proud], [0, 1]),
      contact,
      arrows: [
        { from: [contact[0] + 86, contact[1] - 160], to: [contact[0] + 70, contact[1] - 76] },
      ],
    };
  }
  const ankle: Point = [HIP[0] + thigh - 4, GROUND - ankleHeight - proud * 0.94];
  const [up, down] = reach(HIP, ankle, LEG, -1);
  const body = armsOn(seatedBody({}, { thigh: up, shank: down, foot: 90 }), RESTING, null);
  const contact = skinAt(body, side);
  return {
    side: 'right',
    bodies: [drawnSide(body)],
    things: [...chairUnder(body), floor(-180, 440)],
    tools: lyingTool(tool, [contact[0], GROUND - proud], [0, 1]),
    contact,
    arrows: [{ from: [contact[0] + 96, contact[1] - 170], to: [contact[0] + 84, contact[1] - 84] }],
  };
}
