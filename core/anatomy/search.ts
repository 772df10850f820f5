import { closest, distance } from 'fastest-levenshtein';
import { LAY_WORDS, type LayWords } from './complaints';
import { BODY_PARTS } from './referral';
import { type Site, SITES } from './sites';

/** A site that answers a search, and on what ground. */
export interface SiteMatch {
  site: Site;
  /**
   * `name`: plain or anatomical name; `said`: looked for when people say so; `refers`: sensation may travel to the
   * place asked for; `region`.
   */
  ground: 'name' | 'said' | 'refers' | 'region';
  /** The words that answered. */
  words: string;
}

const plain = (text: string): string =>
  text
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9 ]+/g, ' ')
    .trim();

/** Words that say nothing about where. */
const FILLERS = new Set([
  'the',
  'of',
  'my',
  'in',
  'at',
  'it',
  'hurts',
  'pain',
  'ache',
  'a',
  'on',
  'side',
  'is',
  'are',
  'and',
  'when',
  'i',
  'have',
  'with',
  'to',
  'from',
  'sore',
]);

const wordsOf = (text: string): string[] => plain(text).split(/ +/).filter(Boolean);

function holds(haystack: string, words: readonly string[]): boolean {
  const own = wordsOf(haystack);
  return words.every((word) =>
    own.some((part) => part.startsWith(word) || (part.length >= 3 && `${part}s` === word)),
  );
}

/** The words of a query that say where; all of them when none does. */
function telling(query: string): string[] {
  const all = wordsOf(query);
  const some = all.filter((word) => !FILLERS.has(word));
  return some.length > 0 ? some : all;
}

/** What people say that answers. */
const saidAs = (words: readonly string[]): LayWords[] =>
  LAY_WORDS.filter((one) => one.says.some((phrase) => holds(phrase, words)));

/** What therapists call it among themselves: the words of its id, as “inner quad”. */
const shopName = ({ id }: Site): string => plain(id.replaceAll('-', ' '));

/** How well a name answers: as it is written, by its beginning, by its words. */
function nameRank(site: Site, query: string): number {
  const names = [plain(site.plainName), plain(site.anatomicalName), shopName(site)];
  if (names.includes(query)) return 0;
  const one = query.replace(/s$/, '');
  return names.some((name) => name.startsWith(query) || name.startsWith(one)) ? 1 : 2;
}

/**
 * Finds sites by plain name, anatomical name, what people say hurts, region, or where it is felt: “front of
 * shoulder” finds the muscles that refer there, “sciatica” where that is commonly looked for. A name to the letter
 * first, then what people say to the letter, then other names, the closest before the rest, and what else people say,
 * where to look first first; then referral and region in body order. A site answers once, on its best ground.
 *
 * @example searchSites('foot')[0]?.site.id // mid-sole
 */
export function searchSites(query: string): SiteMatch[] {
  const words = telling(query);
  if (words.length === 0) return [];
  const asked = plain(query);
  const found = new Map<string, SiteMatch>();
  const add = (match: SiteMatch) => {
    if (!found.has(match.site.id)) found.set(match.site.id, match);
  };
  const named = SITES.filter(
    (one) => holds(`${one.plainName} ${one.anatomicalName}`, words) || holds(shopName(one), words),
  );
  const addNamed = (rank: number) => {
    for (const site of named.filter((one) => nameRank(one, asked) === rank)) {
      add({ site, ground: 'name', words: `${site.plainName} ${site.anatomicalName}` });
    }
  };
  addNamed(0);
  // What each says to look at first, before what any says to look at next.
  const addSaid = (entries: readonly LayWords[]) => {
    const most = Math.max(0, ...entries.map(({ lookAt }) => lookAt.length));
    for (let at = 0; at < most; at += 1) {
      for (const { says, lookAt } of entries) {
        const site = SITES.find(({ id }) => id === lookAt[at]);
        if (site) add({ site, ground: 'said', words: says[0] });
      }
    }
  };
  // What people say, to the letter, is meant as they say it: “foot” is no muscle that has a foot.
  addSaid(LAY_WORDS.filter(({ says }) => says.some((phrase) => plain(phrase) === asked)));
  addNamed(1);
  addNamed(2);
  addSaid(saidAs(words));
  for (const site of SITES) {
    const sends = site.refersTo.map((id) => BODY_PARTS[id].name).find((name) => holds(name, words));
    if (sends) add({ site, ground: 'refers', words: sends });
  }
  for (const site of SITES) {
    if (holds(site.region, words)) add({ site, ground: 'region', words: site.region });
  }
  return [...found.values()];
}

