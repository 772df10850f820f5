import {
  BODY_PARTS,
  findSite,
  saidIn,
  tells,
  WORKABLE_SITES,
  type SaidIn,
  type Site,
} from '#core/anatomy';
import { STARTING_PLANS, type StartingPlan } from '#core/plans';
import { sameSpot, type Complaint, type FeltAt } from './complaint';

/** A site worth a look for a complaint, and why. */
export interface Look {
  site: Site;
  why: string;
  /** The side it is felt on; null when it is felt on both, or it was not said where. */
  side: 'left' | 'right' | null;
}

export interface WhereToLook {
  looks: readonly Look[];
  /** Where one usually begins when people complain of that; the nearest first. */
  plans: readonly StartingPlan[];
  /** What to ask about and look at besides the places. */
  causes: readonly string[];
  /** What somebody has to examine first. */
  cautions: readonly string[];
}

function sideOf(places: readonly FeltAt[]): 'left' | 'right' | null {
  const left = places.some(({ side }) => side === 'left');
  const right = places.some(({ side }) => side === 'right');
  return left === right ? null : left ? 'left' : 'right';
}

/** The part of a complaint’s places a site sends to. */
const sendsTo = (site: Site, places: readonly FeltAt[]) =>
  places.filter(({ part }) => site.refersTo.includes(part));

const pressedSites = (plan: StartingPlan): string[] =>
  plan.lines.flatMap((line) => ('siteId' in line ? [line.siteId] : []));

/** How much two lists of sites have in common: 0 nothing, 1 everything. */
function inCommon(some: readonly string[], others: readonly string[]): number {
  const both = some.filter((id) => others.includes(id)).length;
  return both === 0 ? 0 : both / (some.length + others.length - both);
}

/** Whether a part of a plan’s name, between its commas, is what is complained of. */
const isNamed = (plan: StartingPlan, what: string): boolean =>
  plan.name.split(',').some((part) => tells(what, part));

/** A plan shares less than this with what was said: it is for something else. Our own choice. */
const LEAST_IN_COMMON = 0.4;

/** Starting plans for what is said, the nearest first. */
function plansFor(what: string, said: readonly SaidIn[]): StartingPlan[] {
  return STARTING_PLANS.map((plan) => {
    const sites = pressedSites(plan);
    const shared = Math.max(0, ...said.map(({ lookAt }) => inCommon(sites, lookAt)));
    return { plan, score: shared + (isNamed(plan, what) ? 1 : 0) };
  })
    .filter(({ score }) => score >= LEAST_IN_COMMON)
    .sort((a, b) => b.score - a.score)
    .map(({ plan }) => plan);
}

const cautionsOf = (from: readonly { care?: string | null }[]): string[] => [
  ...new Set(from.flatMap(({ care }) => care ?? [])),
];

const MOST_LOOKS = 8;
const MOST_PLANS = 3;

/**
 * Places to look at for a complaint, with reasons: what is commonly looked at when people say so, then what sends a
 * feeling to where it is felt. Sites that answer both ways come first. Common practice, no published source.
 *
 * @example whereToLook({ what: 'knee gives way', places: [] }).looks[0] // the inner quad
 */
export function whereToLook({ what, places }: Pick<Complaint, 'what' | 'places'>): WhereToLook {
  const side = sideOf(places);
  const said = [what, ...places.map(({ part }) => BODY_PARTS[part].name)].flatMap(saidIn);
  const reasons = new Map<string, { said?: string; sends?: string; at: number }>();
  for (const { says, lookAt } of said) {
    lookAt.forEach((id, at) => {
      if (!reasons.has(id)) reasons.set(id, { said: `Looked at for “${says}”.`, at });
    });
  }
  for (const site of WORKABLE_SITES) {
    const sent = sendsTo(site, places);
    if (sent.length === 0) continue;
    const names = [...new Set(sent.map(({ part }) => BODY_PARTS[part].name))].join(', ');
    const before = reasons.get(site.id) ?? { at: WORKABLE_SITES.length - sent.length };
    reasons.set(site.id, { ...before, sends: `May send to: ${names}.` });
  }
  const looks = [...reasons]
    .sort(([, a], [, b]) => {
      const both = (one: typeof a) => (one.said && one.sends ? 0 : 1);
      return both(a) - both(b) || a.at - b.at;
    })
    .flatMap(([id, { said: saidSo, sends }]): Look[] => {
      const site = findSite(id);
      if (!site || site.redirect) return [];
      const why = [saidSo, sends].filter(Boolean).join(' ');
      return [{ site, why, side: site.midline ? null : side }];
    })
    .slice(0, MOST_LOOKS);
  const plans = plansFor(what, said).slice(0, MOST_PLANS);
  const nearest = plans.slice(0, 1);
  return {
    looks,
    plans,
    causes: nearest.map(({ alsoLook }) => alsoLook),
    // The plan’s own words say the same shorter: they stand where nothing longer does.
    cautions: cautionsOf(said).length > 0 ? cautionsOf(said) : cautionsOf(nearest),
  };
}

/** Whether a point of the map sends to where a complaint is felt: it may be what keeps it up. */
export const reproduces = (
  places: readonly FeltAt[],
  point: { side: FeltAt['side']; refersTo: readonly FeltAt['part'][] | null },
): boolean =>
  (point.refersTo ?? []).some((part) =>
    places.some(
      (place) =>
        sameSpot(place, { part, side: point.side }) ||
        (place.part === part && (place.side === 'mid' || point.side === 'mid')),
    ),
  );
