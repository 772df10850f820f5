import { MantineProvider } from '@mantine/core';
import { renderToStaticMarkup } from 'react-dom/server';
import { MemoryRouter } from 'react-router';
import { COMMON_PRACTICE } from '#core/knowledge';
import type { Proposal } from '#core/proposals';
import { LIMITS } from '#core/routine';
import { AtAGlance } from './AtAGlance';
import { DoseTable } from './DoseTable';
import { effectWords, Proposals, reasonFor } from './Proposals';
import { Reactions } from './Reactions';

const proposal = (more: Partial<Proposal> = {}): Proposal => ({
  key: 'sore:a',
  rule: 'sore',
  weight: 'down',
  itemId: 'a',
  siteId: 'calf',
  title: 'Shorter',
  variable: 'time',
  says: '30 → 20 s',
  ground: { says: '“Sore” the day after 1 of the last 3 sessions.', sessionIds: ['s1', 's2'] },
  because: 'Less time first.',
  source: COMMON_PRACTICE,
  becomes: [],
  timesPerWeek: null,
  effect: {
    session: { before: { least: 300, most: 300 }, after: { least: 240, most: 240 } },
    contact: { before: 60, after: 40, capSeconds: 120 },
    pressureRatio: null,
  },
  ...more,
});

const draw = (
  proposals: readonly Proposal[],
  more: Partial<Parameters<typeof Proposals>[0]> = {},
) =>
  renderToStaticMarkup(
    <MantineProvider>
      <MemoryRouter>
        <Proposals
          judged={{ proposals, keep: [] }}
          causes={['Sleeping posture.', 'Desk height.']}
          days={{ s1: '2026-03-01', s2: '2026-03-03' }}
          today="2026-03-05"
          number={3}
          base="/clients/x"
          blocked={null}
          busy={false}
          refusal={null}
          onIssue={() => undefined}
          onSeen={() => undefined}
          {...more}
        />
      </MemoryRouter>
    </MantineProvider>,
  );

describe('what the record supports, on the screen', () => {
  it('says what, where, from what, by which rule, and what it does', () => {
    const markup = draw([proposal()]);
    for (const words of [
      'Shorter',
      'Calf: 30 → 20 s',
      '“Sore” the day after 1 of the last 3 sessions.',
      'Less time first.',
      'Common practice',
      'Read from the sessions of 1 Mar, 3 Mar.',
      'Session 5 → 4 min; contact here 1:00 → 0:40 of 2:00 at most.',
    ])
      expect(markup).toContain(words);
  });

  it('can be ticked where it changes something, and only there; nothing is ticked by itself', () => {
    expect(draw([proposal()]).match(/type="checkbox"/g)).toHaveLength(1);
    expect(draw([proposal()])).not.toContain('checked');
    expect(draw([proposal({ says: '', becomes: null })])).not.toContain('type="checkbox"');
    expect(draw([proposal()])).not.toContain('Issue version');
  });

  it('what changes something may be left for now; what asks for a look may be seen to', () => {
    expect(draw([proposal()])).toContain('Not now');
    expect(draw([proposal()])).not.toContain('Looked at');
    const look = draw([proposal({ weight: 'look', says: '', becomes: null })]);
    for (const answer of ['Looked at', 'Spoken with them', 'Not now'])
      expect(look).toContain(answer);
  });

  it('names the causes to look for only where a look is asked for', () => {
    expect(draw([proposal()])).not.toContain('Sleeping posture');
    expect(draw([proposal({ weight: 'look', says: '', becomes: null })])).toContain(
      'What may keep it going, for what brings them: Sleeping posture; Desk height.',
    );
  });

  it('says what is kept, and why', () => {
    const markup = draw([], {
      judged: { proposals: [], keep: [{ itemId: 'a', siteId: 'calf', why: 'It rests.' }] },
    });
    expect(markup).toContain('Nothing to change.');
    expect(markup).toContain('<strong>Calf</strong> It rests.');
  });

  it('pressure is said against today’s, and no figure is made up where it is not known', () => {
    expect(effectWords(proposal({ effect: null }))).toEqual([]);
    const [, ...rest] = effectWords(
      proposal({
        effect: {
          session: { before: { least: 300, most: 300 }, after: { least: 300, most: 300 } },
          contact: { before: 60, after: 60, capSeconds: 120 },
          pressureRatio: 0.64,
        },
      }),
    );
    expect(rest).toEqual(['pressure about 0.6 times today’s']);
  });

  it('writes the reason from what is taken, within what a version takes', () => {
    expect(reasonFor([proposal()])).toBe(
      'Calf: 30 → 20 s. “Sore” the day after 1 of the last 3 sessions.',
    );
    expect(reasonFor([])).toBe('');
    expect(reasonFor(Array.from({ length: 20 }, () => proposal())).length).toBeLessThanOrEqual(
      LIMITS.reasonLength,
    );
  });
});

