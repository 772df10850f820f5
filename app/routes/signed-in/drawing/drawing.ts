import { findSite, SIDES } from '#core/anatomy';
import { load } from '~/door.server';
import { found } from '~/keeping/server/refusal.server';
import { siteSvg } from '~/ui/figure/siteSvg.server';
import type { Route } from './+types/drawing';

const DAY_SECONDS = 86_400;

/** A site drawn close up, for whoever is led to it. Nothing in it is about a person. */
export const loader = ({ params, request }: Route.LoaderArgs) =>
  load(async () => {
    const site = found(findSite(params.siteId), 'site');
    const wish = new URL(request.url).searchParams.get('side');
    const side = SIDES.find((one) => one === wish) ?? 'mid';
    return new Response(siteSvg(site, side), {
      headers: {
        'Content-Type': 'image/svg+xml; charset=utf-8',
        'Cache-Control': `private, max-age=${DAY_SECONDS}`,
      },
    });
  });
