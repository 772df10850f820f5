import fc from 'fast-check';
import { DRILLS, STRETCHES } from '#core/activities';
import { SITES } from '#core/anatomy';
import { findTool } from '#core/equipment';
import type { Point } from '#core/geometry';
import { TESTS, readPicture } from '#core/measurement';
import {
  breathScene,
  drillScene,
  frameOf,
  mirrored,
  pointsOfSample,
  SAMPLES,
  setupScene,
  stretchScene,
  lainOnBall,
  testScene,
  type Scene,
} from '.';
import { bend, distance, reach, step, type Limb } from './rig';

const SETUPS = SITES.flatMap((site) =>
  site.setups.map(({ toolId, positionId }) => ({ siteId: site.id, toolId, positionId })),
);
const drawn = (one: (typeof SETUPS)[number], side: 'left' | 'right' = 'right'): Scene => {
  const scene = setupScene(one.siteId, one.toolId, one.positionId, side);
  if (!scene) throw new Error(`${one.siteId} with ${one.toolId} is not drawn.`);
  return scene;
};
const named = SETUPS.map(
  (one) => [`${one.siteId}, ${one.toolId}, ${one.positionId}`, one] as const,
);
const ACTIVITIES: (readonly [string, Scene | null])[] = [
  ...STRETCHES.map(({ id }) => [id, stretchScene(id, 'right')] as const),
  ...DRILLS.map(({ id }) => [id, drillScene(id, 'right')] as const),
  ['breath', breathScene()],
  ...TESTS.map(({ id, name }) => [id, testScene(id, name)] as const),
];
const ALL: (readonly [string, Scene])[] = [
  ...named.map(([name, one]) => [name, drawn(one)] as const),
  ...ACTIVITIES.flatMap(([name, scene]) => (scene ? [[name, scene] as const] : [])),
];

const skinOf = (scene: Scene): Point[] =>
  scene.bodies
    .filter(({ helper, ghost }) => !helper && !ghost)
    .flatMap(({ layers }) => layers.flatMap(({ outlines }) => outlines.flat()));
const floorOf = ({ things }: Scene) => things.find(({ what }) => what === 'floor')?.points[0]?.[1];
const isBig = (tool: { drive: string } | undefined) => tool?.drive === 'body';

describe('the rig', () => {
  const limb: Limb = {
    outline: [
      [-5, 0],
      [-5, 50],
      [-5, 100],
      [5, 100],
      [5, 50],
      [5, 0],
    ],
    bones: [
      { joint: [0, 0], gives: 0 },
      { joint: [0, 50], gives: 8 },
      { joint: [0, 100], gives: 4 },
    ],
    along: ([, y]) => y,
  };
  const degrees = fc.double({ min: -170, max: 170, noNaN: true });

  it('bones keep their length however they are bent', () => {
    fc.assert(
      fc.property(degrees, degrees, (one, two) => {
        const [hip, knee, ankle] = bend(limb, [7, 9], [one, two, two]).joints;
        if (!hip || !knee || !ankle) throw new Error('three joints');
        expect(distance(hip, knee)).toBeCloseTo(50, 6);
        expect(distance(knee, ankle)).toBeCloseTo(50, 6);
      }),
    );
  });

  it('skin keeps its distance from the joint it bends about', () => {
    fc.assert(
      fc.property(degrees, (two) => {
        const posed = bend(limb, [0, 0], [0, two, two]);
        expect(distance(posed.put([5, 50]), [0, 50])).toBeCloseTo(5, 6);
        expect(distance(posed.put([-5, 50]), [0, 50])).toBeCloseTo(5, 6);
      }),
    );
  });

  it('goes the shorter way round: 358° after 4° is six degrees back', () => {
    const posed = bend(limb, [0, 0], [4, 358, 358]);
    expect(distance(posed.put([5, 50]), bend(limb, [0, 0], [4, -2, -2]).put([5, 50]))).toBeCloseTo(
      0,
    );
  });

  it('two bones reach what lies within their reach, to either side', () => {
    const inReach = fc.record({
      way: fc.double({ min: 0, max: 360, noNaN: true }),
      far: fc.double({ min: 31, max: 169, noNaN: true }),
      side: fc.constantFrom(1 as const, -1 as const),
    });
    fc.assert(
      fc.property(inReach, ({ way, far, side }) => {
        const to = step([3, 4], way, far);
        const [one, two] = reach([3, 4], to, [100, 70], side);
        expect(distance(step(step([3, 4], one, 100), two, 70), to)).toBeLessThan(0.05);
      }),
    );
  });

  it('what is out of reach is pointed at, with no nonsense', () => {
    const [one, two] = reach([0, 0], [1000, 0], [100, 70], 1);
    expect(one).toBeCloseTo(90, -0.5);
    expect(two).toBeCloseTo(90, -0.5);
  });
});

