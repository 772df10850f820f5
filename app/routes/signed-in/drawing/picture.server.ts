import { SIDES, type Side } from '#core/anatomy';

const DAY_SECONDS = 86_400;

/** A drawing as an answer; it is the same for everybody until the next edition. */
export const asPicture = (svg: string): Response =>
  new Response(svg, {
    headers: {
      'Content-Type': 'image/svg+xml; charset=utf-8',
      'Cache-Control': `private, max-age=${DAY_SECONDS}`,
    },
  });

/** The side that is asked for; in the middle when none is. */
export const sideOf = (wishes: URLSearchParams): Side =>
  SIDES.find((one) => one === wishes.get('side')) ?? 'mid';
