import type { SiteId } from './sites';

/** What people say hurts, and where it is commonly looked for. Common practice, no published source. */
export interface LayWords {
  /** As people say and type it; the first is how it is shown. */
  says: readonly [string, ...string[]];
  /** Where to look, first first. */
  lookAt: readonly SiteId[];
  /** When somebody has to examine before anything is pressed. */
  care?: string;
}

const JOINT_CARE = 'A knee that locks, swells or lets fall needs an examination.';
const NERVE_CARE =
  'Shooting pain, numbness, tingling or weakness needs an examination in person before anything is pressed.';
const HEADACHE_CARE =
  'Sudden and the worst ever, new after fifty, after a blow, a changing pattern, a tender temple with a jaw that tires on chewing, fever, face or speech affected: somebody has to see that first.';

const says = (words: LayWords['says'], lookAt: readonly SiteId[], care?: string): LayWords => ({
  says: words,
  lookAt,
  ...(care === undefined ? {} : { care }),
});

/** Complaints in everyday words, then the short forms of the trade. */
export const LAY_WORDS: readonly LayWords[] = [
  says(
    [
      'knee gives way',
      'giving way',
      'weak knee',
      'knee giving way on steps, stairs, slopes, uneven ground',
    ],
    ['inner-quad', 'middle-quad', 'outer-quad', 'hamstrings'],
    JOINT_CARE,
  ),
  says(
    ['front of the knee', 'kneecap', 'knee cap', 'above the kneecap'],
    ['middle-quad'],
    JOINT_CARE,
  ),
  says(['front of the thigh'], ['middle-quad', 'outer-quad', 'inner-quad', 'deep-quad']),
  says(
    ['stiff after sitting', 'stiff to straighten', 'limps the first steps'],
    ['deep-quad', 'middle-quad'],
  ),
  says(
    ['outer knee', 'outside of the knee', 'outer thigh', 'the band'],
    ['inside-hip-bone', 'hip-front', 'outer-quad'],
    JOINT_CARE,
  ),
  says(['knees drift out in a squat'], ['middle-quad', 'inside-hip-bone', 'hip-front']),
  says(['heel', 'sole', 'plantar', 'arch of the foot'], ['heel-arch', 'mid-sole', 'calf']),
  says(
    ['low back', 'lower back', 'lumbago', 'knots in the back', 'knot'],
    ['side-low-back', 'low-back-lanes', 'dimple-points'],
  ),
  says(
    ['sciatica', 'buttock', 'back of the leg'],
    ['deep-buttock', 'upper-outer-buttock', 'hip-front'],
    NERVE_CARE,
  ),
  says(
    ['between the shoulder blades', 'mid back', 'upper back'],
    ['between-blades', 'mid-back-lanes', 'chest'],
  ),
  says(
    ['stiff neck', 'cannot turn the head', 'crick in the neck'],
    ['neck-levator', 'scalene-middle', 'blade-corner'],
  ),
  says(['tight shoulders', 'heavy shoulders'], ['blade-corner', 'shoulder-ridge', 'chest']),
  says(
    ['headache like a band', 'headache', 'migraine', 'headache round the head'],
    ['skull-base'],
    HEADACHE_CARE,
  ),
  says(
    ['headache behind the eye', 'headache', 'migraine', 'headache up the back and side'],
    ['shoulder-ridge', 'brow', 'jaw-outside', 'front-side-neck', 'scalene-front'],
    HEADACHE_CARE,
  ),
  says(
    ['headache over the brow', 'headache', 'migraine', 'headache forehead'],
    ['brow', 'front-side-neck'],
    HEADACHE_CARE,
  ),
  says(
    ['face', 'teeth', 'toothache'],
    ['temple', 'chewing-muscle', 'jaw-outside'],
    'One tooth that hurts is for a dentist.',
  ),
  says(
    ['jaw clicks', 'tired jaw', 'clenches', 'grinds the teeth', 'tmj'],
    ['jaw-outside', 'chewing-muscle', 'temple', 'jaw-joint'],
    'A jaw that is locked now is for somebody to see.',
  ),
  says(['front of the shoulder', 'cannot sleep on the shoulder'], ['below-ridge', 'chest']),
  says(['outside of the shoulder', 'lifting the arm'], ['above-ridge', 'outer-shoulder', 'armpit']),
  says(
    ['cannot reach overhead', 'cannot reach behind', 'reaching overhead'],
    ['armpit', 'outer-blade-edge', 'side-of-trunk'],
  ),
  says(
    ['elbow', 'forearm', 'typing', 'grip', 'keyboard'],
    ['outer-forearm', 'inner-forearm', 'triceps'],
    'Tingling into the hand or weakness needs an examination before neck, shoulder or arm work.',
  ),
  says(['pinched nerve', 'numb', 'tingling', 'shooting'], [], NERVE_CARE),
  says(['ql'], ['side-low-back']),
  says(['tfl'], ['hip-front']),
  says(['scm'], ['front-side-neck']),
  says(['it band', 'itb', 'itbs'], ['outer-thigh-band', 'hip-front', 'outer-quad']),
  says(['glute med', 'glute medius'], ['upper-outer-buttock']),
  says(['glutes'], ['big-buttock', 'upper-outer-buttock', 'deep-buttock']),
  says(['lats', 'lat'], ['side-of-trunk']),
  says(['butt'], ['deep-buttock', 'upper-outer-buttock', 'big-buttock']),
  says(['foot'], ['mid-sole', 'heel-arch', 'sole-roll', 'between-rays']),
  says(['ball of the foot', 'forefoot'], ['between-rays', 'toe-ray-shear', 'mid-sole']),
  says(['achilles', 'calves'], ['calf']),
  says(['shin splints'], ['shin-side', 'calf']),
  says(['tennis elbow'], ['outer-forearm', 'triceps']),
  says(['golfers elbow'], ['inner-forearm', 'pronator']),
  says(['si joint', 'sij'], ['dimple-points']),
  says(['traps'], ['shoulder-ridge', 'between-blades', 'lower-trapezius']),
  says(['rotator cuff'], ['above-ridge', 'below-ridge', 'outer-blade-edge', 'armpit']),
  says(['levator'], ['neck-levator', 'blade-corner']),
  says(['pecs'], ['chest', 'chest-under']),
  says(['quads'], ['middle-quad', 'outer-quad', 'inner-quad', 'deep-quad']),
  says(['hammies', 'hams'], ['hamstrings']),
  says(['vmo'], ['inner-quad']),
  says(['rec fem', 'rectus fem'], ['middle-quad', 'deep-quad']),
];
