import { dayOf } from '#core/calendar';
import { overOf } from '#core/course';
import { courseStepsOf, courseTold } from '~/db/courses.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { fileOf } from './clientFile.server';
import { reviewOf } from './reviewing.server';

const clean = (says: string) => says.trim().replace(/\.?$/, '.');

/**
 * A client’s course: how it stands, its steps, and what the record says of it as a draft of the summary. The sentences are
 * those of the review; who ends the course writes on from them.
 */
export async function dischargeOf(setting: Setting, who: Principal, clientId: string) {
  const { db, now } = setting;
  const file = await fileOf(setting, who, clientId);
  const [steps, told] = [await courseStepsOf(db, clientId), await courseTold(db, clientId)];
  const review = await reviewOf(setting, who, clientId);
  const { changed, borne } = review.judged?.brief ?? {};
  const done = review.weeks.reduce((sum, week) => sum + week.done, 0);
  const asked = review.weeks.reduce((sum, week) => sum + week.asked, 0);
  const draft = [
    ...review.complaints.flatMap(({ what, over, course }) =>
      course ? [clean(`“${what}”${over ? ' (over)' : ''}: ${course.says}`)] : [],
    ),
    ...(changed ? [clean(changed.says)] : []),
    ...(asked > 0 ? [`${done} of ${asked} sessions that were asked for were done.`] : []),
    ...(borne?.attention ? [clean(borne.says)] : []),
  ].join('\n');
  return {
    clientId: file.id,
    name: file.name,
    joined: file.userId !== null,
    today: dayOf(now().getTime(), file.timeZone),
    over: overOf(steps),
    steps: told.toReversed(),
    draft,
    hasRoutine: review.latest !== null,
  };
}
