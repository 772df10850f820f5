import { SITES, type Region, type Site } from './sites';

/**
 * Sites whose vessels are those of a limb, though they lie beyond it: a clot in a thigh bars the sole and the
 * buttock as well. Common practice, no published source.
 */
const LEG: readonly Region[] = ['thigh and leg', 'foot'];
const LEG_ROOT = new Set([
  ...['upper-outer-buttock', 'deep-buttock', 'big-buttock', 'hip-front', 'inside-hip-bone'],
  'psoas',
]);
const ARM_ROOT = new Set(['armpit', 'outer-shoulder', 'chest-under', 'triceps', 'biceps']);

const ofLeg = ({ id, region }: Site) => LEG.includes(region) || LEG_ROOT.has(id);
const ofArm = ({ id, region }: Site) => region === 'arm' || ARM_ROOT.has(id);

/** Every site of the limbs that the named regions belong to; of a region that is no limb, its own sites. */
export function limbSites(regions: readonly Region[]): string[] {
  const isNamed = (site: Site) =>
    regions.some((region) => {
      if (LEG.includes(region)) return ofLeg(site);
      if (region === 'arm') return ofArm(site);
      return site.region === region;
    });
  return SITES.filter(isNamed).map(({ id }) => id);
}
