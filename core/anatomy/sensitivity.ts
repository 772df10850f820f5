import { COMMON_PRACTICE, type Source } from '#core/knowledge';

/** How much pressing a site bears; it sets the ceiling of the pressure grade. */
export type Sensitivity = 'robust' | 'ordinary' | 'delicate' | 'guarded';

/** Nobody in the trade accepts more than this grade of 10 anywhere. */
export const PRESSURE_CEILING_LIMIT = 7;

/** Pressure ceiling (grade, 0–10) by sensitivity. Common practice, no published source. */
export const SENSITIVITY: Record<
  Sensitivity,
  { label: string; ceilingGrade: number; meaning: string; source: Source }
> = {
  robust: {
    label: 'Robust',
    ceilingGrade: 7,
    meaning: 'Thick muscle with nothing delicate over or under it.',
    source: COMMON_PRACTICE,
  },
  ordinary: {
    label: 'Ordinary',
    ceilingGrade: 5,
    meaning: 'Bears a firm ache; bone or a nerve is not far.',
    source: COMMON_PRACTICE,
  },
  delicate: {
    label: 'Delicate',
    ceilingGrade: 4,
    meaning: 'Small or thinly covered; reacts late.',
    source: COMMON_PRACTICE,
  },
  guarded: {
    label: 'Guarded',
    ceilingGrade: 3,
    meaning: 'Vessels, nerves or thin bone close by: light and short only.',
    source: COMMON_PRACTICE,
  },
};
