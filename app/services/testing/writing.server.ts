import stringify from 'safe-stable-stringify';
import { v5 as uuidOf, v7 as uuid } from 'uuid';
import type { TenderPoint } from '#core/map';
import type { Routine } from '#core/routine';
import type { Clearance, Reply } from '#core/screening';
import type { Body } from '~/keeping/bodies';
import type { KindId } from '~/keeping/kinds';
import type { Base } from '~/keeping/letter';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { planOf } from '../planning.server';
import { add, send } from './letters.server';

const NAMESPACE = '6f0a1b8e-6a53-4c0e-9a55-0d8f5a7c1d11';

/** Sends a letter whose id follows from what it says: the same call again is the same letter again. */
async function write<K extends KindId>(
  setting: Setting,
  who: Principal,
  kind: K,
  [clientId, thing]: [string | null, string],
  body: Body<K>,
  base: Base = null,
): Promise<{ revision: number }> {
  const letter = add(kind, clientId, thing, body, base);
  const id = uuidOf(
    stringify({ who: who.userId, kind, clientId, thing, body, base }) ?? '',
    NAMESPACE,
  );
  return { revision: (await send(setting, who, { ...letter, id })) ?? 0 };
}

interface PointWish {
  id: string;
  point: TenderPoint;
}

export const addPoint = (s: Setting, who: Principal, clientId: string, { id, point }: PointWish) =>
  write(s, who, 'point', [clientId, id], { visitId: null, point });

export const changePoint = (
  s: Setting,
  who: Principal,
  clientId: string,
  { id, point, revision }: PointWish & { revision: number },
) => write(s, who, 'point', [clientId, id], { visitId: null, point }, revision);

export const removePoint = (
  s: Setting,
  who: Principal,
  clientId: string,
  { id, revision }: { id: string; revision: number },
) => write(s, who, 'point', [clientId, id], { visitId: null, point: null }, revision);

export const addOwnPoint = (s: Setting, who: Principal, { id, point }: PointWish) =>
  write(s, who, 'point', [null, id], { visitId: null, point });

export const removeOwnPoint = (s: Setting, who: Principal, id: string, revision = 1) =>
  write(s, who, 'point', [null, id], { visitId: null, point: null }, revision);

export type MeasureWish = NonNullable<Body<'reading'>['reading']> & {
  id: string;
  revision?: number | null;
};

export const keepMeasure = async (
  s: Setting,
  who: Principal,
  clientId: string,
  { id, revision = null, ...reading }: MeasureWish,
) => ({
  id,
  ...(await write(s, who, 'reading', [clientId, id], { visitId: null, reading }, revision)),
});

export const removeMeasure = (
  s: Setting,
  who: Principal,
  clientId: string,
  { id, revision }: { id: string; revision: number },
) => write(s, who, 'reading', [clientId, id], { visitId: null, reading: null }, revision);

export const keepOwnMeasure = (
  s: Setting,
  who: Principal,
  {
    id,
    revision: _none,
    ...reading
  }: Body<'home measure'>['reading'] & { id: string; revision?: number | null },
) => write(s, who, 'home measure', [null, id], { reading });

export const askAtHome = (
  s: Setting,
  who: Principal,
  clientId: string,
  body: Body<'home asking'>,
) => write(s, who, 'home asking', [clientId, clientId], body);

export const saveNotes = (
  s: Setting,
  who: Principal,
  clientId: string,
  wish: { visitId: string; revision: number; notes: Record<string, unknown> },
) => write(s, who, 'note', [clientId, wish.visitId], { notes: wish.notes }, wish.revision);

export const saveDraft = (
  s: Setting,
  who: Principal,
  clientId: string,
  wish: { baseNumber: number; revision: number; content: Routine },
) => {
  const { baseNumber, content, revision } = wish;
  return write(s, who, 'draft', [clientId, clientId], { baseNumber, content }, revision);
};

export const discardDraft = (
  s: Setting,
  who: Principal,
  clientId: string,
  { revision }: { revision: number },
) => write(s, who, 'draft', [clientId, clientId], { baseNumber: 0, content: null }, revision);

export async function issue(
  s: Setting,
  who: Principal,
  clientId: string,
  wish: {
    baseNumber: number;
    draftRevision: number;
    versionId: string;
    reason: string;
    content: Routine;
  },
): Promise<{ number: number }> {
  const { draftRevision, versionId, ...body } = wish;
  await write(s, who, 'issue', [clientId, versionId], body, draftRevision);
  const { versions } = await planOf(s, who, clientId);
  return { number: versions.find(({ id }) => id === versionId)?.number ?? 0 };
}

export const keepInterview = (
  s: Setting,
  who: Principal,
  clientId: string | null,
  { replies }: { replies: Reply[] },
) =>
  write(s, who, 'answer', [clientId, clientId ?? who.clientId ?? uuid()], {
    set: replies,
    forget: [],
  });

export const recordInterview = (
  s: Setting,
  who: Principal,
  clientId: string | null,
  { id, after = null, replies }: { id: string; after?: string | null; replies: Reply[] },
) => write(s, who, 'interview', [clientId, id], { replies, after });

export const recordClearance = (
  s: Setting,
  who: Principal,
  clientId: string,
  wish: Clearance,
  id: string = uuid(),
) => write(s, who, 'clearance', [clientId, id], wish);

export const changeClient = (
  s: Setting,
  who: Principal,
  clientId: string,
  body: Body<'details'>,
  revision = 0,
) => write(s, who, 'details', [clientId, clientId], body, revision);

export const changeBrings = (
  s: Setting,
  who: Principal,
  clientId: string,
  body: Body<'brings'>,
  revision = 0,
) => write(s, who, 'brings', [clientId, clientId], body, revision);

export const noteComplaint = (
  s: Setting,
  who: Principal,
  clientId: string,
  { id, revision = null, ...body }: Body<'complaint'> & { id: string; revision?: number | null },
) => write(s, who, 'complaint', [clientId, id], body, revision);

export const tellStanding = (
  s: Setting,
  who: Principal,
  clientId: string | null,
  { id, ...body }: Body<'standing'> & { id: string },
) => write(s, who, 'standing', [clientId, id], body);

export const keepTemplate = (
  s: Setting,
  who: Principal,
  { id, revision = null, ...body }: Body<'template'> & { id: string; revision?: number | null },
) => write(s, who, 'template', [null, id], body, revision);
