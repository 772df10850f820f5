/** Tests of movement that belong to sites: done before and after, so that a change can be seen. */
export const MOVEMENT_TESTS = {
  'neck-turn': 'look over the shoulder each way, shoulders still',
  'neck-side-bend': 'bend the neck to each side',
  'neck-up-down': 'look up and down',
  'ear-over-shoulder':
    'ear over shoulder: fingers in the ears, drop the hands, they land mid-shoulder',
  'jaw-opening': 'open the jaw: how far, to the sides, forward, clicking or free',
  'shoulder-overhead': 'reach overhead',
  'hand-behind-back': 'hand behind the back',
  'elbow-wrist': 'straighten the elbow and bend the wrist each way',
  'trunk-side-bend': 'slide the hand down the side of the leg',
  breath: 'breathe in deeply, low into the belly',
  'hip-turn': 'turn the hip in and out',
  'heel-to-buttock': 'bend the knee lying face down, heel to buttock',
  'edge-of-bed': 'lie at the edge of the bed, hug the other knee, let the thigh hang',
  'straight-leg': 'lift the straight leg',
  squat: 'watch a squat: pelvis, trunk and knees',
  'knee-to-wall': 'knee to the wall, heel down',
  'press-test': 'tender 0–10 when pressed, at the marked place',
} as const;
export type TestId = keyof typeof MOVEMENT_TESTS;
