import fc from 'fast-check';
import { renderToStaticMarkup } from 'react-dom/server';
import { MemoryRouter } from 'react-router';
import { findSite } from '#core/anatomy';
import { anyMixedRoutine, itemFor, routineWith } from '#core/examples';
import { isPress, lineTitle, type Routine } from '#core/routine';
import { HandOut } from './HandOut';
import { plainText, type HandOutData } from './told';

const given = (content: Routine, change: Partial<HandOutData> = {}): HandOutData => ({
  name: 'Odalys Brandt',
  therapistName: 'Maren Oltmann',
  practiceName: 'Sandholm Quay Practice',
  phone: '+45 70 00 00 00',
  emergencyNumber: '112',
  number: 3,
  issuedOn: '2026-11-27',
  content,
  pressed: content.items.flatMap((item) =>
    isPress(item) ? [{ id: item.id, grade: item.grade, ceilingGrade: 7, limitedBy: null }] : [],
  ),
  leftOut: [],
  sidesOut: [],
  ...change,
});
const says = (data: HandOutData): string =>
  renderToStaticMarkup(
    <MemoryRouter>
      <HandOut data={data} back="/clients/x/plan" pdf="/clients/x/hand-out.pdf" />
    </MemoryRouter>,
  )
    .replace(/<[^>]+>/g, ' ')
    .replace(/\s+/g, ' ');
const plain = (words: string) => words.replaceAll("'", '&#x27;').replaceAll('"', '&quot;');

describe('the hand-out', () => {
  it('tells every line: what, how hard, how it is found, what to keep off', () => {
    fc.assert(
      fc.property(anyMixedRoutine, (routine) => {
        const text = says(given(routine));
        expect(text).not.toMatch(/undefined|null|NaN|\[object/);
        for (const item of routine.items) {
          expect(text).toContain(plain(lineTitle(item)));
          if (!isPress(item)) continue;
          expect(text).toContain(`Press to ${item.grade} of 10, never above 7`);
          const site = findSite(item.siteId);
          for (const words of [site?.keepOff ?? '', ...(site?.find ?? [])]) {
            expect(text).toContain(plain(words));
          }
        }
      }),
      { numRuns: 40 },
    );
  });

  it('names what is left out and why, what stops the client, and whom to ring', () => {
    const calf = itemFor('calf', { id: 'calf' });
    const text = says(
      given(routineWith(calf), { leftOut: [{ id: 'calf', why: 'A vein is inflamed there.' }] }),
    );
    expect(text).toContain('Left out: A vein is inflamed there.');
    expect(text).not.toContain('Press to');
    const half = { id: 'calf', side: 'left', why: 'it is bruised.' };
    expect(says(given(routineWith(calf), { sidesOut: [half] }))).toContain(
      'Not on the left for now: it is bruised.',
    );
    const limited = given(routineWith(calf), {
      pressed: [
        { id: 'calf', grade: 3, ceilingGrade: 3, limitedBy: 'Half the time, and lightly.' },
      ],
    });
    expect(says(limited)).toContain('Press to 3 of 10, never above 3.');
    expect(says(limited)).toContain('Half the time, and lightly.');
    expect(text).toContain('What stops you');
    expect(text).toContain('Ring Sandholm Quay Practice: +45 70 00 00 00.');
    expect(text).toContain('In an emergency: 112.');
    // A practice that gave no number is asked for by name.
    expect(says(given(routineWith(calf), { phone: '', emergencyNumber: '' }))).toContain(
      'Ask Maren Oltmann.',
    );
  });

  it('says the same as plain text, with nothing of it lost and no line too many', () => {
    fc.assert(
      fc.property(anyMixedRoutine, (routine) => {
        const data = given(routine);
        const text = plainText(data);
        expect(text).not.toMatch(/undefined|null|NaN|\[object|<|\n\n\n/);
        // Every word of the paper stands in it too, drawings and buttons apart.
        const words = (whole: string) => whole.replace(/[^\p{L}\p{N}]+/gu, ' ').trim();
        const flat = words(text);
        routine.items.forEach((item, n) => {
          expect(text).toContain(`\n${n + 1}. ${lineTitle(item)}\n`);
          if (!isPress(item)) return;
          expect(text).toContain(`Press to ${item.grade} of 10, never above 7`);
          for (const found of findSite(item.siteId)?.find ?? [])
            expect(flat).toContain(words(found));
        });
        for (const said of [data.phone, data.emergencyNumber, 'What stops you'])
          expect(text).toContain(said);
      }),
      { numRuns: 40 },
    );
  });

  it('names in the text too what is left out and on which side, and why', () => {
    const calf = itemFor('calf', { id: 'calf' });
    const chest = itemFor('chest', { id: 'chest' });
    const text = plainText(
      given(routineWith(calf, chest), {
        leftOut: [{ id: 'calf', why: 'A vein is inflamed there.' }],
        sidesOut: [{ id: 'chest', side: 'left', why: 'A pacemaker lies there.' }],
      }),
    );
    expect(text).toContain('Left out: A vein is inflamed there.');
    expect(text).toContain('Not on the left for now: A pacemaker lies there.');
    expect(text).not.toContain(findSite('calf')?.find[0]);
  });
});
