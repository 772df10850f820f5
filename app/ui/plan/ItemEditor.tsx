import { Select, Textarea } from '@mantine/core';
import type { ReactNode } from 'react';
import { findSite, SENSITIVITY, type Site } from '#core/anatomy';
import { METHODS, type Dose, type MethodId } from '#core/dosage';
import { findTool, servesMethod, SURFACES } from '#core/equipment';
import { adjustmentsAt, findPosture } from '#core/loading';
import { LIMITS, type RoutineItem, type SidesChoice } from '#core/routine';
import { clockTime } from '../parts/words';
import classes from './ItemEditor.module.css';
import { parseCount, parseSeconds } from './parseNumber';
import { setupChange } from './planState';
import { TypedNumber } from './TypedNumber';

interface EditorProps {
  item: RoutineItem;
  onChange: (change: Partial<RoutineItem>) => void;
  onMethod: (method: MethodId) => void;
  onTrouble: (field: string, says: string | null) => void;
  onRemove: () => void;
}

const SECOND_STEP = 5;

function Choices<T extends string>({
  legend,
  value,
  options,
  onChoose,
}: {
  legend: string;
  value: T;
  options: readonly { value: T; label: string }[];
  onChoose: (value: T) => void;
}) {
  return (
    <fieldset className={classes.choices}>
      <legend>{legend}</legend>
      {options.map((option) => (
        <label key={option.value} className={classes.choice} data-chosen={option.value === value}>
          <input
            type="radio"
            name={legend}
            value={option.value}
            checked={option.value === value}
            onChange={() => onChoose(option.value)}
          />
          {option.label}
        </label>
      ))}
    </fieldset>
  );
}

function Seconds({
  label,
  name,
  value,
  beside,
  field,
  onValue,
  onTrouble,
}: {
  label: string;
  name: string;
  value: number;
  beside: string;
  field: string;
  onValue: (value: number) => void;
  onTrouble: EditorProps['onTrouble'];
}) {
  return (
    <TypedNumber
      label={label}
      value={value}
      beside={beside}
      step={SECOND_STEP}
      parse={(text) => parseSeconds(text, { name, least: 1, most: 600 })}
      onValue={onValue}
      onTrouble={(says) => onTrouble(field, says)}
    />
  );
}

function DoseFields({
  dose,
  site,
  onDose,
  onTrouble,
}: {
  dose: Dose;
  site: Site;
  onDose: (dose: Dose) => void;
  onTrouble: EditorProps['onTrouble'];
}): ReactNode {
  const cap = `cap ${clockTime(site.capSeconds)} a side`;
  switch (dose.method) {
    case 'timed':
    case 'strokes':
    case 'brief':
    case 'press-and-move':
    case 'pincer':
      return (
        <Seconds
          label="hold"
          name="The hold time"
          field="hold"
          value={dose.holdSeconds}
          beside={`s, ${cap}`}
          onValue={(holdSeconds) => onDose({ ...dose, holdSeconds })}
          onTrouble={onTrouble}
        />
      );
    case 'fade':
      return (
        <>
          <Seconds
            label="at least"
            name="The least hold time"
            field="least"
            value={dose.minSeconds}
            beside="s"
            onValue={(minSeconds) => onDose({ ...dose, minSeconds })}
            onTrouble={onTrouble}
          />
          <Seconds
            label="at most"
            name="The longest hold time"
            field="most"
            value={dose.capSeconds}
            beside={`s, ${cap}`}
            onValue={(capSeconds) => onDose({ ...dose, capSeconds })}
            onTrouble={onTrouble}
          />
        </>
      );
    case 'build-up':
      return (
        <>
          <Seconds
            label="at first"
            name="The first hold time"
            field="least"
            value={dose.fromSeconds}
            beside="s"
            onValue={(fromSeconds) => onDose({ ...dose, fromSeconds })}
            onTrouble={onTrouble}
          />
          <Seconds
            label="later up to"
            name="The later hold time"
            field="most"
            value={dose.toSeconds}
            beside={`s, ${cap}`}
            onValue={(toSeconds) => onDose({ ...dose, toSeconds })}
            onTrouble={onTrouble}
          />
        </>
      );
    case 'pin-and-glide':
      return (
        <>
          <TypedNumber
            label="bends"
            value={dose.bends}
            beside="slow ones"
            parse={(text) => parseCount(text, { name: 'Bends', least: 1, most: 30 })}
            onValue={(bends) => onDose({ ...dose, bends })}
            onTrouble={(says) => onTrouble('least', says)}
          />
          <Seconds
            label="at each end"
            name="The time at the end of a bend"
            field="most"
            value={dose.bendSeconds}
            beside="s"
            onValue={(bendSeconds) => onDose({ ...dose, bendSeconds })}
            onTrouble={onTrouble}
          />
        </>
      );
    case 'sweep':
      return (
        <Seconds
          label="sweep"
          name="The sweep time"
          field="sweep"
          value={dose.sweepSeconds}
          beside={`s, ${cap}`}
          onValue={(sweepSeconds) => onDose({ ...dose, sweepSeconds })}
          onTrouble={onTrouble}
        />
      );
  }
}

