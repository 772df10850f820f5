import { sourceWords } from '#core/knowledge';
import { semBy, sideDifference, type Quantity, type Way } from '#core/measurement';
import { ReachArc, type Reach } from '~/ui/measure/ReachArc';
import { TriesField } from '~/ui/measure/TriesField';
import { ChangeWords } from './ChangeWords';
import {
  asRead,
  ordinaryWords,
  sidesOf,
  withUnit,
  type Moment,
  type Readings,
  type Row,
  type Side,
} from './readings';
import classes from './measure.module.css';

/** So many of the latest sessions at home are told. */
const MOST_SESSIONS = 2;

/** One figure of a test: its fields, its arc, and what changed. */
export function QuantityPanel({
  quantity,
  readings,
  moment,
  tilts,
  base,
  onTries,
  onTool,
  onRemove,
}: {
  quantity: Quantity;
  readings: Readings;
  moment: Moment;
  /** The test can be read by tilting the phone. */
  tilts: boolean;
  /** The address of the client’s file. */
  base: string;
  onTries: (side: Side, tries: number[], way: Way) => void;
  onTool: (kind: 'tilt' | 'picture', side: Side) => void;
  onRemove: (row: Row) => void;
}) {
  const sides = sidesOf(quantity.sided);
  const reaches = sides.map((side): Reach => {
    const place = { quantityId: quantity.id, side };
    const now = readings.now(place, 'before') ?? readings.now(place, 'after');
    const after = readings.now(place, 'after');
    return {
      side,
      now: now?.value ?? null,
      sem: semBy(quantity, now?.way ?? 'number', now?.visitId === null).sem,
      after: after && after.id !== now?.id ? after.value : null,
      earlier: readings
        .earlier(place)
        .flatMap((row) =>
          row.value === null ? [] : [{ value: row.value, label: readings.when(row) }],
        ),
    };
  });
  const differ =
    quantity.sided &&
    sideDifference(
      quantity,
      asRead(readings.now({ quantityId: quantity.id, side: 'left' }, moment)),
      asRead(readings.now({ quantityId: quantity.id, side: 'right' }, moment)),
    );
  return (
    <section className={classes.quantity} aria-label={quantity.name}>
      <div className={classes.fields}>
        <h3>{quantity.name}</h3>
        <div className={classes.sides}>
          {sides.map((side) => {
            const row = readings.now({ quantityId: quantity.id, side }, moment);
            const [last] = readings.earlier({ quantityId: quantity.id, side });
            const hint =
              last && last.value !== null
                ? `${readings.when(last)}: ${withUnit(last.value, quantity)}`
                : '';
            return (
              <div key={side}>
                <TriesField
                  key={moment}
                  label={side === 'mid' ? quantity.name : side}
                  quantity={quantity}
                  tries={row?.tries ?? []}
                  way={row?.way ?? null}
                  hint={hint}
                  onTries={(tries, way) => onTries(side, tries, way)}
                />
                <p className={classes.ways}>
                  {quantity.ways.includes('tilt') && tilts && (
                    <button type="button" onClick={() => onTool('tilt', side)}>
                      tilt
                    </button>
                  )}
                  {quantity.ways.includes('picture') && (
                    <button type="button" onClick={() => onTool('picture', side)}>
                      picture
                    </button>
                  )}
                  {row && (
                    <button type="button" onClick={() => onRemove(row)}>
                      take back
                    </button>
                  )}
                  {row?.pictureId && (
                    <a href={`${base}/pictures/${row.pictureId}`} target="_blank" rel="noreferrer">
                      see it
                    </a>
                  )}
                </p>
              </div>
            );
          })}
        </div>
        <p className={classes.soft}>
          {quantity.ordinary
            ? `Ordinary: ${ordinaryWords(quantity, quantity.ordinary)}; ${sourceWords(quantity.ordinary.source)}.`
            : 'No published ordinary range at hand: compare with the other side and with before.'}
        </p>
        {differ && (
          <p className={classes.soft}>
            Sides differ by {withUnit(differ.difference, quantity)}:{' '}
            {differ.beyondError
              ? `beyond error, less on the ${differ.less ?? ''}.`
              : 'within measurement error.'}
          </p>
        )}
      </div>
      <ReachArc quantity={quantity} reaches={reaches} />
      <div className={classes.changes}>
        {sides.map((side) => {
          const place = { quantityId: quantity.id, side };
          const [last] = readings.earlier(place);
          const before = readings.now(place, 'before');
          const after = readings.now(place, 'after');
          return (
            <div key={side}>
              <ChangeWords
                quantity={quantity}
                side={side}
                before={last}
                after={before}
                when={last ? `since ${readings.when(last)}` : ''}
              />
              {readings
                .aroundSessions(place)
                .slice(0, MOST_SESSIONS)
                .map(({ day, before: first, after: last }) => (
                  <ChangeWords
                    key={day}
                    quantity={quantity}
                    side={side}
                    before={first}
                    after={last}
                    when={`within the session of ${readings.day(day)}`}
                  />
                ))}
              {after && (
                <ChangeWords
                  quantity={quantity}
                  side={side}
                  before={before}
                  after={after}
                  when="within this visit"
                />
              )}
            </div>
          );
        })}
      </div>
    </section>
  );
}
