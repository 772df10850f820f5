import { activityScene } from '#core/poses';
import { load } from '~/door.server';
import { found } from '~/keeping/server/refusal.server';
import { sceneSvg } from '~/ui/poses/sceneSvg.server';
import type { Route } from './+types/movement';
import { asPicture, sideOf } from './picture.server';

const MOVEMENTS = ['stretch', 'drill', 'breathing', 'test'] as const;

/** A stretch, a drill, breathing or a movement test, drawn. Nothing in it is about a person. */
export const loader = ({ params, request }: Route.LoaderArgs) =>
  load(async () => {
    const of = found(
      MOVEMENTS.find((one) => one === params.of),
      'drawing',
    );
    const side = sideOf(new URL(request.url).searchParams);
    return asPicture(sceneSvg(found(activityScene({ of, id: params.pictureOf }, side), 'drawing')));
  });
