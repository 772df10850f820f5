import { findSite, WORKABLE_SITES } from '#core/anatomy';
import { awayFrom, findKit, KITS } from '#core/away';
import { answer, mistaken } from '#core/knowledge';
import { isPress, lineTitle, newItem, type PressItem } from '#core/routine';
import { screen } from '#core/screening';
import { answersFrom } from './answersFrom';
import { figures, listOf, type Command } from './ask';

const away: Command = {
  name: 'away',
  says: 'Usual lines of sites with what is at hand elsewhere: the nearest way that presses no harder, or why it is left out.',
  options: {
    sites: { says: 'what is done at home', takes: 'id,id', required: true },
    kit: { says: KITS.map(({ id }) => id).join(', '), takes: 'id', required: true },
    tools: { says: 'tools taken along, in place of those of the kit', takes: 'id,id' },
    yes: { says: 'questions answered with yes, as for screen', takes: 'id,id' },
  },
  example: 'away --sites deep-buttock,between-blades,calf --kit ball-and-wall',
  run: (given) => {
    const ids = listOf(given, 'sites') ?? [];
    if (ids.length === 0) return mistaken('missing', 'sites', '--sites is needed.');
    const kit = findKit(given.kit ?? '');
    if (!kit) {
      return mistaken('unknown', 'kit', `--kit is one of: ${KITS.map(({ id }) => id).join(', ')}.`);
    }
    const answers = answersFrom(given);
    if (!answers.ok) return answers;
    const items: PressItem[] = [];
    for (const [n, id] of ids.entries()) {
      const site = findSite(id);
      if (!site || site.redirect) {
        const known = WORKABLE_SITES.map((one) => one.id).join(', ');
        return mistaken(
          'unknown',
          'sites',
          `“${id}” is no site that is pressed. They are: ${known}.`,
        );
      }
      items.push(newItem(site, `line-${n + 1}`));
    }
    const tools = listOf(given, 'tools') ?? kit.tools;
    const { lines } = awayFrom(
      { items },
      { ...kit, tools },
      {
        massKilograms: null,
        statureMetres: null,
        tools: null,
        places: null,
        ratings: [],
        screening: screen(answers.value),
      },
    );
    return answer({
      value: lines.map((line) => ({
        line: lineTitle(line.item),
        is: line.is,
        ...(line.is === 'left out' ? { why: line.why } : {}),
        ...(line.is === 'instead'
          ? { says: line.says, pressureShare: figures(line.pressureShare) }
          : {}),
        ...(line.is !== 'left out' && isPress(line.as) ? { dose: line.as.dose } : {}),
      })),
      unit: 'lines in order; pressure as a share of that at home',
      band: null,
      inputs: { kit: kit.id, tools, surfaces: kit.surfaces, answers: answers.value },
      rule: 'the same method and times; of the ways at hand that are allowed and press no harder, by the estimate and by the upper end of its band, the firmest; else left out',
      source: 'common practice, no published source; pressures are estimates',
    });
  },
};

/** A routine somewhere else. */
export const AWAY: readonly Command[] = [away];
