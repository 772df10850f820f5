import type { Complaint, Standing, Told } from '#core/complaint';
import { v7 as uuid } from 'uuid';
import type { Letter } from '~/keeping/letter';
import { useLetters, useOutbox } from '~/ui/keeping/Keeping';

/** A complaint as it was read, with all that was told of it. */
export interface KeptComplaint extends Complaint {
  id: string;
  revision: number;
  told: (Told & { id: string })[];
}

/** What is told of a complaint and on its way. */
function useTold(clientId: string | null, from: Told['from'], today: string) {
  const letters = useLetters('standing', clientId) as readonly Letter<'standing'>[];
  return (kept: KeptComplaint): KeptComplaint => {
    const known = new Set(kept.told.map(({ id }) => id));
    const sent = letters
      .filter(({ thing, body }) => body.complaintId === kept.id && !known.has(thing))
      .map(({ thing, body }) => ({ id: thing, day: today, from, ...body.standing }));
    return { ...kept, told: [...kept.told, ...sent] };
  };
}

/** A client’s own complaints that are asked about, with what is on its way. */
export function useOwnComplaints(kept: readonly KeptComplaint[], today: string) {
  const outbox = useOutbox();
  const withTold = useTold(null, 'home', today);
  return {
    complaints: kept.filter(({ over }) => !over).map(withTold),
    tell: (complaintId: string, standing: Standing) =>
      outbox.add({
        kind: 'standing',
        clientId: null,
        thing: uuid(),
        base: null,
        body: { complaintId, standing },
      }),
  };
}

/** The complaints of a file, with what is on its way laid over what was read. */
export function useComplaints(kept: readonly KeptComplaint[], clientId: string, today: string) {
  const outbox = useOutbox();
  const letters = useLetters('complaint', clientId) as readonly Letter<'complaint'>[];
  const withTold = useTold(clientId, 'visit', today);
  const shown = new Map(kept.map((one) => [one.id, one]));
  for (const { thing, body } of letters) {
    const before = shown.get(thing);
    if (body.complaint === null) shown.delete(thing);
    else {
      const { what, places = [], since = '', stops = '', over = false } = body.complaint;
      shown.set(thing, {
        ...{ id: thing, what, places, since, stops, over },
        revision: before?.revision ?? 0,
        told: before?.told ?? [],
      });
    }
  }
  const write = (id: string, complaint: Complaint | null) =>
    outbox.add({
      kind: 'complaint',
      clientId,
      thing: id,
      base: outbox.baseFor('complaint', id, kept.find((one) => one.id === id)?.revision ?? null),
      body: { complaint },
    });
  return {
    complaints: [...shown.values()].map(withTold),
    add: (what: string): string => {
      const id = uuid();
      write(id, { what, places: [], since: '', stops: '', over: false });
      return id;
    },
    change: (id: string, by: Partial<Complaint>) => {
      const known = shown.get(id);
      if (!known) return;
      const { what, places, since, stops, over } = { ...known, ...by };
      write(id, { what, places, since, stops, over });
    },
    remove: (id: string) => write(id, null),
    tell: (complaintId: string, standing: Standing) => {
      // After the complaint itself, when that is still on its way.
      const after = outbox.baseFor('complaint', complaintId, null);
      return outbox.add({
        kind: 'standing',
        clientId,
        thing: uuid(),
        base: typeof after === 'string' ? after : null,
        body: { complaintId, standing },
      });
    },
  };
}
