import { dayOf } from '#core/calendar';
import { homeToday } from '#core/measurement';
import {
  byHandOf,
  courseOfOwn,
  ledIdFrom,
  ledText,
  placesOf,
  practiseOf,
  startOf,
  withOwn,
  type Known,
} from '#core/today';
import type { KeptPage, Pack } from '~/keeping/pack';
import type { OwnThings } from './ownSessions';

/** SHA-256, hex. */
async function digestOf(text: string): Promise<string> {
  const digest = await crypto.subtle.digest('SHA-256', new TextEncoder().encode(text));
  return Array.from(new Uint8Array(digest), (byte) => byte.toString(16).padStart(2, '0')).join('');
}

/** The id of what is led, as the practice would hand it out. */
async function ledIdOf(
  { clientId }: Pack,
  { id: versionId, steps }: { id: string; steps: readonly unknown[] },
  findings: readonly unknown[],
): Promise<string> {
  return ledIdFrom(clientId, await digestOf(ledText({ versionId, steps, findings })));
}

/** The routine of a day as the practice would hand it out, put together by the device. */
async function practise(pack: Pack, known: Known, now: number) {
  const { version, findings, ...rest } = practiseOf(known, now);
  const { userId } = pack;
  if (!version) return { userId, ...rest, version };
  const { words, ...led } = version;
  return {
    userId,
    ...rest,
    version: { ...led, ...words, ledId: await ledIdOf(pack, led, findings) },
  };
}

type Measures = Pick<Known, 'own'> & { asked: Known['homeMeasures'] };

/**
 * What a page is drawn from on a day without a line: what the practice told last, with what this device did since, on the
 * day it is now. The same computation as the practice’s own.
 *
 * @param now ms since 1970 UTC, by the device
 */
export async function onThisDay(
  pack: Pack,
  page: KeptPage,
  own: OwnThings,
  now: number,
): Promise<unknown> {
  // The practice wrote it, and it was sealed here: what opens is what it wrote.
  const known = withOwn(pack.known as Known, own, now);
  const today = dayOf(now, known.timeZone);
  switch (page) {
    case 'today':
      return startOf(known, now);
    case 'practise':
      return practise(pack, known, now);
    case 'by-hand': {
      const { findings, version, ...rest } = byHandOf(known, now);
      const { userId } = pack;
      if (!version) return { userId, ...rest, version };
      return {
        userId,
        ...rest,
        version: { ...version, ledId: await ledIdOf(pack, version, findings) },
      };
    }
    case 'places':
      return placesOf(known);
    case 'course':
      return courseOfOwn(known, now);
    case 'measures': {
      const told = pack.pages.measures as Measures;
      return { ...told, today, due: homeToday(told.asked, told.own, today) };
    }
    case 'points':
    case 'complaint':
      return { ...(pack.pages[page] as object), today };
    case 'own':
    case 'answers':
      return pack.pages[page];
  }
}
