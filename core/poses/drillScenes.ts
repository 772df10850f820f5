import { armsOn } from './arms';
import { chairUnder, seatedBody } from './chair';
import { fromAbove } from './fromAbove';
import { frontBody, type FrontPose } from './frontFigure';
import { floor } from './placing';
import { plus, step } from './rig';
import { drawnFront, drawnSide } from './scene';
import type { Drawn } from './wanted';

export const SIT: Pick<FrontPose, 'hip' | 'pelvis' | 'seen' | 'legs'> = {
  hip: [0, 474],
  pelvis: 0,
  seen: 'front',
  legs: { right: { out: [6, 0], lengths: [0.4, 1] }, left: { out: [6, 0], lengths: [0.4, 1] } },
};

export const BUST = [-270, -60, 540, 560] as const;

export function headTurned(to: number, back: number): Drawn {
  return {
    side: 'right',
    bodies: [fromAbove(0), fromAbove(back, true), fromAbove(to)].map((body, index) =>
      index === 2 ? { ...body, layers: body.layers.slice(1) } : body,
    ),
    things: [],
    tools: [],
    contact: null,
    arrows: [{ from: step([0, 0], back, 126), to: step([0, 0], to, 126), bow: (back - to) / 300 }],
  };
}

function shoulders(): Drawn {
  const arms = { right: { out: [8, 10] }, left: { out: [8, 10] } } as const;
  const low = frontBody({ ...SIT, arms, shrug: -4 });
  const high = frontBody({ ...SIT, arms, shrug: 30 });
  return {
    side: 'right',
    bodies: [drawnFront(low), { ...drawnFront(high, true), face: [], hair: [] }],
    things: [],
    tools: [],
    contact: null,
    arrows: [
      { from: [166, 236], to: [166, 168] },
      { from: [192, 168], to: [192, 240] },
      { from: [-166, 236], to: [-166, 168] },
      { from: [-192, 168], to: [-192, 240] },
    ],
    closeUp: BUST,
  };
}

function armReach(): Drawn {
  const sits = seatedBody();
  const back = armsOn(sits, { upper: 214, fore: 122, hand: 112, shape: 'relaxed' }, null);
  const body = armsOn(sits, { upper: 92, fore: 88, hand: 88, shape: 'flat' }, null);
  const hand = body.arm?.onHand([0, 108]) ?? [0, 0];
  return {
    side: 'right',
    bodies: [
      {
        ghost: true,
        face: [],
        hair: [],
        layers: [
          {
            depth: 'near',
            outlines: back.arm ? [back.arm.limb.outline, back.arm.hand] : [],
          },
        ],
      },
      drawnSide(body),
    ],
    things: [...chairUnder(body), floor(-180, 420)],
    tools: [],
    contact: null,
    arrows: [{ from: plus(hand, [-150, -54]), to: plus(hand, [-30, -48]) }],
  };
}

function headOverShoulders(): Drawn {
  const before = seatedBody({ pelvis: 352, chest: 8, neck: 40, head: 8 });
  const body = seatedBody({ pelvis: 0, chest: 0, neck: 358, head: 2 });
  return {
    side: 'right',
    bodies: [
      { ...drawnSide(before, true), layers: [{ depth: 'body', outlines: [before.trunk.outline] }] },
      drawnSide(armsOn(body, { upper: 170, fore: 112 }, null)),
    ],
    things: chairUnder(body),
    tools: [],
    contact: null,
    arrows: [
      { from: plus(body.skull, [150, 10]), to: plus(body.skull, [86, 0]) },
      { from: plus(body.skull, [-90, -60]), to: plus(body.skull, [-90, -140]) },
    ],
    closeUp: [body.skull[0] - 250, body.skull[1] - 190, 540, 540],
  };
}

export const DRILLS: Record<string, () => Drawn> = {
  shoulders,
  'arm-reach': armReach,
  'head-turn': () => headTurned(52, -52),
  'head-over-shoulders': headOverShoulders,
};
