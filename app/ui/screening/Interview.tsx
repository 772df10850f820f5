import { MultiSelect } from '@mantine/core';
import { useEffect, useRef } from 'react';
import { REGIONS, WORKABLE_SITES, type Region } from '#core/anatomy';
import {
  CONDITIONS,
  INTERVIEW,
  missing,
  reply as emptyReply,
  type Condition,
  type ConditionId,
  type QuestionGroup,
  type Reply,
} from '#core/screening';
import { useKeys } from '~/ui/parts/useKeys';
import type { InterviewState } from './useInterview';
import classes from './Interview.module.css';

const SITE_OPTIONS = WORKABLE_SITES.map(({ id, plainName }) => ({ value: id, label: plainName }));
const SIDES = [
  { label: 'left', sides: ['left'] },
  { label: 'right', sides: ['right'] },
  { label: 'both', sides: ['left', 'right'] },
] as const;

const same = (one: readonly string[], other: readonly string[]) =>
  one.length === other.length && one.every((side) => other.includes(side));

/** What a yes adds: which side, where, since when. */
function FollowUp({ reply, onChange }: { reply: Reply; onChange: (reply: Reply) => void }) {
  const { details }: Condition = CONDITIONS[reply.condition];
  const lacks = missing(reply);
  return (
    <div className={classes.more}>
      {details.includes('side') && (
        <fieldset>
          <legend data-lacks={lacks === 'Which side?'}>Which side?</legend>
          {SIDES.map(({ label, sides }) => (
            <label key={label}>
              <input
                type="radio"
                name={`side-${reply.condition}`}
                checked={same(reply.sides, sides)}
                onChange={() => onChange({ ...reply, sides: [...sides] })}
              />
              {label}
            </label>
          ))}
        </fieldset>
      )}
      {details.includes('regions') && (
        <fieldset>
          <legend data-lacks={lacks === 'Where?'}>Where?</legend>
          {REGIONS.map((region: Region) => (
            <label key={region}>
              <input
                type="checkbox"
                checked={reply.regions.includes(region)}
                onChange={(event) =>
                  onChange({
                    ...reply,
                    regions: event.currentTarget.checked
                      ? [...reply.regions, region]
                      : reply.regions.filter((one) => one !== region),
                  })
                }
              />
              {region}
            </label>
          ))}
        </fieldset>
      )}
      {details.includes('sites') && (
        <MultiSelect
          label="Where? Nothing named means everywhere."
          data={SITE_OPTIONS}
          value={reply.siteIds}
          onChange={(siteIds) => onChange({ ...reply, siteIds })}
          searchable
        />
      )}
      <label className={classes.since}>
        Since, if known
        <input
          type="date"
          value={reply.since}
          onChange={(event) => onChange({ ...reply, since: event.currentTarget.value })}
        />
      </label>
    </div>
  );
}

function Question({
  id,
  number,
  reply,
  onAnswer,
  onForget,
}: {
  id: ConditionId;
  number: number;
  reply: Reply | undefined;
  onAnswer: (reply: Reply) => void;
  onForget: () => void;
}) {
  const says = reply?.says;
  return (
    <li className={classes.question} data-says={says ?? 'open'}>
      <p id={`ask-${id}`}>{CONDITIONS[id].asks}</p>
      <div className={classes.answers} role="group" aria-labelledby={`ask-${id}`}>
        <button
          type="button"
          aria-pressed={says === 'yes'}
          onClick={() => (says === 'yes' ? onForget() : onAnswer(emptyReply(id, 'yes')))}
        >
          Yes <kbd aria-hidden>{number}</kbd>
        </button>
        <button
          type="button"
          aria-pressed={says === 'no'}
          onClick={() => (says === 'no' ? onForget() : onAnswer(emptyReply(id, 'no')))}
        >
          No
        </button>
      </div>
      {reply?.says === 'yes' && <FollowUp reply={reply} onChange={onAnswer} />}
    </li>
  );
}

/** How a group that is not open stands, in a few words. */
function groupSays(group: QuestionGroup, replies: ReadonlyMap<ConditionId, Reply>): string {
  const yes = group.conditions.filter((id) => replies.get(id)?.says === 'yes');
  const open = group.conditions.filter((id) => !replies.has(id)).length;
  const said = yes.map((id) => CONDITIONS[id].name.split(',')[0] ?? '').join(' · ');
  if (open === group.conditions.length) return '';
  if (open > 0) return [said, `${open} open`].filter(Boolean).join(' · ');
  return said || 'none of these';
}

/**
 * The screening as an interview: a page of questions at a time, one key for none of them, a digit for
 * each yes, and follow-ups only where an answer asks for them.
 */
export function Interview({
  state,
  at,
  onAt,
  keys = true,
}: {
  state: InterviewState;
  /** The group that is open; past the last one when the interview is through. */
  at: number;
  onAt: (at: number) => void;
  /** Listen to keys; off where something else has them. */
  keys?: boolean;
}) {
  const { replies, answer, none, forget } = state;
  const by = new Map(replies.map((one) => [one.condition, one]));
  const group = INTERVIEW[at];
  const heading = useRef<HTMLHeadingElement>(null);
  const moved = useRef(false);
  useEffect(() => {
    if (moved.current) heading.current?.focus();
    moved.current = true;
  }, [at]);

  const next = () => onAt(Math.min(at + 1, INTERVIEW.length));
  const noneAndOn = () => {
    if (!group) return;
    none(group);
    next();
  };
  const toggle = (number: number) => {
    const id = group?.conditions[number - 1];
    if (!id) return;
    if (by.get(id)?.says === 'yes') forget(id);
    else answer(emptyReply(id, 'yes'));
  };
  useKeys(
    keys
      ? [
          ['n', noneAndOn],
          ['Backspace', () => onAt(Math.max(0, at - 1))],
          ...Array.from({ length: 9 }, (_, index): [string, () => void] => [
            String(index + 1),
            () => toggle(index + 1),
          ]),
        ]
      : [],
  );

  const open = group?.conditions.filter((id) => !by.has(id)).length ?? 0;
  const anyYes = group?.conditions.some((id) => by.get(id)?.says === 'yes') ?? false;
  return (
    <ol className={classes.groups}>
      {INTERVIEW.map((one, index) => {
        const says = groupSays(one, by);
        if (index !== at) {
          return (
            <li key={one.id} className={classes.closed}>
              <button type="button" onClick={() => onAt(index)}>
                <span className={classes.number}>{index + 1}</span>
                <span className={classes.name}>{one.title}</span>
                <span className={classes.says}>{says}</span>
              </button>
            </li>
          );
        }
        return (
          <li key={one.id} className={classes.open}>
            <h2 ref={heading} tabIndex={-1}>
              <span className={classes.number}>{index + 1}</span>
              {one.title}
            </h2>
            <p className={classes.lead}>{one.lead}</p>
            <ol className={classes.questions}>
              {one.conditions.map((id, place) => (
                <Question
                  key={id}
                  id={id}
                  number={place + 1}
                  reply={by.get(id)}
                  onAnswer={answer}
                  onForget={() => forget(id)}
                />
              ))}
            </ol>
            <div className={classes.go}>
              {open > 0 ? (
                <button type="button" className={classes.none} onClick={noneAndOn}>
                  {anyYes || open < one.conditions.length ? 'None of the others' : 'None of these'}{' '}
                  <kbd aria-hidden>n</kbd>
                </button>
              ) : (
                <button type="button" className={classes.none} onClick={next}>
                  Go on <kbd aria-hidden>n</kbd>
                </button>
              )}
            </div>
          </li>
        );
      })}
    </ol>
  );
}
