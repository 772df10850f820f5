import { sourceWords } from '#core/knowledge';
import { edgeOfBed, type MovementTest } from '#core/measurement';
import { Toggle } from '~/ui/parts/Toggle';
import { SIDES, sidesOf, type Side } from './readings';
import classes from './measure.module.css';

type SeenAt = (id: string, side: Side) => string | null;

/** What is seen rather than measured at a test: one of a few words, a side. */
export const Observations = ({
  test,
  seenAt,
  onSeen,
}: {
  test: MovementTest;
  seenAt: SeenAt;
  onSeen: (id: string, side: Side, seen: string) => void;
}) =>
  test.observations.map((observation) => (
    <section key={observation.id} className={classes.observation} aria-label={observation.asks}>
      <h3>{observation.asks}</h3>
      {sidesOf(observation.sided).map((side) => (
        <Toggle
          key={side}
          label={side}
          {...(side === 'mid' ? {} : { caption: side })}
          look="boxes"
          value={seenAt(observation.id, side)}
          options={observation.options.map((value) => ({ value, label: value }))}
          onChoose={(seen) => onSeen(observation.id, side, seen)}
        />
      ))}
    </section>
  ));

/** Which muscles the lying hip test shows to be short. */
export const ShortMuscles = ({
  seenAt,
  figureAt,
}: {
  seenAt: SeenAt;
  figureAt: (id: string, side: Side) => number | null;
}) => (
  <section className={classes.decision} aria-label="Which muscles are short">
    {SIDES.map((side) => {
      const rises = seenAt('rises', side);
      const sinks = seenAt('sinks', side);
      const decided = edgeOfBed({
        thighRises: rises === null ? null : rises === 'rises',
        kneeDegrees: figureAt('knee', side),
        thighSinks: sinks === null ? null : sinks === 'sinks',
      });
      return (
        <p key={side}>
          <strong>{side}</strong> {decided.says}{' '}
          <span className={classes.soft}>{sourceWords(decided.source)}</span>
        </p>
      );
    })}
  </section>
);
