import { Link } from 'react-router';
import { findSite } from '#core/anatomy';
import { sourceWords } from '#core/knowledge';
import {
  edgeOfBed,
  leadFrom,
  leadFromEdgeOfBed,
  type Lead,
  type MovementTest,
  type Observation,
} from '#core/measurement';
import { Toggle } from '~/ui/parts/Toggle';
import { SIDES, sidesOf, type Side } from './readings';
import classes from './measure.module.css';

type SeenAt = (id: string, side: Side) => string | null;
type MarksAt = (id: string, side: Side) => readonly { says: string; when: string }[];
type EarlierAt = (id: string, side: Side) => { seen: string | null; when: string } | null;

/** Sites that what was seen leads to, each one click away. */
function Leads({ leads }: { leads: readonly Lead[] }) {
  return leads.map(({ siteIds, why, source }) => (
    <p key={why} className={classes.lead}>
      {why} Look at{' '}
      {siteIds.map((id, index) => (
        <span key={id}>
          {index > 0 && (index === siteIds.length - 1 ? ' and ' : ', ')}
          <Link to={`/atlas/${id}`}>{findSite(id)?.plainName.toLowerCase() ?? id}</Link>
        </span>
      ))}
      . <span className={classes.soft}>{sourceWords(source)}</span>
    </p>
  ));
}

/** What was seen before, and whether it is the same now. */
function Earlier({ now, before }: { now: string | null; before: ReturnType<EarlierAt> }) {
  if (!before?.seen) return null;
  return (
    <p className={classes.soft}>
      {before.when}: {before.seen}
      {now === null ? '' : now === before.seen ? ', the same now' : `, now ${now}`}
    </p>
  );
}

/** What a client judged at home by something they named, newest first, a side. */
const MarksAtHome = ({ observation, marksAt }: { observation: Observation; marksAt: MarksAt }) => {
  const told = sidesOf(observation.sided).map((side) => ({
    side,
    marks: marksAt(observation.id, side),
  }));
  if (told.every(({ marks }) => marks.length === 0)) return null;
  return (
    <section className={classes.observation} aria-label={observation.asks}>
      <h3>{observation.asks}, at home</h3>
      {told.map(({ side, marks }) => (
        <p key={side} className={classes.soft}>
          {side}:{' '}
          {marks.length === 0
            ? 'not taken'
            : marks.map(({ says, when }) => `${when}: ${says}`).join(' · ')}
        </p>
      ))}
    </section>
  );
};

/** What is seen rather than measured at a test: one of a few words, a side. */
export const Observations = ({
  test,
  seenAt,
  earlierAt,
  marksAt,
  onSeen,
}: {
  test: MovementTest;
  seenAt: SeenAt;
  marksAt: MarksAt;
  earlierAt: EarlierAt;
  onSeen: (id: string, side: Side, seen: string) => void;
}) =>
  test.observations.map((observation) => {
    if (observation.mark) {
      return <MarksAtHome key={observation.id} observation={observation} marksAt={marksAt} />;
    }
    const sides = sidesOf(observation.sided);
    const leads = sides.flatMap((side) => {
      const lead = leadFrom(test.id, observation.id, seenAt(observation.id, side));
      return lead ? [lead] : [];
    });
    return (
      <section key={observation.id} className={classes.observation} aria-label={observation.asks}>
        <h3>{observation.asks}</h3>
        {sides.map((side) => (
          <div key={side}>
            <Toggle
              label={side}
              {...(side === 'mid' ? {} : { caption: side })}
              look="boxes"
              value={seenAt(observation.id, side)}
              options={observation.options.map((value) => ({ value, label: value }))}
              onChoose={(seen) => onSeen(observation.id, side, seen)}
            />
            <Earlier now={seenAt(observation.id, side)} before={earlierAt(observation.id, side)} />
          </div>
        ))}
        <Leads
          leads={leads.filter(({ why }, at) => leads.findIndex((one) => one.why === why) === at)}
        />
      </section>
    );
  });

/** Which muscles the lying hip test shows to be short, and where that leads. */
export const ShortMuscles = ({
  seenAt,
  figureAt,
  sem,
}: {
  seenAt: SeenAt;
  figureAt: (id: string, side: Side) => number | null;
  /** Standard error of one reading, in degrees. */
  sem: number;
}) => (
  <section className={classes.decision} aria-label="Which muscles are short">
    {SIDES.map((side) => {
      const rises = seenAt('rises', side);
      const sinks = seenAt('sinks', side);
      const decided = edgeOfBed({
        thighRises: rises === null ? null : rises === 'rises',
        thighDegrees: figureAt('thigh', side),
        kneeDegrees: figureAt('knee', side),
        thighSinks: sinks === null ? null : sinks === 'sinks',
        sem,
      });
      const lead = leadFromEdgeOfBed(decided);
      return (
        <div key={side}>
          <strong>{side}</strong>
          {lead ? (
            <Leads leads={[lead]} />
          ) : (
            <p>
              {decided.says} <span className={classes.soft}>{sourceWords(decided.source)}</span>
            </p>
          )}
        </div>
      );
    })}
  </section>
);