describe('at a glance', () => {
  it('tells three sentences in one order, and which ask for attention', () => {
    const markup = renderToStaticMarkup(
      <AtAGlance
        brief={{
          changed: { says: 'Less tender.', attention: false },
          borne: { says: 'Bruised.', attention: true },
          next: { says: 'Softer.', attention: false },
        }}
      />,
    );
    expect(markup.indexOf('Less tender.')).toBeLessThan(markup.indexOf('Bruised.'));
    expect(markup.indexOf('Bruised.')).toBeLessThan(markup.indexOf('Softer.'));
    expect(markup.match(/data-attention="true"/g)).toHaveLength(1);
  });
});

describe('dose and reactions, on the screen', () => {
  it('draws a bar a week and says it in words, with the share and why it was left out', () => {
    const markup = renderToStaticMarkup(
      <DoseTable
        rows={[
          {
            siteId: 'calf',
            side: 'left',
            weeks: [
              { monday: '2026-03-02', done: 60, asked: 120 },
              { monday: '2026-03-09', done: 0, asked: 0 },
            ],
            share: 0.5,
            why: [{ label: 'No time', count: 3 }],
          },
        ]}
        fades={[
          { siteId: 'calf', side: 'left', times: [], verdict: 'sooner', says: 'Fades sooner.' },
        ]}
        today="2026-03-12"
      />,
    );
    for (const words of ['Calf, left', '50 %', 'Fades sooner.', 'No time (3)'])
      expect(markup).toContain(words);
    expect(markup).toContain(
      'aria-label="week of 2 Mar: 1:00 of 2:00; week of 9 Mar: 0:00 of 0:00"',
    );
    const [half, none] = [...markup.matchAll(/height="([\d.]+)" class="done"/g)].map(([, h]) =>
      Number(h),
    );
    expect(half).toBe(10);
    expect(none).toBe(0);
  });

  it('shows where it reacted, each place once, and marks what rests', () => {
    const calf = { siteId: 'calf', side: 'left' as const };
    const told = (day: string, label: string) => ({
      sessionId: day,
      day,
      response: label.toLowerCase(),
      label,
      places: [calf],
    });
    const markup = renderToStaticMarkup(
      <Reactions
        reactions={[told('2026-03-10', 'Bruised'), told('2026-03-08', 'Sore')]}
        rests={[calf]}
        today="2026-03-12"
      />,
    );
    expect(markup.match(/<svg/g)).toHaveLength(1);
    expect(markup).toContain('data-rests="true"');
    expect(markup).toContain('Calf, left, rests');
    expect(markup).toContain('Bruised: Calf, left');
    // Where no place was named there is no figure, and the list says what is known.
    const bare = renderToStaticMarkup(
      <Reactions
        reactions={[{ ...told('2026-03-10', 'Sore'), places: [] }]}
        rests={[]}
        today="2026-03-12"
      />,
    );
    expect(bare).not.toContain('<svg');
    expect(bare).toContain('Sore');
  });
});
