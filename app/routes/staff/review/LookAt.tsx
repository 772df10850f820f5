import { NativeSelect } from '@mantine/core';
import { findSite } from '#core/anatomy';
import type { ReviewLook } from '~/services/reviewing.server';
import { useAddress } from '~/ui/parts/useAddress';
import { Toggle } from '~/ui/parts/Toggle';
import classes from './review.module.css';

const PERIODS = [
  { value: 'all', label: 'all of it' },
  { value: '8 weeks', label: '8 weeks' },
  { value: '4 weeks', label: '4 weeks' },
  { value: 'version', label: 'this version' },
] as const;

/** What the charts show: a period and a site; all of them follow, and the address keeps it. */
export function LookAt({ sites }: { sites: readonly string[] }) {
  const [params, change] = useAddress();
  const set = (name: string, value: string) =>
    change({ [name]: value === 'all' || value === '' ? null : value });
  return (
    <div className={classes.look}>
      <Toggle
        label="Period"
        value={(params.get('period') as ReviewLook['period'] | null) ?? 'all'}
        options={PERIODS}
        onChoose={(period) => set('period', period)}
      />
      {sites.length > 1 && (
        <NativeSelect
          aria-label="Site"
          value={params.get('site') ?? ''}
          data={[
            { value: '', label: 'every site' },
            ...sites.map((id) => ({ value: id, label: findSite(id)?.plainName ?? id })),
          ]}
          onChange={(event) => set('site', event.currentTarget.value)}
        />
      )}
    </div>
  );
}
