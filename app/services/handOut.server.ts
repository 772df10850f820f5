import { isHold } from '#core/routine';
import { screen } from '#core/screening';
import { ledSteps } from '#core/today';
import { versionsOf } from '~/db/routines.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { fileOf, ownFile } from './clientFile.server';
import { restsFor } from './rests.server';

/**
 * What a client takes home on paper: the version in force, with the lines that screening leaves out named as such, and
 * whom to ring; null while nothing is issued.
 */
export const handOutOf = async (setting: Setting, who: Principal, clientId: string) =>
  handOutFrom(setting, who, await fileOf(setting, who, clientId));

/** The same for the client who prints it themselves. */
export async function ownHandOut(setting: Setting, who: Principal) {
  const file = await ownFile(setting, who);
  // On paper stands who issued it, whoever stands in this week.
  return handOutFrom(setting, who, { ...file, therapistName: file.prescribedBy });
}

async function handOutFrom(
  setting: Setting,
  who: Principal,
  file: Awaited<ReturnType<typeof fileOf>>,
) {
  const version = (await versionsOf(setting.db, file.id)).at(-1);
  if (!version) return null;
  const rests = await restsFor(setting.db, file);
  const steps = ledSteps(version.content, screen(file.screening), [], rests);
  const led = new Set(steps.filter(({ leftOut }) => !leftOut).map(({ itemId }) => itemId));
  const why = new Map(
    steps.flatMap(({ itemId, leftOut }) => (leftOut ? [[itemId, leftOut] as const] : [])),
  );
  return {
    name: file.name,
    therapistName: file.therapistName,
    practiceName: who.practiceName,
    phone: who.phone,
    emergencyNumber: who.emergencyNumber,
    number: version.number,
    issuedOn: version.issuedOn,
    content: version.content,
    /** How hard each line is pressed at most, within what screening found, and what it lowers. */
    pressed: version.content.items.flatMap(({ id }) => {
      const [first] = steps.filter((step) => step.itemId === id && !step.leftOut);
      if (!first || !isHold(first)) return [];
      const { grade, fromGrade, ceilingGrade, limitedBy = null } = first;
      return [{ id, grade, fromGrade, ceilingGrade, limitedBy }];
    }),
    /** Lines that are not done, and why. */
    leftOut: version.content.items.flatMap(({ id }) =>
      led.has(id) ? [] : [{ id, why: why.get(id) ?? '' }],
    ),
    /** Lines of which one side is not done, and why. */
    sidesOut: version.content.items.flatMap(({ id }) => {
      const out = steps.find(({ itemId, leftOut }) => itemId === id && leftOut);
      return led.has(id) && out?.leftOut ? [{ id, side: out.side, why: out.leftOut }] : [];
    }),
  };
}
