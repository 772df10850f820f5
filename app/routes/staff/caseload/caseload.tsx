import { NativeSelect, TextInput } from '@mantine/core';
import { useMemo } from 'react';
import type { ShouldRevalidateFunctionArgs } from 'react-router';
import { staffContext } from '~/context.server';
import { act, formOf, load, parse } from '~/door.server';
import { caseloadOf, type CaseloadRow } from '~/services/caseload.server';
import { dropView, keepView, viewSchema, viewsOf } from '~/services/views.server';
import { Empty } from '~/ui/parts/Empty';
import { useAddress } from '~/ui/parts/useAddress';
import { counted } from '~/ui/parts/words';
import type { Route } from './+types/caseload';
import { CaseTable } from './CaseTable';
import classes from './caseload.module.css';
import { SavedViews } from './SavedViews';

export const meta: Route.MetaFunction = () => [{ title: 'Caseload · Entspann' }];

export async function loader({ context }: Route.LoaderArgs) {
  const { setting, who } = context.get(staffContext);
  return load(async () => ({
    ...(await caseloadOf(setting, who)),
    views: await viewsOf(setting.db, who),
  }));
}

export async function action({ context, request }: Route.ActionArgs) {
  const { setting, who } = context.get(staffContext);
  return act(async () => {
    const form = await formOf(request);
    const wish = parse(viewSchema, form);
    if (form.intent === 'remove') await dropView(setting, who, wish.name);
    else await keepView(setting, who, wish);
    return { ok: true as const };
  });
}

/** What is looked for, shown and sorted is all here: the practice is not asked again for it. */
export const shouldRevalidate = ({
  currentUrl,
  nextUrl,
  defaultShouldRevalidate,
}: ShouldRevalidateFunctionArgs) =>
  currentUrl.pathname === nextUrl.pathname && currentUrl.search !== nextUrl.search
    ? false
    : defaultShouldRevalidate;

const SHOWN = [
  { value: 'all', label: 'all' },
  { value: 'coming', label: 'coming today' },
  { value: 'look', label: 'to look in on' },
  { value: 'rest', label: 'under way' },
  { value: 'ended', label: 'course ended' },
];

/** Whose course has ended is told of where somebody should look, and else by itself. */
const isShown = ({ group, isOver }: CaseloadRow, shown: string): boolean =>
  shown === 'all' ||
  (shown === 'ended' ? isOver : group === shown && (shown !== 'rest' || !isOver));

/** Every client of the practice; what is looked for, shown and sorted by stands in the address. */
export default function Caseload({ loaderData }: Route.ComponentProps) {
  const { rows, today, mondays, views } = loaderData;
  const [params, change] = useAddress();
  const set = (name: string, value: string) =>
    change({ [name]: value === 'all' || value === '' ? null : value });
  const [text, whose, shown] = [
    params.get('q') ?? '',
    params.get('whose') ?? 'all',
    params.get('show') ?? 'all',
  ];
  const wanted = text.trim().toLowerCase();
  const therapists = [...new Set(rows.map(({ therapistName }) => therapistName))].sort();
  const found = useMemo(
    () =>
      rows.filter(
        (row) =>
          (whose === 'all' || row.therapistName === whose) &&
          isShown(row, shown) &&
          (wanted === '' ||
            [row.name, row.occupation, row.brought ?? ''].some((words) =>
              words.toLowerCase().includes(wanted),
            )),
      ),
    [rows, whose, shown, wanted],
  );
  return (
    <div className={classes.page}>
      <div className={classes.head}>
        <h1>Caseload</h1>
        <p role="status">
          {found.length === rows.length
            ? counted(rows.length, 'client')
            : `${found.length} of ${counted(rows.length, 'client')}`}
        </p>
      </div>
      <div className={classes.tools}>
        <TextInput
          label="Look for"
          placeholder="name, work, what brought them"
          value={text}
          onChange={(event) => set('q', event.currentTarget.value)}
        />
        <NativeSelect
          label="Whose"
          value={whose}
          data={[{ value: 'all', label: 'everybody’s' }, ...therapists]}
          onChange={(event) => set('whose', event.currentTarget.value)}
        />
        <NativeSelect
          label="Show"
          value={shown}
          data={SHOWN}
          onChange={(event) => set('show', event.currentTarget.value)}
        />
        <SavedViews views={views} />
      </div>
      {found.length === 0 ? (
        <Empty>
          {rows.length === 0
            ? 'No clients yet: add one from the day sheet.'
            : 'Nobody is like that. Look for less, or show all.'}
        </Empty>
      ) : (
        <CaseTable
          rows={found}
          mondays={mondays}
          today={today}
          sort={params.get('sort')}
          onSort={(sort) => set('sort', sort)}
        />
      )}
      <p className={classes.counted}>
        Tenderness: the mean of what was rated on first pressing, week by week over {mondays.length}{' '}
        weeks, 0 to 10. Done: sessions that count of those asked for in the last 14 days.
      </p>
    </div>
  );
}
