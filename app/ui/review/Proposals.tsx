import { Button, Textarea } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { sourceWords } from '#core/knowledge';
import type { HowSeen, Proposal, Proposals as Judged, Weight } from '#core/proposals';
import { LIMITS } from '#core/routine';
import { LinkButton } from '~/ui/parts/LinkButton';
import { Notice } from '~/ui/parts/Notice';
import { capital, clockTime, minutesBand, shortDay } from '~/ui/parts/words';
import { whereOf } from './whereOf';
import classes from './Proposals.module.css';

const WEIGHTS: Record<Weight, string> = {
  safety: 'Look first',
  down: 'Less',
  look: 'Look',
  taper: 'Rarer',
  up: 'More',
};

/** What a therapist may answer; it is asked again with the next session there, or in a week. */
const ANSWERS: Record<HowSeen, string> = {
  seen: 'Looked at',
  spoken: 'Spoken with them',
  written: 'Written to them',
  'not now': 'Not now',
};

/** So many days are named; more are counted. */
const NAMED_DAYS = 4;
function listedDays(days: readonly string[], today: string): string {
  const [first, last] = [days[0], days.at(-1)];
  if (first === undefined || last === undefined) return '';
  const named = days.map((day) => shortDay(day, today));
  return days.length <= NAMED_DAYS
    ? named.join(', ')
    : `${days.length} days, ${shortDay(first, today)} to ${shortDay(last, today)}`;
}

/** What a proposal would do to the session, the site and the pressure, in a line. */
export function effectWords({ effect }: Pick<Proposal, 'effect'>): string[] {
  if (!effect) return [];
  const { session, contact, pressureRatio } = effect;
  const minutes = [minutesBand(session.before), minutesBand(session.after)];
  return [
    minutes[0] === minutes[1]
      ? `session ${minutes[0]} min, as now`
      : `session ${minutes.join(' → ')} min`,
    contact.before === contact.after
      ? ''
      : `contact here ${clockTime(contact.before)} → ${clockTime(contact.after)} of ${clockTime(contact.capSeconds)} at most`,
    pressureRatio === null ? '' : `pressure about ${pressureRatio.toFixed(1)} times today’s`,
  ].filter(Boolean);
}

/** Why this version, from what is taken. */
export const reasonFor = (taken: readonly Proposal[]): string =>
  taken
    .map((one) => `${whereOf(one)}: ${one.says}. ${one.ground.says}`)
    .join(' ')
    .slice(0, LIMITS.reasonLength);

function One({
  proposal,
  days,
  today,
  isTaken,
  onTurn,
  onSeen,
}: {
  proposal: Proposal;
  days: Readonly<Record<string, string>>;
  today: string;
  isTaken: boolean;
  onTurn: (isTaken: boolean) => void;
  onSeen: (how: HowSeen) => void;
}) {
  const { weight, title, says, ground, because, source } = proposal;
  const read = [...new Set(ground.sessionIds.flatMap((id) => days[id] ?? []))].sort();
  const changes = says !== '';
  const head = (
    <>
      <span className={classes.weight} data-weight={weight}>
        {WEIGHTS[weight]}
      </span>
      <span className={classes.what}>
        <strong>{title}</strong>
        <span>
          {whereOf(proposal)}
          {changes && `: ${says}`}
        </span>
      </span>
    </>
  );
  return (
    <li className={classes.one}>
      {changes ? (
        <label className={classes.head}>
          <input
            type="checkbox"
            checked={isTaken}
            onChange={(event) => onTurn(event.currentTarget.checked)}
          />
          {head}
        </label>
      ) : (
        <p className={classes.head}>
          <span />
          {head}
        </p>
      )}
      <p className={classes.ground}>{ground.says}</p>
      <p className={classes.answers}>
        {(changes ? (['not now'] as const) : (['seen', 'spoken', 'not now'] as const)).map(
          (how) => (
            <LinkButton key={how} onClick={() => onSeen(how)}>
              {ANSWERS[how]}
            </LinkButton>
          ),
        )}
      </p>
      <details className={classes.why}>
        <summary>Why, and what it does</summary>
        <p>
          {because} <span className={classes.soft}>{capital(sourceWords(source))}.</span>
        </p>
        {read.length > 0 && <p>Read from the sessions of {listedDays(read, today)}.</p>}
        {changes && (
          <p>
            {capital(effectWords(proposal).join('; '))}
            {effectWords(proposal).length > 0 ? '.' : ''}
          </p>
        )}
      </details>
    </li>
  );
}

