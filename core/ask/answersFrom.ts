import { findSite, SIDES, SITES } from '#core/anatomy';
import { answer, mistaken, type Outcome } from '#core/knowledge';
import { CONDITION_IDS, type ScreenAnswer } from '#core/screening';
import { listOf, type Given } from './ask';

/** `latex`, `implant@left`, `recent@left@arm`, `pregnancy=Dr Amsel`. */
export function answersFrom(given: Given): Outcome<ScreenAnswer[]> {
  const answers: ScreenAnswer[] = [];
  for (const text of listOf(given, 'yes') ?? []) {
    const [named = '', clearedBy = ''] = text.split('=');
    const [id = '', ...details] = named.split('@');
    const condition = CONDITION_IDS.find((one) => one === id);
    if (!condition) {
      return mistaken(
        'unknown',
        'yes',
        `“${id}” is not a screening question. They are: ${CONDITION_IDS.join(', ')}.`,
      );
    }
    const sides = SIDES.filter((side) => details.includes(side));
    const siteIds = details.filter((detail) => findSite(detail));
    const strange = details.find(
      (detail) =>
        !sides.some((side) => side === detail) &&
        !findSite(detail) &&
        !SITES.some(({ region }) => region === detail),
    );
    if (strange) return mistaken('unknown', 'yes', `“${strange}” is no side, site or region.`);
    const regions = [...new Set(SITES.map(({ region }) => region))].filter((region) =>
      details.includes(region),
    );
    answers.push({ condition, sides, regions, siteIds, clearedBy });
  }
  return answer(answers);
}
