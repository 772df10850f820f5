import { Select } from '@mantine/core';

/** “Copenhagen, Europe”: found by its city, which is what people type. */
export function cityOf(zone: string): string {
  const [area, ...places] = zone.replaceAll('_', ' ').split('/');
  return places.length === 0 ? zone : `${places.reverse().join(', ')}, ${area ?? ''}`;
}

const zones = () => {
  const known = Intl.supportedValuesOf('timeZone');
  return (known.includes('UTC') ? known : [...known, 'UTC'])
    .map((zone) => ({ value: zone, label: cityOf(zone) }))
    .sort((a, b) => a.label.localeCompare(b.label, 'en'));
};

/** Chooses an IANA time zone; the value goes with the form it stands in. */
export function TimeZoneSelect({
  value,
  error,
  description,
}: {
  value: string;
  error?: string;
  description?: string;
}) {
  return (
    <Select
      name="timeZone"
      label="Time zone"
      description={description}
      data={zones()}
      defaultValue={value}
      searchable
      allowDeselect={false}
      limit={40}
      error={error}
    />
  );
}
