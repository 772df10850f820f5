import { capital } from '../parts/words';
import { findSite, placeOf } from '#core/anatomy';
import { outcomeWords } from '#core/course';
import { standingWords } from '#core/complaint';
import { findTest } from '#core/measurement';
import { noLongerUsed } from '#core/knowledge';
import { responseWords } from '#core/response';
import type { Body } from '~/keeping/bodies';
import { kindOf, type KindId } from '~/keeping/kinds';
import type { Letter } from '~/keeping/letter';

const sideWords = (side: string) => (side === 'mid' ? '' : `, ${side}`);

function readingWords({ testId, side, tries, seen }: Body<'home measure'>['reading']): string {
  const name = findTest(testId)?.name ?? noLongerUsed('test', testId);
  return `${name}${sideWords(side)}: ${seen ?? tries.join(' ')}`;
}

/** A letter of one kind, with its body. */
const isA = <K extends KindId>(letter: Letter, kind: K): letter is Letter<K> =>
  letter.kind === kind;

/** What was written, short enough to know it again by. */
export function describe(letter: Letter): string {
  if (isA(letter, 'point')) {
    const { point } = letter.body;
    if (!point) return 'Tender point, taken back';
    const site = findSite(point.siteId);
    return `Tender point: ${site ? placeOf(site, point.side) : noLongerUsed('site', point.siteId)}, ${point.rating}`;
  }
  if (isA(letter, 'reading')) {
    const { reading } = letter.body;
    return reading ? readingWords(reading) : 'Reading, taken back';
  }
  if (isA(letter, 'home measure')) return readingWords(letter.body.reading);
  if (isA(letter, 'client file') || isA(letter, 'details')) {
    return `${letter.kind === 'details' ? 'Details' : 'New client'}: ${letter.body.name}`;
  }
  if (isA(letter, 'clearance')) return `Clearance by ${letter.body.by}`;
  if (isA(letter, 'issue')) return `Version ${letter.body.baseNumber + 1}, to be issued`;
  if (isA(letter, 'complaint')) {
    return letter.body.complaint
      ? `Complaint: ${letter.body.complaint.what}`
      : 'Complaint, taken back';
  }
  if (isA(letter, 'template')) {
    return letter.body.template ? `Template: ${letter.body.template.name}` : 'Template, taken out';
  }
  if (isA(letter, 'standing')) {
    return `How it stands: ${standingWords(letter.body.standing)}`;
  }
  if (isA(letter, 'course')) {
    const { body } = letter;
    return body.what === 'ended'
      ? `End of the course: ${outcomeWords(body.outcome)}`
      : 'The course is taken up again';
  }
  if (isA(letter, 'message')) return `Message: ${letter.body.text.slice(0, 60)}`;
  if (isA(letter, 'response')) {
    return `The day after: ${responseWords(letter.body.answer).label.toLowerCase()}`;
  }
  if (isA(letter, 'session event')) {
    const day = new Date(letter.body.session.startedAt).toLocaleDateString('en-GB', {
      day: 'numeric',
      month: 'long',
    });
    return `Session of ${day}: ${letter.body.event.type.replaceAll('-', ' ')}`;
  }
  const { words } = kindOf(letter.kind);
  return capital(words);
}
