import type { SiteId } from './sites';

/** Sites that come in this order when a routine holds both. Common practice, no published source. */
export const SITE_ORDER: readonly { first: SiteId; then: SiteId; why: string }[] = [
  {
    first: 'blade-corner',
    then: 'neck-levator',
    why: 'The attachment at the blade comes before the neck end.',
  },
  {
    first: 'inside-hip-bone',
    then: 'hip-front',
    why: 'The muscle inside the front hip bone comes before the one outside.',
  },
  {
    first: 'rib-edge',
    then: 'psoas',
    why: 'Rib edge and breathing come before the deep belly muscle.',
  },
  { first: 'psoas', then: 'deep-buttock', why: 'The deep belly muscle comes before the buttock.' },
  { first: 'psoas', then: 'big-buttock', why: 'The deep belly muscle comes before the buttock.' },
  {
    first: 'psoas',
    then: 'upper-outer-buttock',
    why: 'The deep belly muscle comes before the buttock.',
  },
  {
    first: 'middle-quad',
    then: 'deep-quad',
    why: 'The upper muscle is calmed before the one under it.',
  },
  { first: 'toe-ray-shear', then: 'between-rays', why: 'The shear warms the foot up.' },
  { first: 'toe-ray-shear', then: 'mid-sole', why: 'The shear warms the foot up.' },
];
