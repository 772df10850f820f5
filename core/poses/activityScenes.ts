import { findDrill, findStretch, type Picture } from '#core/activities';
import type { Side } from '#core/anatomy';
import { findTest } from '#core/measurement';
import { armsOn, armTo } from './arms';
import { DRILLS } from './drillScenes';
import { ground, onBack } from './lain';
import { plus } from './rig';
import { drawnSide, mirrored, type Scene } from './scene';
import { STRETCHES } from './stretchScenes';
import { testScene } from './testScenes';
import type { Drawn } from './wanted';

const told = (drawn: Drawn, side: Side, says: string): Scene => {
  const { side: own, ...scene } = drawn;
  const named = { ...scene, says };
  return side === 'mid' || side === own ? named : mirrored(named);
};

/**
 * A stretch as a picture: the start faintly, the end in full.
 *
 * @returns null for an id that is not known
 */
export function stretchScene(id: string, side: Side): Scene | null {
  const stretch = findStretch(id);
  const draw = stretch && STRETCHES[stretch.id];
  return draw ? told(draw(), side, `${stretch.name}, drawn.`) : null;
}

/**
 * A drill as a picture: both ends of the movement.
 *
 * @returns null for an id that is not known
 */
export function drillScene(id: string, side: Side): Scene | null {
  const drill = findDrill(id);
  const draw = drill && DRILLS[drill.id];
  return draw ? told(draw(), side, `${drill.name}, drawn.`) : null;
}

/**
 * What shows an activity, drawn for a side.
 *
 * @returns null for an id that is not known
 */
export function activityScene({ of, id }: Picture, side: Side): Scene | null {
  switch (of) {
    case 'stretch':
      return stretchScene(id, side);
    case 'drill':
      return drillScene(id, side);
    case 'test': {
      const test = findTest(id);
      return test ? testScene(test.id, `${test.name}, drawn.`) : null;
    }
    case 'breathing':
      return id === 'low' ? breathScene() : null;
  }
}

/** On the back, a hand low on the belly: where the breath should go. */
export function breathScene(): Scene {
  const lain = onBack(null, 0);
  const belly = lain.trunk.put([48, 430]);
  const body = armsOn(lain, armTo(lain.shoulder, plus(belly, [0, -2]), 112, 1, 'flat'), {
    upper: 96,
    fore: 84,
  });
  return {
    bodies: [drawnSide(body)],
    things: [ground(-560, 420)],
    tools: [],
    contact: null,
    arrows: [{ from: plus(belly, [20, -50]), to: plus(belly, [20, -128]) }],
    says: 'On the back, a hand low on the belly.',
  };
}
