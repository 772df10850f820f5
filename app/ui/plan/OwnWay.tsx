import { Select, TextInput } from '@mantine/core';
import type { Site } from '#core/anatomy';
import { findTool, servesMethod, TOOLS } from '#core/equipment';
import { findPosture } from '#core/loading';
import { LIMITS, posturesFor, usualWay, type PressItem } from '#core/routine';
import { LinkButton } from '~/ui/parts/LinkButton';
import { useAsked } from '~/ui/parts/useAsked';
import classes from './OwnWay.module.css';

/** A way that a therapist of the practice has entered for a site. */
interface KnownWay {
  siteId: string;
  toolId: string;
  positionId: string;
  thing: string;
  why: string;
  instructions: string;
  byName: string;
}

const named = ({ thing, toolId, positionId }: KnownWay): string =>
  `${thing || (findTool(toolId)?.name ?? toolId)}, ${findPosture(positionId)?.name ?? positionId}`;

/** The tools an own way may be most like: those that serve the method and reach the region at all. */
const toolsFor = (site: Site, item: PressItem) =>
  TOOLS.filter(
    (tool) =>
      !tool.notOn.includes(site.region) &&
      servesMethod(tool, item.dose.method) &&
      posturesFor(site, tool).length > 0,
  );

/** The first tool and posture an own way begins from: those of the line, as far as they can be. */
function begun(item: PressItem): Partial<PressItem> {
  return {
    ownWay: { thing: '', why: '' },
    surfaceId: null,
    adjustmentId: null,
    toolId: item.toolId,
  };
}

/**
 * A way of reaching a site that no table has: a thing or tool, what it is most like, the posture, and why. Those the
 * practice has entered before are offered.
 */
export function OwnWay({
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
  const { ownWay } = item;
  const { read } = useAsked<readonly KnownWay[]>(`/clients/${clientId}/ways`, ownWay !== undefined);
  if (!ownWay) {
    return (
      <p className={classes.offer}>
        <LinkButton quiet onClick={() => onChange(begun(item))}>
          My own way
        </LinkButton>
      </p>
    );
  }
  const known = (read === null || read === 'failed' ? [] : read).filter(
    (way) => way.siteId === site.id && way.instructions !== item.instructions,
  );
  const tool = findTool(item.toolId);
  const postures = tool ? posturesFor(site, tool) : [];
  return (
    <fieldset className={classes.own}>
      <legend>My own way</legend>
      {known.length > 0 && (
        <p className={classes.offer}>
          Entered before:
          {known.map((way) => (
            <LinkButton
              key={`${way.toolId}|${way.positionId}|${way.thing}`}
              onClick={() =>
                onChange({
                  toolId: way.toolId,
                  positionId: way.positionId,
                  surfaceId: null,
                  adjustmentId: null,
                  ownWay: { thing: way.thing, why: way.why },
                  instructions: way.instructions,
                })
              }
            >
              {named(way)} ({way.byName})
            </LinkButton>
          ))}
        </p>
      )}
      <TextInput
        label="The thing"
        placeholder="rolled towel; empty: the tool itself"
        maxLength={60}
        value={ownWay.thing}
        onChange={(event) => onChange({ ownWay: { ...ownWay, thing: event.currentTarget.value } })}
      />
      <Select
        label="Most like"
        allowDeselect={false}
        searchable
        value={item.toolId}
        data={toolsFor(site, item).map(({ id, name }) => ({ value: id, label: name }))}
        onChange={(toolId) => {
          const next = toolId === null ? undefined : findTool(toolId);
          if (!next) return;
          const can = posturesFor(site, next);
          const positionId = can.some(({ id }) => id === item.positionId)
            ? item.positionId
            : (can[0]?.id ?? item.positionId);
          onChange({ toolId: next.id, positionId, surfaceId: null, adjustmentId: null });
        }}
      />
      <Select
        label="Posture"
        allowDeselect={false}
        value={item.positionId}
        data={postures.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={(positionId) =>
          positionId !== null && onChange({ positionId, surfaceId: null, adjustmentId: null })
        }
      />
      <TextInput
        label="Why this way"
        placeholder="kept with the line, and for the practice"
        maxLength={LIMITS.reasonLength}
        value={ownWay.why}
        onChange={(event) => onChange({ ownWay: { ...ownWay, why: event.currentTarget.value } })}
      />
      <p className={classes.offer}>
        Write below how it is done. It is estimated and drawn as what it is most like.{' '}
        <LinkButton
          quiet
          onClick={() => {
            const { toolId, positionId, instructions } = usualWay(item);
            onChange({
              ownWay: undefined,
              toolId,
              positionId,
              surfaceId: null,
              adjustmentId: null,
              instructions,
            });
          }}
        >
          Back to the ways of the table
        </LinkButton>
      </p>
    </fieldset>
  );
}
