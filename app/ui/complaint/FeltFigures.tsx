import { useState } from 'react';
import { BODY_PART_IDS, BODY_PARTS, VIEWS, type ViewId } from '#core/anatomy';
import { placesWords, sameSpot, type FeltAt } from '#core/complaint';
import { sideSign } from '#core/map';
import { Figure, pathsOf } from '~/ui/figure/Figure';
import { ViewFigures, ViewTools } from '~/ui/map/ViewTools';
import map from '~/ui/map/BodyMap.module.css';

const SIDES = ['left', 'right'] as const;

/** The parts of a view on both halves of the body, to be picked. */
function Parts({
  view,
  shown,
  places,
  onPick,
}: {
  view: ViewId;
  shown: 'left' | 'right';
  places: readonly FeltAt[];
  onPick: (place: FeltAt) => void;
}) {
  const sides = VIEWS[view].twoSided ? SIDES : [shown];
  return BODY_PART_IDS.flatMap((part) =>
    BODY_PARTS[part].shapes
      .filter((shape) => shape.view === view)
      .flatMap((shape, index) =>
        sides.map((side) => {
          const paths = pathsOf({ key: `${part}:${index}`, shape });
          const place: FeltAt = { part, side };
          return (
            <path
              key={`${part}:${index}:${side}`}
              d={paths.at(sideSign(view, side) === 1 ? 0 : -1)}
              className={map.part}
              data-picked={places.some((one) => sameSpot(one, place))}
              onPointerDown={() => onPick(place)}
            >
              <title>{placesWords([place])}</title>
            </path>
          );
        }),
      ),
  );
}

/** The figure on which it is shown, and pointed out, where a complaint is felt. */
export function FeltFigures({
  places,
  onPick,
}: {
  places: readonly FeltAt[];
  onPick: (place: FeltAt) => void;
}) {
  const [pair, setPair] = useState(0);
  const [shown, setShown] = useState<'left' | 'right'>('right');
  const says = placesWords(places) || 'nowhere yet';
  return (
    <>
      <ViewTools view={{ pair, shown, onPair: setPair, onShown: setShown }} />
      <ViewFigures view={{ pair, shown }}>
        {(view) => (
          <Figure
            view={view}
            label={`${VIEWS[view].name}: felt at ${says}`}
            flipped={!VIEWS[view].twoSided && shown === 'left'}
          >
            <Parts view={view} shown={shown} places={places} onPick={onPick} />
          </Figure>
        )}
      </ViewFigures>
    </>
  );
}
