import { propose, type Weight } from '#core/proposals';
import type { RestingPlace } from '#core/response';
import { ascending } from 'd3-array';
import { complaintsOf } from '~/db/complaints.server';
import { proposalMarks } from '~/db/proposals.server';
import { versionsOf } from '~/db/routines.server';
import { sessionsOf } from '~/db/sessions.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { fileOf } from './clientFile.server';
import { daySheet, type DaySheetRow } from './daySheet.server';
import { knownFrom } from './proposing.server';

/** What waits for a therapist at one client: a yes, or a look. */
export interface Waiting {
  clientId: string;
  /** Proposals, and the gravest of them: what kind of word it is, and where; null when there is none. */
  many: number;
  first: { weight: Weight; title: string; siteId: string | null } | null;
  /** Places that rest until somebody has looked at them, however long ago that was told. */
  toLookAt: readonly RestingPlace[];
}

/** So many clients are judged anew at one asking; the others at the next. */
const MOST_ANEW = 40;
/** More than this are not remembered: the oldest go. */
const MOST_KEPT = 4_000;

/** What was judged, and from what: judged again only when that has changed. */
const judged = new Map<string, { from: string; waiting: Waiting | null }>();

function remember(clientId: string, from: string, waiting: Waiting | null) {
  judged.delete(clientId);
  judged.set(clientId, { from, waiting });
  const [oldest] = judged.keys();
  if (judged.size > MOST_KEPT && oldest !== undefined) judged.delete(oldest);
}

async function judge(setting: Setting, who: Principal, clientId: string): Promise<Waiting | null> {
  const { db } = setting;
  const file = await fileOf(setting, who, clientId);
  const [sessions, versions, complaints] = await Promise.all([
    sessionsOf(db, clientId),
    versionsOf(db, clientId),
    complaintsOf(db, clientId),
  ]);
  const known = await knownFrom(setting, { file, sessions, versions, complaints });
  const { proposals } = known ? propose(known) : { proposals: [] };
  const toLookAt = (known?.rests ?? [])
    .filter(({ why }) => why !== 'bruise')
    .map(({ siteId, side }) => ({ siteId, side }));
  const [first] = proposals;
  if (!first) return toLookAt.length > 0 ? { clientId, many: 0, first: null, toLookAt } : null;
  const { weight, title, siteId } = first;
  return { clientId, many: proposals.length, first: { weight, title, siteId }, toLookAt };
}

/**
 * The clients of a day sheet for whom a proposal or a look waits: who comes today first, then as the sheet has them. What nothing was
 * added to since is not judged again; of the others so many at a time, and how many are still to be judged. With their rows: the
 * page does not show everybody of a large practice.
 */
export async function proposalsWaiting(
  setting: Setting,
  who: Principal,
): Promise<{ waiting: Waiting[]; rows: DaySheetRow[]; left: number }> {
  const { rows } = await daySheet(setting, who);
  const asked = rows
    .filter(
      ({ version, lastPractised, over }) =>
        version !== null && lastPractised !== null && over === null,
    )
    .sort((a, b) => ascending(Number(a.group !== 'coming'), Number(b.group !== 'coming')));
  const marks = await proposalMarks(
    setting.db,
    asked.map(({ id }) => id),
  );
  let anew = 0;
  let left = 0;
  const waiting: Waiting[] = [];
  for (const { id, today } of asked) {
    const from = `${today} ${marks.get(id) ?? ''}`;
    if (judged.get(id)?.from !== from) {
      if (anew >= MOST_ANEW) {
        left += 1;
        continue;
      }
      anew += 1;
      remember(id, from, await judge(setting, who, id));
    }
    const one = judged.get(id)?.waiting;
    if (one) waiting.push(one);
  }
  const waits = new Set(waiting.map(({ clientId }) => clientId));
  return { waiting, rows: rows.filter(({ id }) => waits.has(id)), left };
}
