import { MantineProvider } from '@mantine/core';
import { renderToStaticMarkup } from 'react-dom/server';
import { MemoryRouter } from 'react-router';
import {
  allStop,
  answersOf,
  CONDITIONS,
  INTERVIEW,
  noneOf,
  reply,
  screen,
  type ConditionId,
  type Reply,
} from '#core/screening';
import { Interview } from './Interview';
import { StopSign } from './StopSign';
import type { InterviewState } from './useInterview';
import { WhatFollows } from './WhatFollows';

const nothing = () => undefined;
const stateOf = (...replies: Reply[]): InterviewState => ({
  at: 0,
  setAt: nothing,
  replies,
  recording: undefined,
  answer: nothing,
  forget: nothing,
  take: nothing,
  none: nothing,
  record: () => '',
});
const draw = (at: number, ...replies: Reply[]) =>
  renderToStaticMarkup(
    <MantineProvider>
      <Interview state={stateOf(...replies)} at={at} onAt={nothing} keys={false} />
    </MantineProvider>,
  );
const yes = (id: ConditionId, more: Partial<Reply> = {}): Reply => ({
  ...reply(id, 'yes'),
  ...more,
});
const groupOf = (id: ConditionId) =>
  INTERVIEW.findIndex(({ conditions }) => conditions.includes(id));
const groupAt = (at: number) => {
  const group = INTERVIEW[at];
  if (!group) throw new RangeError(String(at));
  return group;
};
const findingsOf = (...replies: Reply[]) => screen(answersOf(replies));

describe('the interview', () => {
  it('shows the questions of one group at a time, each with a yes, a no and its digit', () => {
    INTERVIEW.forEach((group, at) => {
      const markup = draw(at);
      for (const id of group.conditions) expect(markup).toContain(`id="ask-${id}"`);
      for (const other of INTERVIEW.filter((one) => one !== group)) {
        expect(markup).toContain(other.title);
        for (const id of other.conditions) expect(markup).not.toContain(`id="ask-${id}"`);
      }
      // Nine digits are all a keyboard has.
      expect(group.conditions.length).toBeLessThanOrEqual(9);
      expect(markup).toContain(`Yes <kbd aria-hidden="true">${group.conditions.length}</kbd>`);
    });
  });

  it('asks no more than follows from an answer', () => {
    const closed = draw(groupOf('implant'), reply('implant', 'no'));
    expect(closed).not.toContain('Which side?');
    expect(closed).not.toContain('Since, if known');
    const open = draw(groupOf('implant'), yes('implant'));
    expect(open).toContain('data-lacks="true">Which side?');
    const told = draw(groupOf('implant'), yes('implant', { sides: ['left'] }));
    expect(told).toContain('data-lacks="false">Which side?');
    expect(told).toContain('Since, if known');
  });

  it('says of each group how it stands: untouched, half asked, none, or what was found', () => {
    const group = groupAt(0);
    const [first] = group.conditions;
    if (!first) throw new Error('a group has questions');
    const away = INTERVIEW.length;
    const says = (markup: string) => />([^<]*)<\/span><\/button>/.exec(markup)?.[1];
    expect(says(draw(away))).toBe('');
    expect(says(draw(away, reply(first, 'no')))).toBe(`${group.conditions.length - 1} open`);
    expect(says(draw(away, ...noneOf([], group)))).toBe('none of these');
    const name = CONDITIONS[first].name.split(',')[0];
    expect(says(draw(away, ...noneOf([yes(first)], group)))).toBe(name);
  });

  it('offers none of these, none of the others, or to go on', () => {
    const group = groupAt(0);
    const [first] = group.conditions;
    if (!first) throw new Error('a group has questions');
    expect(draw(0)).toContain('None of these');
    expect(draw(0, yes(first))).toContain('None of the others');
    expect(draw(0, ...noneOf([], group))).toContain('Go on');
  });

  it('marks what was answered for those who hear the page', () => {
    const markup = draw(groupOf('latex'), yes('latex'));
    expect(markup.match(/aria-pressed="true"/g)).toHaveLength(1);
    expect(markup).toContain('aria-labelledby="ask-latex"');
  });
});

describe('what follows', () => {
  const list = (words: 'client' | 'therapist', ...replies: Reply[]) =>
    renderToStaticMarkup(
      <WhatFollows findings={findingsOf(...replies)} words={words} empty="Nothing so far." />,
    );

  it('gives the therapist rule and source, the client plain words alone', () => {
    const therapist = list('therapist', yes('latex'));
    expect(therapist).toContain('Rule: ');
    expect(therapist).toContain('common practice');
    const client = list('client', yes('latex'));
    expect(client).toContain('No rubber balls and no latex gloves.');
    expect(client).not.toContain('Rule: ');
  });

  it('puts the gravest first and says when there is nothing', () => {
    const markup = list('therapist', yes('mobile-joints'), yes('night-pain'));
    const levels = [...markup.matchAll(/data-level="(\w+)"/g)].map(([, level]) => level);
    expect(levels[0]).toBe('refer');
    expect(levels).toContain('limit');
    expect(list('client')).toContain('Nothing so far.');
  });
});

describe('the stop sign', () => {
  const sign = (...ids: ConditionId[]) => {
    const stop = allStop(findingsOf(...ids.map((id) => yes(id))));
    if (!stop) throw new Error('these stop everything');
    return renderToStaticMarkup(
      <MemoryRouter>
        <StopSign stop={stop} therapistName="Maren Oltmann" />
      </MemoryRouter>,
    );
  };

  it('sends to emergency services where minutes count', () => {
    const markup = sign('saddle');
    expect(markup).toContain('Call for help now');
    expect(markup).toContain('Call emergency services now');
    expect(markup).toContain('role="alert"');
  });

  it('sends to the therapist or a doctor, by name, where it has to be seen in person', () => {
    const markup = sign('night-pain');
    expect(markup).toContain('Please do not practise now');
    expect(markup).toContain('ring Maren Oltmann or your doctor today');
    expect(markup).not.toContain('emergency services');
  });

  it('is an emergency as soon as one of several is', () => {
    expect(sign('night-pain', 'saddle')).toContain('Call for help now');
  });

  it('stands for nothing less', () => {
    expect(allStop(findingsOf(yes('latex'), yes('mobile-joints')))).toBeNull();
    expect(allStop([])).toBeNull();
  });
});
