import { SYSTEM } from './codes';
import type { Entry } from './ownIds';
import { codesIn, resourceShape } from './parts';
import type { Aside } from './read';

/** Resources that tell of routines issued and sessions led elsewhere, and who did: they stay as they were told. */
const WHY: Readonly<Record<string, string>> = {
  CarePlan: 'a routine issued elsewhere: the latest is a draft here',
  ServiceRequest: 'a line of a routine issued elsewhere',
  Procedure: 'a session led elsewhere: it is in no chart here',
  Organization: 'where it comes from',
  Practitioner: 'whose hand it was',
};

/**
 * Of a Bundle that was read, what is true of elsewhere and becomes nothing of this practice’s own: it is kept beside the record
 * and told on as it is.
 */
export const toldBesides = (entries: readonly Entry[]): Aside[] =>
  entries.flatMap(({ entry, resource }) => {
    const { code } = resourceShape.pick({ code: true }).safeParse(resource).data ?? {};
    const own = codesIn(code, SYSTEM.observed);
    const why = own.includes('pressure-grade')
      ? 'a line of a routine issued elsewhere'
      : own.includes('place-of-session')
        ? 'a session led elsewhere: it is in no chart here'
        : WHY[resource.resourceType];
    return why === undefined ? [] : [{ entry, type: resource.resourceType, why, resource }];
  });