/** What the record supports, to be taken or left; what is taken becomes the next version, with its reason. */
export function Proposals({
  judged: { proposals, keep },
  causes,
  days,
  today,
  number,
  base,
  blocked,
  busy,
  refusal,
  onIssue,
  onSeen,
}: {
  judged: Pick<Judged, 'proposals' | 'keep'>;
  /** What to look at besides, for what brings them. */
  causes: readonly string[];
  /** The day of each session, by its id. */
  days: Readonly<Record<string, string>>;
  today: string;
  /** The version that would be issued. */
  number: number;
  /** The address of the client’s file. */
  base: string;
  /** Why nothing can be issued from here; null: it can. */
  blocked: string | null;
  busy: boolean;
  refusal: string | null;
  onIssue: (taken: readonly Proposal[], reason: string) => void;
  onSeen: (proposal: Proposal, how: HowSeen) => void;
}) {
  const [keys, setKeys] = useState<readonly string[]>([]);
  const [written, setWritten] = useState<string | null>(null);
  const taken = proposals.filter(({ key }) => keys.includes(key));
  const reason = written ?? reasonFor(taken);
  const looks = proposals.some(({ weight }) => weight === 'look');
  return (
    <section aria-labelledby="proposals-title" className={classes.proposals}>
      <h2 id="proposals-title">
        What the record supports{' '}
        <span>
          nothing changes until you say so; what is left comes again with the next session
        </span>
      </h2>
      {proposals.length === 0 && <p className={classes.soft}>Nothing to change.</p>}
      <ul className={classes.list}>
        {proposals.map((proposal) => (
          <One
            key={proposal.key}
            proposal={proposal}
            days={days}
            today={today}
            isTaken={keys.includes(proposal.key)}
            onSeen={(how) => onSeen(proposal, how)}
            onTurn={(isTaken) => {
              setWritten(null);
              setKeys((now) =>
                isTaken ? [...now, proposal.key] : now.filter((key) => key !== proposal.key),
              );
            }}
          />
        ))}
      </ul>
      {looks && causes.length > 0 && (
        <p className={classes.soft}>
          What may keep it going, for what brings them:{' '}
          {causes.map((one) => one.replace(/\.$/, '')).join('; ')}.
        </p>
      )}
      {taken.length > 0 && (
        <div className={classes.issue}>
          <Textarea
            label="Why this version"
            description="Kept with it; they read what changes, not this."
            value={reason}
            autosize
            minRows={2}
            maxLength={LIMITS.reasonLength}
            onChange={(event) => setWritten(event.currentTarget.value)}
          />
          {blocked ? (
            <Notice>{blocked}</Notice>
          ) : (
            <Button
              loading={busy}
              disabled={reason.trim() === ''}
              onClick={() => onIssue(taken, reason.trim())}
            >
              Issue version {number} with {taken.length === 1 ? 'it' : 'them'}
            </Button>
          )}
        </div>
      )}
      {refusal && <Notice>{refusal}</Notice>}
      {keep.length > 0 && (
        <details className={classes.why}>
          <summary>
            Kept as it is: {keep.length} {keep.length === 1 ? 'line' : 'lines'}
          </summary>
          <ul className={classes.kept}>
            {keep.map(({ itemId, siteId, why }) => (
              <li key={itemId}>
                <strong>{whereOf({ siteId })}</strong> {why}
              </li>
            ))}
          </ul>
        </details>
      )}
      <p className={classes.soft}>
        Anything else: <Link to={`${base}/plan`}>change it in the plan</Link>.
      </p>
    </section>
  );
}
