import { Select } from '@mantine/core';
import type { Site } from '#core/anatomy';
import { findTool, servesMethod, SURFACES } from '#core/equipment';
import { adjustmentsAt, findPosture } from '#core/loading';
import type { PressItem } from '#core/routine';
import { OwnWay } from './OwnWay';
import { setupChange } from './planState';
import classes from './ItemEditor.module.css';

const usual = 'usual';

/** What the tool is pressed against and how weight is taken off or added; each alone, by name. */
export function SetupSelects({
  item,
  site,
  clientId,
  onChange,
}: {
  item: PressItem;
  site: Site;
  clientId: string;
  onChange: (change: Partial<PressItem>) => void;
}) {
  const key = (setup: { toolId: string; positionId: string }) =>
    `${setup.toolId}|${setup.positionId}`;
  const tool = findTool(item.toolId);
  const posture = findPosture(item.positionId);
  const served = site.setups.filter(({ toolId }) => {
    const one = findTool(toolId);
    return one !== undefined && servesMethod(one, item.dose.method);
  });
  return (
    <div className={classes.setup}>
      {!item.ownWay && (
        <Select
          label="Tool and position"
          allowDeselect={false}
          value={key(item)}
          data={served.map((setup) => ({
            value: key(setup),
            label: `${findTool(setup.toolId)?.name ?? setup.toolId}, ${findPosture(setup.positionId)?.name ?? setup.positionId}`,
          }))}
          onChange={(chosen) => {
            const setup = served.find((one) => key(one) === chosen);
            if (setup) onChange(setupChange(site, item, setup));
          }}
        />
      )}
      <OwnWay item={item} site={site} clientId={clientId} onChange={onChange} />
      {tool?.drive === 'body' && posture && posture.surfaces.length > 1 && (
        <Select
          label="Against"
          allowDeselect={false}
          value={item.surfaceId ?? posture.surfaces[0] ?? null}
          data={posture.surfaces.map((id) => ({ value: id, label: SURFACES[id].name }))}
          onChange={(surfaceId) => onChange({ surfaceId })}
        />
      )}
      {tool && posture && (
        <Select
          label="Less or more"
          allowDeselect={false}
          value={item.adjustmentId ?? usual}
          data={adjustmentsAt(site.id, tool, posture).map(({ id, name }) => ({
            value: id,
            label: name,
          }))}
          onChange={(id) => onChange({ adjustmentId: id === usual ? null : id })}
        />
      )}
    </div>
  );
}
