/** What moves while a place is pressed, slowly and never to the end. Common practice, no published source. */
export const MOVEMENTS = {
  nod: { name: 'nod', says: 'nod slowly, down and up', regions: ['neck'] },
  'side-bend': { name: 'side-bend', says: 'bend the head slowly aside', regions: ['neck'] },
  turn: { name: 'turn', says: 'turn the head slowly, as in “no”', regions: ['neck'] },
  'shoulder-circles': {
    name: 'shoulder circles',
    says: 'circle the shoulder slowly',
    regions: ['shoulder and upper back'],
  },
} as const;
export type MovementId = keyof typeof MOVEMENTS;
export const MOVEMENT_IDS = Object.keys(MOVEMENTS) as [MovementId, ...MovementId[]];

/** The movements that go with pressing in a region. */
export const movementsIn = (region: string): MovementId[] =>
  MOVEMENT_IDS.filter((id) => MOVEMENTS[id].regions.some((one) => one === region));
