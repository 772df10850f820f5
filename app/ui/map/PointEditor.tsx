import { MultiSelect, Textarea } from '@mantine/core';
import { BODY_PART_IDS, BODY_PARTS, findSite, placeOf, type BodyPartId } from '#core/anatomy';
import { needsLooking, type ComparedPoint, type TenderPoint } from '#core/map';
import { LinkButton } from '~/ui/parts/LinkButton';
import { changeWords } from './points';
import { RatingKeys } from './RatingKeys';
import classes from './PointEditor.module.css';

const PARTS = BODY_PART_IDS.map((id) => ({ value: id, label: BODY_PARTS[id].name }));
const SCALENES = ['scalene-front', 'scalene-middle', 'scalene-back'];

/** A question with three answers: yes, no, not asked. */
function Asked({
  asks,
  value,
  shortcut,
  onValue,
}: {
  asks: string;
  value: boolean | null;
  shortcut?: string;
  onValue: (value: boolean | null) => void;
}) {
  return (
    <div className={classes.asked} role="group" aria-label={asks}>
      <span>
        {asks} {shortcut && <kbd aria-hidden>{shortcut}</kbd>}
      </span>
      {([true, false] as const).map((says) => (
        <button
          key={String(says)}
          type="button"
          aria-pressed={value === says}
          onClick={() => onValue(value === says ? null : says)}
        >
          {says ? 'yes' : 'no'}
        </button>
      ))}
    </div>
  );
}

/** The areas it usually sends to, for who feels it there to choose: none is chosen for them. */
function Usual({
  areas,
  chosen,
  onChange,
}: {
  areas: readonly BodyPartId[];
  chosen: readonly BodyPartId[];
  onChange: (chosen: BodyPartId[]) => void;
}) {
  return (
    <div className={classes.usual} role="group" aria-label="Usually felt at">
      {areas.map((id) => {
        const isChosen = chosen.includes(id);
        return (
          <button
            key={id}
            type="button"
            aria-pressed={isChosen}
            onClick={() =>
              onChange(isChosen ? chosen.filter((one) => one !== id) : [...chosen, id])
            }
          >
            {BODY_PARTS[id].name}
          </button>
        );
      })}
    </div>
  );
}

/** Everything of one tender point. */
export function PointEditor({
  point,
  compared,
  picking,
  onPicking,
  onChange,
  onRemove,
}: {
  point: TenderPoint;
  compared: ComparedPoint | undefined;
  /** Areas are being picked on the figure. */
  picking: boolean;
  onPicking: (picking: boolean) => void;
  onChange: (by: Partial<TenderPoint>) => void;
  onRemove: () => void;
}) {
  const site = findSite(point.siteId);
  if (!site) return null;
  const { across, down } = point;
  const offset = [
    across === 0 ? '' : `${Math.abs(across)} mm ${across > 0 ? 'outwards' : 'inwards'}`,
    down === 0 ? '' : `${Math.abs(down)} mm ${down > 0 ? 'down' : 'up'}`,
  ].filter(Boolean);
  const sends = point.refersTo !== null && point.refersTo.length > 0;
  // Nothing chosen yet is no answer; that it sends nowhere is said by itself.
  const felt = (areas: BodyPartId[]) =>
    onChange(areas.length === 0 ? { refersTo: null, stopsOnRelease: null } : { refersTo: areas });
  return (
    <section className={classes.editor} aria-label="The point">
      <header>
        <h2>{placeOf(site, point.side)}</h2>
        <p>
          {site.anatomicalName} · {offset.length > 0 ? offset.join(', ') : 'on its own spot'}
        </p>
        {compared && <p className={classes.change}>{changeWords(compared)}</p>}
      </header>
      <div>
        <p className={classes.label}>Tender while pressing, 0–10</p>
        <RatingKeys
          value={point.rating}
          label="Tender while pressing"
          onValue={(rating) => onChange({ rating })}
        />
      </div>
      <Asked
        asks="Taut band"
        shortcut="t"
        value={point.tautBand}
        onValue={(tautBand) => onChange({ tautBand })}
      />
      <div className={classes.sends}>
        <div className={classes.asked} role="group" aria-label="Sends a feeling">
          <span>Sends a feeling</span>
          <button
            type="button"
            aria-pressed={picking || sends}
            onClick={() => {
              onPicking(!picking);
            }}
          >
            {picking ? 'done' : 'yes, to'}
          </button>
          <button
            type="button"
            aria-pressed={point.refersTo?.length === 0}
            onClick={() => {
              onPicking(false);
              onChange({
                refersTo: point.refersTo?.length === 0 ? null : [],
                stopsOnRelease: null,
              });
            }}
          >
            does not
          </button>
        </div>
        {picking && site.refersTo.length > 0 && (
          <Usual areas={site.refersTo} chosen={point.refersTo ?? []} onChange={felt} />
        )}
        {(sends || picking) && (
          <MultiSelect
            aria-label="Where it sends to"
            placeholder={picking ? 'or point on the figure' : undefined}
            data={PARTS}
            value={point.refersTo ?? []}
            onChange={(ids) => felt(ids as BodyPartId[])}
            searchable
            maxValues={12}
          />
        )}
        {sends && (
          <Asked
            asks="Stops on release"
            value={point.stopsOnRelease}
            onValue={(stopsOnRelease) => onChange({ stopsOnRelease })}
          />
        )}
        {needsLooking(point) && (
          <p className={classes.warn} role="status">
            A feeling that goes on after release is not ordinary referral: look at it in person
            before anything more is done there.
          </p>
        )}
      </div>
      {(SCALENES.includes(point.siteId) || point.worseOnBreath !== null) && (
        <Asked
          asks="Worse on a deep breath"
          value={point.worseOnBreath}
          onValue={(worseOnBreath) => onChange({ worseOnBreath })}
        />
      )}
      <Asked
        asks="The worst one"
        shortcut="w"
        value={point.worst ? true : null}
        onValue={(worst) => onChange({ worst: worst === true })}
      />
      <Asked
        asks="A bruise there"
        value={point.bruised}
        onValue={(bruised) => onChange({ bruised })}
      />
      {point.bruised && (
        <p className={classes.warn}>
          It rests at home from now on, until one of you says that the bruise has gone.
        </p>
      )}
      <Textarea
        key={point.thread}
        label="Note"
        autosize
        minRows={1}
        maxLength={400}
        defaultValue={point.note}
        onBlur={(event) => {
          const note = event.currentTarget.value.trim();
          if (note !== point.note) onChange({ note });
        }}
      />
      <LinkButton warns onClick={onRemove}>
        Take it back <kbd aria-hidden>del</kbd>
      </LinkButton>
    </section>
  );
}
