import type { ComponentProps, ReactNode } from 'react';
import { VIEWS } from '#core/anatomy';
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
  return (
    <>
      <ViewTools view={view} after={<kbd>v</kbd>}>
        {undo}
      </ViewTools>
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
    </>
  );
}
