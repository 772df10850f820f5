import type { Puzzle } from '../puzzle';

type Terms = readonly (readonly [number, string])[];

const sum = (terms: Terms): string =>
  terms.length === 0
    ? '0 none'
    : terms
        .map(([factor, name]) => `${factor < 0 ? '-' : '+'} ${Math.abs(factor)} ${name}`)
        .join(' ');

/**
 * The same puzzle as a linear program in whole numbers, written down apart from our own way of solving it: a session is a row
 * of slots, each in one posture; a piece is in one slot or in none. In the LP format of CPLEX, which HiGHS reads.
 *
 * @param slots how often the posture may change, and one more
 */
export function integerProgram(puzzle: Puzzle, slots: number) {
  const { pieces, moves, onFloor, pools, budgetSeconds, mostSites } = puzzle;
  const postures = moves.map((_, n) => n);
  const ks = Array.from({ length: slots }, (_, n) => n);
  const x = (i: number, c: number) => `x_${i}_${c}`;
  const z = (i: number, k: number) => `z_${i}_${k}`;
  const y = (k: number, p: number) => `y_${k}_${p}`;
  const w = (k: number, p: number, q: number) => `w_${k}_${p}_${q}`;
  const kept = (i: number): Terms =>
    (pieces[i]?.choices ?? []).map((_, c) => [1, x(i, c)] as const);
  const minus = (terms: Terms): Terms => terms.map(([factor, name]) => [-factor, name] as const);
  const slotOf = (i: number): Terms => ks.map((k) => [k + 1, z(i, k)] as const);
  const rows: string[] = [];
  const row = (terms: Terms, is: '<=' | '=' | '>=', right: number) =>
    rows.push(`r${rows.length}: ${sum(terms)} ${is} ${right}`);

  const starred: Terms = pieces.flatMap((one, i) => (one.starred ? kept(i) : []));
  const worth: Terms = pieces.flatMap((one, i) =>
    one.choices.map((choice, c) => [choice.worth, x(i, c)] as const),
  );
  const moving: Terms = [
    ...postures.map((p) => [moves[0]?.[p] ?? 0, y(0, p)] as const),
    ...ks
      .slice(1)
      .flatMap((k) =>
        postures.flatMap((p) => postures.map((q) => [moves[p]?.[q] ?? 0, w(k, p, q)] as const)),
      ),
    ...postures.map((p) => [moves[p]?.[0] ?? 0, y(slots - 1, p)] as const),
  ].filter(([factor]) => factor !== 0);

  row(
    [
      ...pieces.flatMap((one, i) =>
        one.choices.map((choice, c) => [choice.seconds, x(i, c)] as const),
      ),
      ...moving,
    ],
    '<=',
    budgetSeconds,
  );
  row(
    pieces.flatMap((_, i) => kept(i)),
    '>=',
    1,
  );
  for (const k of ks)
    row(
      postures.map((p) => [1, y(k, p)] as const),
      '=',
      1,
    );
  for (const k of ks.slice(1)) {
    for (const p of postures) {
      row([...postures.map((q) => [1, w(k, p, q)] as const), [-1, y(k - 1, p)]], '=', 0);
      row([...postures.map((q) => [1, w(k, q, p)] as const), [-1, y(k, p)]], '=', 0);
    }
    // Standing up from a wall or a chair one is still there.
    for (const p of postures) if (p !== 0 && !onFloor[p]) row([[1, w(k, p, 0)]], '=', 0);
  }
  pieces.forEach(({ posture, after, needs }, i) => {
    row(kept(i), '<=', 1);
    row([...ks.map((k) => [1, z(i, k)] as const), ...minus(kept(i))], '=', 0);
    const fits = postures.filter(
      (p) => posture === null || p === posture || (posture === 0 && !onFloor[p]),
    );
    for (const k of ks) row([[1, z(i, k)], ...fits.map((p) => [-1, y(k, p)] as const)], '<=', 0);
    for (const j of after) {
      row(
        [...slotOf(j), ...minus(slotOf(i)), ...kept(i).map(([, name]) => [slots, name] as const)],
        '<=',
        slots,
      );
    }
    for (const some of needs) row([...kept(i), ...some.flatMap((j) => minus(kept(j)))], '<=', 0);
  });
  pools.forEach(({ most, when }, pool) => {
    const drawn: Terms = pieces.flatMap((one, i) =>
      one.choices.map((choice, c) => [choice.draws[pool] ?? 0, x(i, c)] as const),
    );
    const all = drawn.reduce((total, [draw]) => total + draw, 0);
    if (when === null) row(drawn, '<=', most);
    else
      for (const i of when)
        row([...drawn, ...kept(i).map(([, name]) => [all, name] as const)], '<=', most + all);
  });
  const sites = [...new Set(pieces.flatMap(({ site }) => (site === null ? [] : [site])))];
  if (mostSites !== null) {
    row(
      sites.map((site) => [1, `s_${site}`] as const),
      '<=',
      mostSites,
    );
    pieces.forEach(({ site }, i) => {
      if (site !== null) row([...kept(i), [-1, `s_${site}`]], '<=', 0);
    });
  }
  const whole = [
    ...pieces.flatMap((one, i) => [
      ...one.choices.map((_, c) => x(i, c)),
      ...ks.map((k) => z(i, k)),
    ]),
    ...ks.flatMap((k) => postures.map((p) => y(k, p))),
    ...(mostSites === null ? [] : sites.map((site) => `s_${site}`)),
  ];
  /** With what was found before kept as it is. */
  const text = (
    sense: 'Maximize' | 'Minimize',
    aim: Terms,
    fixed: readonly (readonly [Terms, number])[],
  ) =>
    [
      sense,
      `aim: ${sum(aim)}`,
      'Subject To',
      ...rows,
      ...fixed.map(([terms, value], n) => `f${n}: ${sum(terms)} = ${value}`),
      'Bounds',
      '0 <= none <= 0',
      'Binary',
      whole.join(' '),
      'End',
    ].join('\n');
  return { text, starred, worth, moving };
}
