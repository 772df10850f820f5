import { eq, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { fade, itemFor, routineWith, timed } from '#core/examples';
import type { Routine } from '#core/routine';
import { routineVersion } from '~/db/schema.server';
import { fileHead } from './clientFile.server';
import { handOutOf } from './handOut.server';
import { planOf, practiceTemplates, practiceWays, routinesOfOthers } from './planning.server';
import type { OpenDatabase } from '~/db/open.server';

import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import { found } from '~/keeping/server/refusal.server';
import type { Principal } from '~/keeping/server/setting.server';
import {
  details,
  issueTo,
  NOW,
  screened,
  secondPractice,
  settingFor,
  setUp,
  shortRoutine,
  addClient,
  withoutInterview,
} from './testing/practiceForTests.server';
import {
  discardDraft,
  issue,
  keepTemplate,
  recordClearance,
  saveDraft,
} from './testing/writing.server';

let open: OpenDatabase;
let setting: ReturnType<typeof settingFor>;
let owner: Principal;

beforeAll(async () => {
  open = await openTestDatabase();
  setting = settingFor(open.db);
  owner = await setUp(setting);
});
afterAll(() => open.close());
beforeEach(() => setting.moveTo(NOW));

const count = async (of: typeof routineVersion) =>
  (await open.db.select({ n: sql<number>`count(*)::integer` }).from(of))[0]?.n ?? 0;

describe('a plan and the screening', () => {
  it('is refused by the server too when screening rules a line out, and goes once it was cleared', async () => {
    const clientId = await addClient(setting, owner, details());
    await screened(setting, owner, clientId, 'neck-unstable');
    const wish = {
      baseNumber: 0,
      draftRevision: 0,
      versionId: uuid(),
      reason: '',
      content: routineWith(itemFor('skull-base', { dose: timed(20) })),
    };
    await expect(issue(setting, owner, clientId, wish)).rejects.toMatchObject({
      status: 422,
      message: expect.stringContaining('neck off') as string,
    });
    await recordClearance(setting, owner, clientId, {
      condition: 'neck-unstable',
      kind: 'cleared',
      by: 'Dr Amsel',
      on: '2026-03-09',
      note: '',
    });
    expect(await issue(setting, owner, clientId, wish)).toEqual({ number: 1 });
    expect((await planOf(setting, owner, clientId)).ratings).toEqual([]);
  });
});

describe('issuing a routine', () => {
  it('makes versions that never change, not even by hand in the database', async () => {
    const clientId = await addClient(setting, owner, details());
    const versionId = await issueTo(setting, owner, clientId);
    const change = open.db
      .update(routineVersion)
      .set({ reason: 'changed' })
      .where(eq(routineVersion.id, versionId));
    await expect(change).rejects.toThrow();
    await expect(
      open.db.delete(routineVersion).where(eq(routineVersion.id, versionId)),
    ).rejects.toThrow();
    const [row] = await open.db
      .select()
      .from(routineVersion)
      .where(eq(routineVersion.id, versionId));
    expect(row?.reason).toBe('For the test.');
  });

  it('asks for a reason from the second version on', async () => {
    const clientId = await addClient(setting, owner, details());
    await issueTo(setting, owner, clientId);
    const wish = {
      baseNumber: 1,
      draftRevision: 0,
      versionId: uuid(),
      reason: '',
      content: shortRoutine(),
    };
    await expect(issue(setting, owner, clientId, wish)).rejects.toMatchObject({ status: 422 });
    expect(await issue(setting, owner, clientId, { ...wish, reason: 'Longer.' })).toEqual({
      number: 2,
    });
  });

  it('asks for the interview, or for the reason why not, which is kept with the version', async () => {
    const clientId = await addClient(setting, owner, details());
    const content = routineWith(itemFor('breastbone', { dose: timed(20), grade: 2 }));
    const wish = { baseNumber: 0, draftRevision: 0, versionId: uuid(), reason: '', content };
    await expect(issue(setting, owner, clientId, wish)).rejects.toMatchObject({
      status: 422,
      message: expect.stringContaining('No interview was held') as string,
    });
    const reasons = { interview: 'Seen at the hospital, papers to follow.' };
    await issue(setting, owner, clientId, { ...wish, content: { ...content, reasons } });
    const { latest, screened: asked } = await planOf(setting, owner, clientId);
    expect([latest?.content.reasons, asked]).toEqual([reasons, false]);

    const other = await addClient(setting, owner, details());
    await screened(setting, owner, other);
    expect(await issue(setting, owner, other, { ...wish, versionId: uuid() })).toEqual({
      number: 1,
    });
  });

  it('refuses more neck than a start while any of it is new, by what was in force a week ago', async () => {
    const clientId = await addClient(setting, owner, details());
    await screened(setting, owner, clientId);
    const neck = (points: number) =>
      routineWith(itemFor('neck-groove', { dose: timed(30), points, extraPoints: 0 }));
    const wish = (baseNumber: number, content: Routine) => ({
      ...{ baseNumber, draftRevision: 0, versionId: uuid(), reason: 'More.', content },
    });
    const first = issue(setting, owner, clientId, wish(0, neck(3)));
    await expect(first).rejects.toMatchObject({ status: 422 });
    await issue(setting, owner, clientId, wish(0, neck(2)));
    const next = (await planOf(setting, owner, clientId)).draftRevision;
    const soon = issue(setting, owner, clientId, { ...wish(1, neck(3)), draftRevision: next });
    await expect(soon).rejects.toMatchObject({ status: 422 });
    setting.moveTo(new Date(NOW.getTime() + 8 * 86_400_000));
    await issue(setting, owner, clientId, { ...wish(1, neck(3)), draftRevision: next });
    setting.moveTo(NOW);
  });

  it('refuses what a check refuses, with the sentence, and issues nothing', async () => {
    const clientId = await addClient(setting, owner, details());
    const before = await count(routineVersion);
    const content = routineWith(itemFor('breastbone', { grade: 4, dose: timed(90) }));
    await expect(issueTo(setting, owner, clientId, content)).rejects.toMatchObject({
      status: 422,
      message: expect.stringMatching(/ceiling of 3.*at most 60 s/) as string,
    });
    expect(await count(routineVersion)).toBe(before);
  });

  it('answers the same form sent twice, even at once, with one version', async () => {
    const clientId = await addClient(setting, owner, details());
    const wish = {
      baseNumber: 0,
      draftRevision: 0,
      versionId: uuid(),
      reason: '',
      content: shortRoutine(),
    };
    const answers = await Promise.all([
      issue(setting, owner, clientId, wish),
      issue(setting, owner, clientId, wish),
    ]);
    expect(answers).toEqual([{ number: 1 }, { number: 1 }]);
    expect((await planOf(setting, owner, clientId)).versions).toHaveLength(1);
  });

  it('refuses a form that another version has overtaken, shows that version and keeps the draft', async () => {
    const clientId = await addClient(setting, owner, details());
    const mine = routineWith(itemFor('side-low-back', { dose: fade(20, 60) }));
    await issueTo(setting, owner, clientId);
    await saveDraft(setting, owner, clientId, { baseNumber: 0, revision: 0, content: mine });
    await expect(issueTo(setting, owner, clientId, mine, 0)).rejects.toMatchObject({
      status: 409,
      details: { stale: { number: 1, reason: 'For the test.', content: shortRoutine() } },
    });
    expect(await planOf(setting, owner, clientId)).toMatchObject({ draft: mine, draftBase: 0 });
    // Two at once from the same base: one wins, the other is told.
    const results = await Promise.allSettled([
      issueTo(setting, owner, clientId, mine, 1),
      issueTo(setting, owner, clientId, shortRoutine(), 1),
    ]);
    expect(results.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
    expect(results.find(({ status }) => status === 'rejected')).toMatchObject({
      reason: { status: 409 },
    });
  });

  it('keeps a draft that breaks rules, and forgets it on issue or when told to', async () => {
    const clientId = await addClient(setting, owner, details());
    const wild = routineWith(itemFor('breastbone', { grade: 10 }));
    const { revision } = await saveDraft(setting, owner, clientId, {
      baseNumber: 0,
      revision: 0,
      content: wild,
    });
    expect((await fileHead(setting, owner, clientId)).hasDraft).toBe(true);
    await discardDraft(setting, owner, clientId, { revision });
    expect((await planOf(setting, owner, clientId)).draft).toBeNull();
    await saveDraft(setting, owner, clientId, { baseNumber: 0, revision: 0, content: wild });
    await issueTo(setting, owner, clientId);
    expect((await planOf(setting, owner, clientId)).draft).toBeNull();
  });
});

describe('the draft of two who work at once', () => {
  const mine = withoutInterview(routineWith(itemFor('breastbone', { dose: timed(20) })));
  const theirs = withoutInterview(routineWith(itemFor('thumb-base', { dose: timed(20) })));

  it('is never written over, discarded or issued away unseen', async () => {
    const clientId = await addClient(setting, owner, details());
    const save = (content: typeof mine, revision: number) =>
      saveDraft(setting, owner, clientId, { baseNumber: 0, revision, content });
    const { revision } = await save(theirs, 0);
    const clash = {
      status: 409,
      details: { other: { revision, byName: 'Runa Dahl', content: theirs } },
    };
    await expect(save(mine, 0)).rejects.toMatchObject(clash);
    await expect(discardDraft(setting, owner, clientId, { revision: 0 })).rejects.toMatchObject(
      clash,
    );
    const wish = { baseNumber: 0, versionId: uuid(), reason: '', content: mine };
    await expect(
      issue(setting, owner, clientId, { ...wish, draftRevision: 0 }),
    ).rejects.toMatchObject(clash);
    expect(await planOf(setting, owner, clientId)).toMatchObject({ draft: theirs, versions: [] });
    // Once it was seen, one may go on.
    expect(await save(mine, revision)).toEqual({ revision: revision + 1 });
    expect(await issue(setting, owner, clientId, { ...wish, draftRevision: revision + 1 })).toEqual(
      { number: 1 },
    );
  });

  it('kept by both at the same moment is kept of one, and the other is told', async () => {
    const clientId = await addClient(setting, owner, details());
    const results = await Promise.allSettled(
      [mine, theirs].map((content) =>
        saveDraft(setting, owner, clientId, { baseNumber: 0, revision: 0, content }),
      ),
    );
    // The first finds no draft to write over; the second finds the first.
    expect(results.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
  });

  it('sent again because its answer was lost is kept once', async () => {
    const clientId = await addClient(setting, owner, details());
    const draft = { baseNumber: 0, revision: 0, content: mine };
    const first = await saveDraft(setting, owner, clientId, draft);
    expect(await saveDraft(setting, owner, clientId, draft)).toEqual(first);
  });
});

describe('the hand-out', () => {
  it('is of the version in force, as hard as screening lets it be, with what it leaves out', async () => {
    const clientId = await addClient(setting, owner, details());
    expect(await handOutOf(setting, owner, clientId)).toBeNull();
    await issueTo(setting, owner, clientId);
    const before = found(await handOutOf(setting, owner, clientId), 'hand-out');
    expect(before).toMatchObject({ number: 1, leftOut: [], practiceName: owner.practiceName });
    const ids = before.content.items.map(({ id }) => id);
    expect(before.pressed.map(({ id }) => id)).toEqual(ids);
    await screened(setting, owner, clientId, 'widespread-pain');
    const after = found(await handOutOf(setting, owner, clientId), 'hand-out');
    for (const { ceilingGrade, grade } of after.pressed) {
      expect(ceilingGrade).toBeLessThanOrEqual(3);
      expect(grade).toBeLessThanOrEqual(ceilingGrade);
    }
  });
});

describe('beginning from what is there', () => {
  it('the latest routine of each other client of the practice, and of nobody else', async () => {
    const [one, two, none] = [
      await addClient(setting, owner, details({ name: 'Alba Ferrant' })),
      await addClient(setting, owner, details({ name: 'Bruno Lisk' })),
      await addClient(setting, owner, details({ name: 'Cleo Marsh' })),
    ];
    const asked = await addClient(setting, owner, details({ name: 'Dora Quill' }));
    await issueTo(setting, owner, one, withoutInterview(routineWith(itemFor('calf'))));
    await issueTo(setting, owner, one, withoutInterview(routineWith(itemFor('temple'))), 1);
    await issueTo(setting, owner, two, withoutInterview(routineWith(itemFor('brow'))));
    await issueTo(setting, owner, asked, withoutInterview(routineWith(itemFor('sole-roll'))));
    const others = await routinesOfOthers(setting, owner, asked);
    const sites = new Map(
      others.map(({ id, items }) => [id, items.map((item) => 'siteId' in item && item.siteId)]),
    );
    expect(sites.get(one)).toEqual(['temple']);
    expect(sites.get(two)).toEqual(['brow']);
    expect(sites.has(none)).toBe(false);
    expect(sites.has(asked)).toBe(false);
  });

  it('ways of the practice’s own, each once as it was entered last, and none of another practice', async () => {
    const stranger = await secondPractice(setting);
    const own = (why: string) =>
      withoutInterview(
        routineWith(
          itemFor('calf', {
            toolId: 'foam-roller',
            positionId: 'sitting-floor',
            ownWay: { thing: 'Rolled towel', why },
            instructions: 'Calf on the rolled towel.',
          }),
        ),
      );
    const [one, two] = [
      await addClient(setting, owner, details()),
      await addClient(setting, owner, details()),
    ];
    await issueTo(setting, owner, one, own('No roller in the van.'));
    setting.moveTo(new Date(NOW.getTime() + 60_000));
    await issueTo(setting, owner, two, own('Softer.'));
    const theirs = await addClient(setting, stranger, details());
    await issueTo(setting, stranger, theirs, own('Elsewhere.'));
    expect(await practiceWays(setting, owner, one)).toEqual([
      {
        siteId: 'calf',
        toolId: 'foam-roller',
        positionId: 'sitting-floor',
        thing: 'Rolled towel',
        why: 'Softer.',
        instructions: 'Calf on the rolled towel.',
        byName: expect.any(String),
      },
    ]);
    await expect(practiceWays(setting, owner, theirs)).rejects.toMatchObject({ status: 404 });
  });

  it('templates of the practice: nothing of the client goes along, and what is no longer used is set apart', async () => {
    const stranger = await secondPractice(setting);
    const clientId = await addClient(setting, owner, details());
    const id = uuid();
    await keepTemplate(setting, owner, {
      id,
      template: {
        name: 'First weeks, calf',
        items: [
          itemFor('calf', {
            sides: 'right',
            affectedSide: 'right',
            extraPoints: 2,
            mapped: [{ thread: uuid(), side: 'right', name: 'the worst' }],
          }),
          { ...itemFor('temple'), siteId: 'elbow-of-doom' },
        ],
      },
    });
    const [kept] = await practiceTemplates(setting, owner, clientId);
    expect(kept).toMatchObject({ name: 'First weeks, calf', revision: 1 });
    expect(kept?.items).toMatchObject([
      { siteId: 'calf', sides: 'both', affectedSide: null, extraPoints: 0 },
    ]);
    expect(kept?.items[0]).not.toHaveProperty('mapped');
    expect(kept?.retired.join()).toContain('elbow-of-doom');
    // Another practice’s: neither seen nor changed.
    const theirs = await addClient(setting, stranger, details());
    expect(await practiceTemplates(setting, stranger, theirs)).toEqual([]);
    const change = { id, revision: 1, template: { name: 'Mine now', items: [itemFor('calf')] } };
    await expect(keepTemplate(setting, stranger, change)).rejects.toMatchObject({ status: 404 });
    // Changed by two: the second is told.
    await keepTemplate(setting, owner, {
      ...change,
      template: { ...change.template, name: 'Calf, later' },
    });
    await expect(keepTemplate(setting, owner, change)).rejects.toMatchObject({
      status: 409,
      details: { revision: 2 },
    });
    await keepTemplate(setting, owner, { id, revision: 2, template: null });
    expect(await practiceTemplates(setting, owner, clientId)).toEqual([]);
  });

  it.each([
    ['no lines', { name: 'Empty', items: [] }, /at least one line/],
    [
      'two hundred lines',
      {
        name: 'Long',
        items: Array.from({ length: 200 }, (_, n) => itemFor('calf', { id: `l${n}` })),
      },
      /at most 60 lines/,
    ],
    ['no name', { name: ' ', items: [itemFor('calf')] }, /two characters/],
    ['pasted rubbish', { name: 'Rubbish', items: ['<b>calf</b>'] }, /./],
  ])('a template of %s is refused with a sentence, and nothing is kept', async (_, given, says) => {
    const clientId = await addClient(setting, owner, details());
    await expect(
      keepTemplate(setting, owner, { id: uuid(), template: given as never }),
    ).rejects.toMatchObject({ status: 422, message: expect.stringMatching(says) });
    expect(await practiceTemplates(setting, owner, clientId)).toEqual([]);
  });

  it('a way of one’s own that contradicts a rule is refused, with the rest of the routine untouched', async () => {
    const clientId = await addClient(setting, owner, details());
    const content = withoutInterview(
      routineWith(
        itemFor('psoas', {
          toolId: 'golf-ball',
          positionId: 'lying-front',
          ownWay: { thing: '', why: 'Seen done.' },
        }),
      ),
    );
    await expect(issueTo(setting, owner, clientId, content)).rejects.toMatchObject({
      status: 422,
      message: expect.stringContaining('guarded place'),
    });
    expect((await planOf(setting, owner, clientId)).versions).toEqual([]);
  });

  it('earlier versions, the newest first, without the latest', async () => {
    const clientId = await addClient(setting, owner, details());
    for (const [base, site] of (['calf', 'temple', 'brow'] as const).entries()) {
      await issueTo(setting, owner, clientId, withoutInterview(routineWith(itemFor(site))), base);
    }
    const { earlier, latest } = await planOf(setting, owner, clientId);
    expect(earlier.map(({ number }) => number)).toEqual([2, 1]);
    expect(latest?.number).toBe(3);
  });
});
