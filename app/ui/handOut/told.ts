import { kindOf } from '#core/activities';
import { findSite } from '#core/anatomy';
import { activityScene, setupScene, type Scene } from '#core/poses';
import {
  gradeWords,
  isPress,
  layOut,
  lineTitle,
  sidesInOrder,
  wayWords,
  type PressItem,
  type Routine,
  type RoutineItem,
} from '#core/routine';
import { longDay } from '../parts/words';
import { lineWords } from '../plan/doseWords';

/** What a client takes home, as it was read. */
export interface HandOutData {
  name: string;
  therapistName: string;
  practiceName: string;
  phone: string;
  emergencyNumber: string;
  number: number;
  issuedOn: string;
  content: Routine;
  /** How hard a line is pressed, and no harder, within what screening found. */
  pressed: readonly HowHard[];
  leftOut: readonly { id: string; why: string }[];
  sidesOut: readonly { id: string; side: string; why: string }[];
}

interface HowHard {
  id: string;
  grade: number;
  fromGrade?: number;
  ceilingGrade: number;
  limitedBy: string | null;
}

/** A sentence; `care` where it is one to heed. */
export interface Sentence {
  says: string;
  care?: true;
}

/** One line of the routine in words: before its steps, its steps in order, and what to heed after them. */
export interface ToldLine {
  item: RoutineItem;
  title: string;
  /** Null: the line is left out. */
  dose: string | null;
  first: Sentence[];
  steps: readonly string[];
  last: Sentence[];
}

const sentences = (...given: (Sentence | null | false | undefined | '')[]): Sentence[] =>
  given.flatMap((one) => (one && one.says.trim() !== '' ? [one] : []));
const heed = (says: string): Sentence => ({ says, care: true });

function pressTold(item: PressItem, hard: HowHard | undefined) {
  const site = findSite(item.siteId);
  const press = hard
    ? ` Press to ${gradeWords(hard)} of 10, never above ${hard.ceilingGrade}.`
    : '';
  return {
    first: sentences(
      { says: `${wayWords(item).join(' · ')}.${press}` },
      hard?.limitedBy && heed(hard.limitedBy),
      { says: item.instructions },
    ),
    steps: site?.find ?? [],
    last: sentences(site && heed([site.keepOff, site.watch, site.watchOnFloor].join(' ').trim())),
  };
}

function doneTold(item: Exclude<RoutineItem, PressItem>) {
  const [part] = kindOf(item).parts(item);
  return { first: sentences({ says: item.instructions }), steps: part?.says ?? [], last: [] };
}

/** How the body gets there, where a drawing shows it. */
export function sceneOf(item: RoutineItem): Scene | null {
  if (isPress(item)) {
    const [side = 'mid'] = sidesInOrder(item);
    return setupScene(item.siteId, item.toolId, item.positionId, side);
  }
  const kind = kindOf(item);
  const picture = kind.picture(item);
  return picture ? activityScene(picture, kind.parts(item)[0]?.side ?? 'mid') : null;
}

/** The hand-out in words, for whatever it is written on: the heading, line by line, what stops it, whom to ring. */
export function handOutTold(data: HandOutData) {
  const out = new Map(data.leftOut.map(({ id, why }) => [id, why]));
  const half = new Map(data.sidesOut.map((one) => [one.id, one]));
  const hard = new Map(data.pressed.map((one) => [one.id, one]));
  const lines = data.content.items.map((item): ToldLine => {
    const title = lineTitle(item);
    const why = out.get(item.id);
    if (why !== undefined) {
      return { item, title, dose: null, first: [heed(`Left out: ${why}`)], steps: [], last: [] };
    }
    const told = isPress(item) ? pressTold(item, hard.get(item.id)) : doneTold(item);
    const side = half.get(item.id);
    const notOn = side && heed(`Not on the ${side.side} for now: ${side.why}`);
    return { item, title, dose: lineWords(item), ...told, first: sentences(notOn, ...told.first) };
  });
  const { therapistName, practiceName, phone, emergencyNumber } = data;
  return {
    from: `Routine ${data.number} of ${longDay(data.issuedOn)}, from ${therapistName}, ${practiceName}`,
    message: data.content.message,
    lines,
    stops:
      'A welcome ache while breathing easily is right. Sharp, electric or numb, dizzy or sick, or a feeling that goes on after you let go: come off, leave it, and ask before you go on.',
    call: [
      phone ? `Ring ${practiceName}: ${phone}.` : `Ask ${therapistName}.`,
      emergencyNumber && `In an emergency: ${emergencyNumber}.`,
    ]
      .filter(Boolean)
      .join(' '),
    limits: `For you alone, as agreed with ${therapistName}; it does not replace an examination in person.`,
  };
}

/** The same with what is drawn, for a file of pages; a code on it opens `link`. */
export function handOutSheet(data: HandOutData, link: string) {
  const { lines, ...told } = handOutTold(data);
  const out = new Map(data.sidesOut.map(({ id, side }) => [id, side]));
  const notDone = new Set(data.leftOut.map(({ id }) => id));
  const layout = layOut({ items: data.content.items.filter(({ id }) => !notDone.has(id)) });
  return {
    ...told,
    name: data.name,
    link,
    strip: {
      layout,
      numbers: new Map(lines.map(({ item }, n) => [item.id, n + 1])),
      says: `The routine along time, ${Math.ceil(layout.totalSeconds.most / 60)} minutes at most: the left side above the line, the right below; numbers are those of its lines.`,
    },
    lines: lines.map(({ item, ...line }) => ({
      ...line,
      scene: line.dose === null ? null : sceneOf(item),
      place: isPress(item)
        ? {
            siteId: item.siteId,
            sides: sidesInOrder(item).filter((side) => side !== out.get(item.id)),
          }
        : null,
    })),
  };
}

/**
 * The same as plain text, to be pasted into a letter.
 *
 * @example plainText(data) // 'Odalys Brandt\nRoutine 3 of Friday 27 November, …\n\n1. Calf, both sides\n   …'
 */
export function plainText(data: HandOutData): string {
  const { from, message, lines, stops, call, limits } = handOutTold(data);
  const told = lines.map(({ title, dose, first, steps, last }, n) =>
    [
      `${n + 1}. ${title}`,
      ...(dose === null ? [] : [dose]),
      ...first.map(({ says }) => says),
      ...steps.map((step) => `- ${step}`),
      ...last.map(({ says }) => says),
    ]
      .flatMap((text) => text.split('\n'))
      .map((text, at) => (at === 0 ? text : `   ${text}`))
      .join('\n'),
  );
  return [
    `${data.name}\n${from}`,
    ...(message ? [message] : []),
    ...told,
    `What stops you\n${stops}`,
    call,
    `${limits}\n`,
  ].join('\n\n');
}
