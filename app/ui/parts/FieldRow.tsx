import classes from './FieldRow.module.css';

/** A figure to be typed, its name before it and its unit behind it; what is wrong with it stands below. */
export function FieldRow({
  id,
  label,
  value,
  unit,
  trouble,
  onType,
}: {
  id: string;
  label: string;
  value: string;
  unit: string;
  trouble: string | null;
  onType: (text: string) => void;
}) {
  return (
    <div className={classes.row}>
      <label htmlFor={id}>{label}</label>
      <div>
        <input
          id={id}
          value={value}
          inputMode="decimal"
          autoComplete="off"
          aria-invalid={trouble !== null}
          aria-describedby={`${id}-says`}
          onChange={(event) => onType(event.currentTarget.value)}
        />
        <span>{unit}</span>
      </div>
      <p id={`${id}-says`} role={trouble ? 'alert' : undefined}>
        {trouble}
      </p>
    </div>
  );
}
