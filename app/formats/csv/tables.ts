/** The tables of a client’s record: what they are called, and what a line of each is. */
export const TABLES = [
  { id: 'sessions', title: 'Sessions', says: 'one line a session, with how the day after was' },
  { id: 'holds', title: 'Holds', says: 'one line a hold, stretch or drill of every session' },
  { id: 'ratings', title: 'Ratings', says: 'one line a rating, 0 to 10, as it was given' },
  { id: 'points', title: 'Tender points', says: 'one line a point each time it was pressed' },
  { id: 'measures', title: 'Measures', says: 'one line a reading, at visits and at home' },
] as const;

export type TableId = (typeof TABLES)[number]['id'];
