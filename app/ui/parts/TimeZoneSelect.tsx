import { Select } from '@mantine/core';

const zones = () => {
  const known = Intl.supportedValuesOf('timeZone');
  return known.includes('UTC') ? known : [...known, 'UTC'];
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