const SIDE_OPTIONS: readonly { value: SidesChoice; label: string }[] = [
  { value: 'both', label: 'both' },
  { value: 'left', label: 'left' },
  { value: 'right', label: 'right' },
];
const AFFECTED_OPTIONS = [
  { value: '', label: 'neither' },
  { value: 'left', label: 'left' },
  { value: 'right', label: 'right' },
] as const;

function SideFields({ item, onChange }: Pick<EditorProps, 'item' | 'onChange'>) {
  return (
    <>
      <Choices
        legend="sides"
        value={item.sides}
        options={SIDE_OPTIONS}
        onChoose={(sides) => onChange({ sides })}
      />
      <Choices
        legend="affected side"
        value={item.affectedSide ?? ''}
        options={AFFECTED_OPTIONS}
        onChoose={(side) =>
          onChange(side === '' ? { affectedSide: null, extraPoints: 0 } : { affectedSide: side })
        }
      />
    </>
  );
}

const usual = 'usual';

/** What the tool is pressed against and how weight is taken off or added; each alone, by name. */
function SetupSelects({
  item,
  site,
  onChange,
}: {
  item: RoutineItem;
  site: Site;
  onChange: EditorProps['onChange'];
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

/** The dose of one site: everything a therapist decides about it. */
export function ItemEditor({ item, onChange, onMethod, onTrouble, onRemove }: EditorProps) {
  const site = findSite(item.siteId);
  if (!site)
    return <p>This edition does not know “{item.siteId}”. Remove it or keep the old version.</p>;
  const { ceilingGrade, label } = SENSITIVITY[site.sensitivity];
  const points = METHODS[item.dose.method].pointsName;
  return (
    <section className={classes.editor} aria-label={`${site.plainName}: dose`}>
      <header className={classes.head}>
        <h2>{site.plainName}</h2>
        <span className={classes.anatomical}>{site.anatomicalName}</span>
        <button type="button" className={classes.remove} onClick={onRemove}>
          Remove
        </button>
      </header>
      <Choices
        legend="method"
        value={item.dose.method}
        options={site.methods.map((id) => ({ value: id, label: METHODS[id].name }))}
        onChoose={onMethod}
      />
      <div className={classes.figures}>
        <TypedNumber
          label="pressure grade"
          value={item.grade}
          beside={`of 10, ceiling ${ceilingGrade}`}
          parse={(text) => parseCount(text, { name: 'The pressure grade', least: 0, most: 10 })}
          onValue={(grade) => onChange({ grade })}
          onTrouble={(says) => onTrouble('grade', says)}
        />
        <DoseFields
          key={item.dose.method}
          dose={item.dose}
          site={site}
          onDose={(dose) => onChange({ dose })}
          onTrouble={onTrouble}
        />
        <TypedNumber
          label={points}
          value={item.points}
          beside={site.midline ? '' : 'a side'}
          parse={(text) =>
            parseCount(text, {
              name: points === 'points' ? 'Points' : 'Passes',
              least: 1,
              most: LIMITS.points,
            })
          }
          onValue={(count) => onChange({ points: count })}
          onTrouble={(says) => onTrouble('points', says)}
        />
        {item.affectedSide && item.sides !== 'mid' && (
          <TypedNumber
            label={`more on the ${item.affectedSide}`}
            prefix="+"
            value={item.extraPoints}
            beside="points"
            parse={(text) =>
              parseCount(text, { name: 'Extra points', least: 0, most: LIMITS.extraPoints })
            }
            onValue={(extraPoints) => onChange({ extraPoints })}
            onTrouble={(says) => onTrouble('extra', says)}
          />
        )}
        <TypedNumber
          label="repetitions"
          value={item.repetitions}
          beside="of each"
          parse={(text) =>
            parseCount(text, { name: 'Repetitions', least: 1, most: LIMITS.repetitions })
          }
          onValue={(repetitions) => onChange({ repetitions })}
          onTrouble={(says) => onTrouble('repetitions', says)}
        />
        <TypedNumber
          label="rest between"
          value={item.restSeconds}
          beside="s"
          step={SECOND_STEP}
          parse={(text) =>
            parseSeconds(text, { name: 'The rest', least: 0, most: LIMITS.restSeconds })
          }
          onValue={(restSeconds) => onChange({ restSeconds })}
          onTrouble={(says) => onTrouble('rest', says)}
        />
      </div>
      {!site.midline && (
        <div className={classes.sides}>
          <SideFields item={item} onChange={onChange} />
        </div>
      )}
      <SetupSelects item={item} site={site} onChange={onChange} />
      <Textarea
        label="In words, for the client"
        autosize
        minRows={2}
        maxRows={6}
        maxLength={LIMITS.instructionsLength}
        value={item.instructions}
        onChange={(event) => onChange({ instructions: event.currentTarget.value })}
      />
      <p className={classes.keepOff}>
        {label} site. {site.keepOff}
      </p>
    </section>
  );
}
