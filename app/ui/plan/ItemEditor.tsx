import { Textarea } from '@mantine/core';
import { findSite, SENSITIVITY } from '#core/anatomy';
import { METHODS, type MethodId } from '#core/dosage';
import { LIMITS, type PressItem } from '#core/routine';
import { Choice } from '~/ui/parts/Choice';
import { LinkButton } from '~/ui/parts/LinkButton';
import { SetupDrawing } from '~/ui/poses/SetupDrawing';
import { DoseFields, SECOND_STEP } from './DoseFields';
import { OftenFields } from './OftenFields';
import { parseCount, parseSeconds } from './parseNumber';
import { RampFields } from './RampFields';
import { SetupSelects } from './SetupSelects';
import { SideFields } from './SideFields';
import { TypedNumber } from './TypedNumber';
import classes from './ItemEditor.module.css';

/** What moves may begin lightly while it warms and rise where it is more tender. */
const RISING: ReadonlySet<MethodId> = new Set([
  'sweep',
  'strokes',
  'knead',
  'circles',
  'cross-grain',
  'glide',
  'slow-roll',
  'press-and-move',
]);

/** The side that is drawn: the one that comes first. */
const shownSide = ({ sides, affectedSide }: PressItem) =>
  sides === 'both' ? (affectedSide ?? 'left') : sides;

interface EditorProps {
  item: PressItem;
  clientId: string;
  onChange: (change: Partial<PressItem>) => void;
  onMethod: (method: MethodId) => void;
  onTrouble: (field: string, says: string | null) => void;
  onRemove: () => void;
}

/** The dose of one site: everything a therapist decides about it. */
export function ItemEditor({
  item,
  clientId,
  onChange,
  onMethod,
  onTrouble,
  onRemove,
}: EditorProps) {
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
        <LinkButton quiet onClick={onRemove}>
          Remove
        </LinkButton>
      </header>
      <Choice
        inLine
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
        {RISING.has(item.dose.method) && (
          <TypedNumber
            label="begin at"
            value={Math.min(item.fromGrade ?? item.grade, item.grade)}
            beside="and rise to it"
            parse={(text) =>
              parseCount(text, { name: 'The grade to begin at', least: 0, most: item.grade })
            }
            onValue={(from) => onChange({ fromGrade: from < item.grade ? from : undefined })}
            onTrouble={(says) => onTrouble('fromGrade', says)}
          />
        )}
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
        {item.affectedSide && item.sides !== 'mid' && !item.together && (
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
      <OftenFields
        often={item.often}
        onChange={(often) => onChange({ often })}
        onTrouble={onTrouble}
      />
      <RampFields ramp={item.ramp} onChange={(ramp) => onChange({ ramp })} />
      <div className={classes.reached}>
        <SetupSelects item={item} site={site} clientId={clientId} onChange={onChange} />
        <SetupDrawing
          siteId={item.siteId}
          toolId={item.toolId}
          positionId={item.positionId}
          side={shownSide(item)}
          className={classes.drawn}
        />
      </div>
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
