import { findSite } from '#core/anatomy';
import { setupScene } from '#core/poses';
import { load } from '~/door.server';
import { found } from '~/keeping/server/refusal.server';
import { siteSvg } from '~/ui/figure/siteSvg.server';
import { sceneSvg } from '~/ui/poses/sceneSvg.server';
import type { Route } from './+types/drawing';
import { asPicture, sideOf } from './picture.server';

/**
 * A site drawn close up, for whoever is led to it; with a tool and a posture, how the body gets there. Nothing in it
 * is about a person.
 */
export const loader = ({ params, request }: Route.LoaderArgs) =>
  load(async () => {
    const site = found(findSite(params.siteId), 'site');
    const { searchParams } = new URL(request.url);
    const [tool, posture] = [searchParams.get('with'), searchParams.get('in')];
    const side = sideOf(searchParams);
    if (tool === null || posture === null) return asPicture(siteSvg(site, side));
    return asPicture(sceneSvg(found(setupScene(site.id, tool, posture, side), 'drawing')));
  });
