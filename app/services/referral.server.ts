import { dayOf } from '#core/calendar';
import { allStop, CONDITIONS, INTERVIEW, screen } from '#core/screening';
import { fileOf, ownFile } from './clientFile.server';
import { answersInForce } from './inForce.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';

/** What a referral note says: who, what was answered, what follows, from whom. */
export async function referralNote(setting: Setting, who: Principal, clientId: string | null) {
  const file =
    who.role === 'client'
      ? await ownFile(setting, who)
      : await fileOf(setting, who, clientId ?? '');
  const { interviews, replies } = await answersInForce(setting.db, file.id);
  const findings = screen(file.screening);
  const by = new Map(replies.map((one) => [one.condition, one]));
  return {
    name: file.name,
    occupation: file.occupation,
    therapistName: file.therapistName,
    practiceName: who.practiceName,
    today: dayOf(setting.now().getTime(), file.timeZone),
    answeredOn: interviews.at(-1)?.day ?? null,
    stop: allStop(findings),
    findings,
    groups: INTERVIEW.map(({ title, conditions }) => ({
      title,
      answers: conditions.map((id) => {
        const reply = by.get(id);
        return {
          asks: CONDITIONS[id].asks,
          says: reply?.says ?? null,
          more: reply
            ? [
                reply.sides.join(' and '),
                reply.regions.join(', '),
                reply.since && `since ${reply.since}`,
              ]
                .filter(Boolean)
                .join('; ')
            : '',
        };
      }),
    })),
  };
}