/**
 * What has to be examined, or seen by somebody else, before what was asked for is pressed.
 *
 * @example cautionsFor('migraine') // one: sudden and the worst ever, …
 */
export function cautionsFor(query: string): string[] {
  const words = telling(query);
  if (words.length === 0) return [];
  return [...new Set(saidAs(words).flatMap(({ care }) => care ?? []))];
}

/** Whether two words are forms of one: shoulder and shoulders, click and clicks. */
const alike = (one: string, other: string): boolean =>
  one === other ||
  (Math.min(one.length, other.length) >= 4 && (one.startsWith(other) || other.startsWith(one)));

/** What people say, found in a longer text. */
export interface SaidIn {
  /** The phrase that was found. */
  says: string;
  lookAt: LayWords['lookAt'];
  care: string | null;
}

/** Whether everything a phrase tells is told in a text. */
export const tells = (text: string, phrase: string): boolean => {
  const own = wordsOf(text);
  return telling(phrase).every((word) => own.some((one) => alike(one, word)));
};

/**
 * What people commonly say that stands somewhere in a text, what says most first. What a longer phrase says already is
 * not said again: “headache over the brow” is no other headache.
 *
 * @example saidIn('My knee gives way on the stairs')[0]?.says // knee gives way
 */
export function saidIn(text: string): SaidIn[] {
  const matches = LAY_WORDS.flatMap((entry) => {
    const [longest] = entry.says
      .filter((phrase) => tells(text, phrase))
      .map((phrase) => ({ phrase, words: telling(phrase) }))
      .sort((a, b) => b.words.length - a.words.length);
    return longest ? [{ entry, ...longest }] : [];
  });
  return matches
    .filter(
      ({ words }) =>
        !matches.some(
          (other) =>
            other.words.length > words.length &&
            words.every((word) => other.words.some((one) => alike(one, word))),
        ),
    )
    .sort((a, b) => b.words.length - a.words.length)
    .map(({ entry: { lookAt, care }, phrase }) => ({ says: phrase, lookAt, care: care ?? null }));
}

/** Every word that anything is found by. */
const vocabulary = (): string[] => [
  ...new Set(
    [
      ...SITES.flatMap(({ id, plainName, anatomicalName, region, refersTo }) => [
        ...[plainName, anatomicalName, region, id.replaceAll('-', ' ')],
        ...refersTo.map((id) => BODY_PARTS[id].name),
      ]),
      ...LAY_WORDS.flatMap(({ says }) => says),
    ]
      .flatMap(wordsOf)
      .filter((word) => word.length > 2 && !FILLERS.has(word)),
  ),
];

/** Of how many letters a word may be off, by its length: a slip, not another word. */
const slips = (word: string): number => (word.length <= 4 ? 1 : 2);

/**
 * What was probably meant by a query that finds nothing: the same with its unknown words put right.
 *
 * @returns null when it finds something, or nothing is near
 * @example nearestQuery('pirifromis') // piriformis
 */
export function nearestQuery(query: string): string | null {
  const words = telling(query);
  if (words.length === 0 || searchSites(query).length > 0) return null;
  const known = vocabulary();
  const meant = words.map((word) => {
    if (known.some((one) => one.startsWith(word))) return word;
    const near = closest(word, known);
    return distance(word, near) <= slips(word) ? near : null;
  });
  const text = meant.includes(null) ? '' : meant.join(' ');
  return text !== '' && searchSites(text).length > 0 ? text : null;
}
