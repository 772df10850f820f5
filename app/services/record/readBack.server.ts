import { codeOf } from '~/db/codeOf.server';
import { RecordTrouble } from '~/formats/archive/index.server';
import { isUniqueBreach } from '~/keeping/server/isUniqueBreach.server';
import { Refusal } from '~/keeping/server/refusal.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { fileHead } from '../clientFile.server';
import { complaintPage } from '../complaining.server';
import { dischargeOf } from '../discharge.server';
import { handOutOf } from '../handOut.server';
import { planOf } from '../planning.server';
import { referralNote } from '../referral.server';
import { reviewOf, sessionLogOf } from '../reviewing.server';
import { screeningOf } from '../screening.server';
import { visitPage, visitRecords } from '../visits.server';

export const ALREADY =
  'Some of what the archive holds is in this installation already, in another file. Nothing was brought in.';

export const ERASED_HERE =
  'This record was erased here: it is not brought in again. Open a new file if they come back.';

/**
 * Reads a record back as every screen does. What this edition cannot show is not let in: whoever opened the file would
 * find a page that breaks.
 */
export async function readBack(setting: Setting, who: Principal, id: string): Promise<void> {
  try {
    await fileHead(setting, who, id);
    await screeningOf(setting, who, id);
    await complaintPage(setting, who, id);
    await visitPage(setting, who, id);
    await visitRecords(setting, who, id);
    await planOf(setting, who, id);
    await handOutOf(setting, who, id);
    await referralNote(setting, who, id);
    await dischargeOf(setting, who, id);
    await reviewOf(setting, who, id);
    await sessionLogOf(setting, who, id);
  } catch (error) {
    // The data being away is no fault of the record.
    if (codeOf(error) !== null) throw error;
    throw new RecordTrouble('The record is whole, but this edition cannot show it');
  }
}

/** What the database itself refuses, as a sentence. */
export function refusalOf(error: unknown, what = 'The archive'): unknown {
  if (error instanceof RecordTrouble)
    return new Refusal(422, `${error.message.replace(/\.?$/, '.')} Nothing was brought in.`);
  if (isUniqueBreach(error)) return new Refusal(409, ALREADY);
  // 22: data that cannot be; 23: a rule of the tables.
  return /^2[23]/.test(codeOf(error) ?? '')
    ? new Refusal(422, `${what} holds what no record can hold. Nothing was brought in.`)
    : error;
}