describe('lying over a ball that is moved about', () => {
  const ids = ['usual', 'hands-and-foot', 'ankle-crossed', 'knees-tipped', 'knee-hugged'];
  it('rests on the ball wherever it lies, with nothing through the floor', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 200, max: 540, noNaN: true }),
        fc.constantFrom(...ids),
        (at, id) => {
          const { scene, contact, crownX } = lainOnBall(at, 38, id);
          // The skin is on top of the ball, or a little into it: flesh gives.
          expect(contact[1]).toBeLessThan(-18);
          expect(contact[1]).toBeGreaterThan(-60);
          expect(contact[0] - crownX).toBeCloseTo(at, 6);
          for (const [x, y] of skinOf(scene)) {
            expect(Number.isFinite(x)).toBe(true);
            expect(y).toBeLessThan(14);
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  it('with the ball further down the body, it lies further from the crown in the drawing', () => {
    const places = [220, 300, 380, 460, 530].map((at) => {
      const { scene, contact } = lainOnBall(at, 38, 'usual');
      return contact[0] - Math.min(...skinOf(scene).map(([x]) => x));
    });
    expect(places).toEqual([...places].sort((a, b) => a - b));
  });
});

describe('every setup of the tables is drawn', () => {
  it('each of them, both sides, and the left is the mirror image of the right', () => {
    for (const one of SETUPS) {
      const [left, right] = [drawn(one, 'left'), drawn(one, 'right')];
      const xs = (scene: Scene) => skinOf(scene).map(([x]) => x);
      const sum = xs(left).reduce(
        (all, x, index) => all + Math.abs(x + (xs(right)[index] ?? 0)),
        0,
      );
      expect(sum).toBeCloseTo(0, 6);
      expect(left.says).toContain('left');
    }
  });

  it('an unknown site, tool or posture has no drawing', () => {
    expect(setupScene('nose', 'fingers', 'seated', 'left')).toBeNull();
    expect(setupScene('temple', 'spoon', 'seated', 'left')).toBeNull();
    expect(setupScene('temple', 'fingers', 'hammock', 'left')).toBeNull();
    expect(stretchScene('splits', 'left')).toBeNull();
    expect(drillScene('star-jump', 'left')).toBeNull();
  });

  it.each(named)(
    '%s: marked where it presses, and the tool lies on the skin there',
    (_name, one) => {
      const scene = drawn(one);
      const { contact } = scene;
      expect(contact).not.toBeNull();
      if (!contact) return;
      // The place lies on the body, give or take a finger.
      const nearest = Math.min(...skinOf(scene).map((point) => distance(point, contact)));
      expect(nearest).toBeLessThan(44);
      const tool = findTool(one.toolId);
      if (isBig(tool)) {
        const [first] = scene.tools;
        const at = first?.points[0];
        if (!first || !at) throw new Error('a tool that carries weight is drawn');
        const gaps = scene.tools
          .filter(({ kind }) => kind !== 'line')
          .flatMap(({ points, radius }) =>
            points.map((point) => distance(point, contact) - radius),
          );
        expect(Math.min(...gaps.map(Math.abs))).toBeLessThan(16);
      }
    },
  );

  it.each(named.filter(([, { toolId }]) => isBig(findTool(toolId))))(
    '%s: the tool lies between body and surface',
    (_name, one) => {
      const scene = drawn(one);
      const round = scene.tools.find(({ kind }) => kind !== 'line');
      const at = round?.points[0];
      if (!round || !at) throw new Error('no tool');
      const edges = scene.things
        .filter(({ solid, what }) => solid || what === 'floor')
        .flatMap(({ points }) => [
          ...points.map(([x]) => Math.abs(Math.abs(x - at[0]) - round.radius)),
          ...points.map(([, y]) => Math.abs(Math.abs(y - at[1]) - round.radius)),
        ]);
      expect(Math.min(...edges)).toBeLessThan(8);
    },
  );
});

describe('geometry that would hurt to look at', () => {
  it.each(ALL)('%s: only figures, all inside the frame or cut on purpose', (_name, scene) => {
    const points = [...skinOf(scene), ...scene.tools.flatMap(({ points: all }) => all)];
    expect(points.flat().every(Number.isFinite)).toBe(true);
    const [left, top, width, height] = frameOf(scene);
    expect(width).toBeGreaterThan(100);
    expect(height).toBeGreaterThan(100);
    if (scene.closeUp) {
      // What it is about is in the picture.
      const about = scene.contact ?? scene.angle?.vertex ?? scene.arrows[0]?.from;
      if (about) {
        expect(about[0]).toBeGreaterThan(left);
        expect(about[0]).toBeLessThan(left + width);
        expect(about[1]).toBeGreaterThan(top);
        expect(about[1]).toBeLessThan(top + height);
      }
      return;
    }
    for (const [x, y] of points) {
      expect(x).toBeGreaterThanOrEqual(left);
      expect(x).toBeLessThanOrEqual(left + width);
      expect(y).toBeGreaterThanOrEqual(top);
      expect(y).toBeLessThanOrEqual(top + height);
    }
  });

  it.each(ALL)('%s: nothing of the body goes through the floor', (_name, scene) => {
    const level = floorOf(scene);
    if (level === undefined) return;
    // Flesh that is lain on gives way; a body that is drawn does not.
    expect(Math.max(...skinOf(scene).map(([, y]) => y))).toBeLessThan(level + 19);
  });

  it.each(ALL)('%s: nobody stands inside a wall', (_name, scene) => {
    const wall = scene.things.find(({ what }) => what === 'wall');
    const skin = skinOf(scene);
    if (!wall || skin.length === 0) return;
    const xs = wall.points.map(([x]) => x);
    const middle = (Math.min(...skin.map(([x]) => x)) + Math.max(...skin.map(([x]) => x))) / 2;
    const isRight = Math.min(...xs) > middle;
    const edge = isRight ? Math.min(...xs) : Math.max(...xs);
    const deepest = isRight
      ? Math.max(...skin.map(([x]) => x)) - edge
      : edge - Math.min(...skin.map(([x]) => x));
    expect(deepest).toBeLessThan(14);
  });

  it.each(ALL)('%s: joints stay within what joints ordinarily do', (_name, scene) => {
    for (const { bends = [] } of scene.bodies) {
      for (const { joint, degrees } of bends) {
        const [least, most] = { knee: [-12, 160], hip: [-40, 140], neck: [-75, 75] }[joint] as [
          number,
          number,
        ];
        expect({ joint, degrees, ok: degrees >= least && degrees <= most }).toEqual({
          joint,
          degrees,
          ok: true,
        });
      }
    }
  });

  it.each(ALL)('%s: whoever stands or sits has a foot on the floor', (_name, scene) => {
    const level = floorOf(scene);
    const lies = level === 0;
    if (level === undefined || lies || scene.closeUp) return;
    expect(Math.max(...skinOf(scene).map(([, y]) => y))).toBeGreaterThan(level - 12);
  });
});

describe('what moves', () => {
  it.each(STRETCHES.map(({ id }) => [id] as const))('%s shows where it goes', (id) => {
    const scene = stretchScene(id, 'left');
    expect((scene?.arrows.length ?? 0) + (scene?.bodies.length ?? 0)).toBeGreaterThan(1);
  });

  it.each(DRILLS.map(({ id }) => [id] as const))('%s shows both ends', (id) => {
    const scene = drillScene(id, 'right');
    expect(scene?.bodies.some(({ ghost }) => ghost)).toBe(true);
    expect(scene?.arrows.length).toBeGreaterThan(0);
  });

  it('mirrored twice is as it was', () => {
    for (const [, scene] of ALL) {
      const again = mirrored(mirrored(scene));
      expect(frameOf(again).map(Math.round)).toEqual(frameOf(scene).map(Math.round));
    }
  });
});

describe('figures to try the angle tool on', () => {
  it.each(SAMPLES.map((sample) => [sample.name, sample] as const))(
    '“%s” shows the angle it says',
    (_name, sample) => {
      const read = readPicture(sample.read, pointsOfSample(sample));
      expect(read.ok && read.value).toBeCloseTo(sample.degrees, 3);
      const quantity = TESTS.find(({ id }) => id === sample.testId)?.quantities.find(
        ({ id }) => id === sample.quantityId,
      );
      expect(quantity?.ways).toContain('picture');
    },
  );
});
