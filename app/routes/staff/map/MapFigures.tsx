import { useRef, type ComponentProps, type ReactNode } from 'react';
import { VIEWS } from '#core/anatomy';
import { TakeOut } from '~/ui/charts/TakeOut';
import { BodyMap } from '~/ui/map/BodyMap';
import { ViewFigures, ViewTools, type ShownViews } from '~/ui/map/ViewTools';

type MapProps = Omit<ComponentProps<typeof BodyMap>, 'view' | 'shown' | 'label'>;

/** The figure in the views that are chosen, with the tools above it. */
export function MapFigures({
  view,
  undo,
  says,
  ...map
}: MapProps & { view: ShownViews; undo: ReactNode; says: string }) {
  const figures = useRef<HTMLDivElement>(null);
  return (
    <>
      <ViewTools view={view} after={<kbd>v</kbd>}>
        {undo}
      </ViewTools>
      <div ref={figures}>
        <ViewFigures view={view}>
          {(one) => (
            <BodyMap
              {...map}
              view={one}
              shown={view.shown}
              label={`${VIEWS[one].name}: ${says}, listed beside the drawing`}
            />
          )}
        </ViewFigures>
      </div>
      <TakeOut within={figures} title={says} file="map" says="Take the figure" />
    </>
  );
}
