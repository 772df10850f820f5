import { MantineProvider } from '@mantine/core';
import { renderToStaticMarkup } from 'react-dom/server';
import { fade, itemFor, ladderClient, routineWith, timed } from '#core/examples';
import type { Finding } from '#core/knowledge';
import {
  checkRoutine,
  insteadOf,
  type Instead,
  layOut,
  type Mend,
  mendOf,
  totalsOf,
} from '#core/routine';
import { clockBand } from '../parts/words';
import { Findings } from './Findings';
import { insteadShown } from './insteadShown';
import { Sums } from './Sums';

const context = { minutesPerDay: 10, firstVersion: true, screening: [] };
const list = (
  findings: readonly Finding[],
  reasons = {},
  instead: ReadonlyMap<string, Instead | null> = new Map<string, Instead | null>(),
  mends: ReadonlyMap<Finding, Mend> = new Map<Finding, Mend>(),
) =>
  renderToStaticMarkup(
    <MantineProvider>
      <Findings
        findings={findings}
        routine={{ ...routineWith(itemFor('calf')), reasons }}
        mending={{
          instead,
          shown: insteadShown(findings, instead),
          mends,
          keyFor: findings[0],
          takeInstead: () => undefined,
          takeMend: () => undefined,
        }}
        onSelect={() => undefined}
        onReason={() => undefined}
      />
    </MantineProvider>,
  );

describe('the checks of a plan', () => {
  it('say so when there is nothing to object to', () => {
    expect(list([])).toContain('Nothing to object to.');
  });

  it('ask for the reason that lifts a refusal, and keep showing it once it is given', () => {
    const unscreened = { ...context, screened: false };
    const open = checkRoutine(routineWith(itemFor('calf')), unscreened);
    expect(list(open)).toContain('Why without an interview');
    const reasons = { interview: 'Known here for years.' };
    const given = checkRoutine({ ...routineWith(itemFor('calf')), reasons }, unscreened);
    expect(list(given, reasons)).toContain('Known here for years.</textarea>');
    expect(list(given, reasons)).not.toContain('Refused. ');
  });

  it('say once what is possible in place of a refused use, or that nothing is left', () => {
    const item = itemFor('breastbone', { id: 'b', grade: 9 });
    const findings = checkRoutine(routineWith(item), context);
    const possible = insteadOf(item, ladderClient());
    const markup = list(findings, {}, new Map([['b', possible]]));
    expect(markup.match(/Possible: to 3 of 10\./g)).toHaveLength(1);
    expect(markup).toContain('<kbd>i</kbd>');
    expect(list(findings, {}, new Map([['b', null]]))).toContain('No other way is left here');
  });

  it('say what is refused, and open to rule, inputs and source', () => {
    const findings = checkRoutine(
      routineWith(itemFor('breastbone', { grade: 9, dose: timed(30) })),
      context,
    );
    const markup = list(findings);
    expect(markup).toContain('Refused. ');
    expect(markup).toContain('data-verdict="refuse"');
    expect(markup.match(/>why<\/span><\/summary>/g)).toHaveLength(findings.length);
    for (const { rule } of findings) expect(markup).toContain(`Rule: ${rule}.`);
    expect(markup).toContain('no published source');
    expect(markup).toContain('Go to the line');
  });

  it('name the line, and offer what would mend it', () => {
    const routine = routineWith(
      itemFor('calf', { id: 'one-sided', sides: 'left', dose: fade(20, 60) }),
    );
    const findings = checkRoutine(routine, context);
    const [finding] = findings.filter(({ rule }) => rule === 'both sides');
    const mend = finding && mendOf(routine, finding, context);
    if (!finding || !mend) throw new RangeError('One side only can be mended.');
    const markup = list(findings, {}, undefined, new Map([[finding, mend]]));
    expect(markup).toContain('Mend: both sides');
    expect(markup.match(/Mend: /g)).toHaveLength(1);
  });

  it('put a refusal before advice', () => {
    const findings = checkRoutine(
      routineWith(
        itemFor('breastbone', { id: 'bone', grade: 9, dose: timed(30) }),
        itemFor('side-low-back', { id: 'back', sides: 'left', dose: fade(20, 60) }),
      ),
      context,
    );
    const verdicts = [...list(findings).matchAll(/data-verdict="(\w+)"/g)].map(([, says]) => says);
    expect(verdicts.length).toBeGreaterThan(1);
    expect(verdicts.lastIndexOf('refuse')).toBeLessThan(
      verdicts.findIndex((says) => says !== 'refuse'),
    );
  });
});

describe('what a plan adds up to', () => {
  const routine = routineWith(
    itemFor('side-low-back', {
      id: 'back',
      dose: fade(20, 60),
      affectedSide: 'left',
      extraPoints: 1,
    }),
    itemFor('breastbone', { id: 'bone', dose: timed(30) }),
  );
  const totals = totalsOf(routine, layOut(routine));
  const sums = (minutes: number | null) =>
    renderToStaticMarkup(<Sums totals={totals} minutesPerDay={minutes} />);

  it('shows the session as a band beside the minutes there are', () => {
    expect(sums(10)).toContain(`<strong>${clockBand(totals.session)}</strong>`);
    expect(sums(10)).toContain('minutes a session, 10 to hand');
    expect(sums(null)).not.toContain('to hand');
  });

  it('has a row for each side that is pressed, and for the hands', () => {
    const heads = [...sums(10).matchAll(/<th scope="row">(\w+)<\/th>/g)].map(([, name]) => name);
    expect(heads).toEqual(['left', 'right', 'middle', 'hands']);
    const one = routineWith(itemFor('breastbone', { dose: timed(30) }));
    const markup = renderToStaticMarkup(
      <Sums totals={totalsOf(one, layOut(one))} minutesPerDay={null} />,
    );
    expect([...markup.matchAll(/<th scope="row">(\w+)<\/th>/g)].map(([, name]) => name)).toEqual([
      'middle',
      'hands',
    ]);
  });

  it('says how much of it the affected side gets', () => {
    expect(sums(10)).toContain(
      `The affected side gets ${Math.round((totals.affectedShare ?? 0) * 100)} % of the contact.`,
    );
    expect(totals.affectedShare).toBeGreaterThan(0.5);
  });
});
