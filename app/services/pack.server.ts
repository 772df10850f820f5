import { expand, testsLed } from '#core/routine';
import type { Known } from '#core/today';
import { PACK_EDITION, type Pack } from '~/keeping/pack';
import { picturesOf, picturesOfTests } from '~/keeping/pictures';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { ownComplaints } from './complaining.server';
import { ownMap } from './mapping.server';
import { ownMeasures } from './measuring.server';
import { knownOf } from './practising.server';
import { ownInterview } from './screening.server';

/** Everything a client’s pages are drawn from, for a device that may soon have no line. */
export async function packFor(setting: Setting, who: Principal): Promise<Pack & { known: Known }> {
  const { userId, name, practiceName } = who;
  const [{ clientId, ...known }, answers, points, measures, complaint] = await Promise.all([
    knownOf(setting, who),
    ownInterview(setting, who),
    ownMap(setting, who),
    ownMeasures(setting, who),
    ownComplaints(setting, who),
  ]);
  const routine = known.versions.at(-1)?.content;
  return {
    edition: PACK_EDITION,
    userId,
    clientId,
    known,
    pages: { own: { practiceName, name }, answers, points, measures, complaint },
    drawings: [
      ...new Set([
        ...(routine ? picturesOf(expand(routine)) : []),
        ...picturesOfTests([
          ...known.homeMeasures.map(({ testId }) => testId),
          ...(routine ? testsLed(routine).map(({ testId }) => testId) : []),
        ]),
      ]),
    ],
  };
}
