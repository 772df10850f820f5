import classes from './Choice.module.css';

/**
 * One of a few.
 *
 * @param inLine they stand on one line as words; else in a list, each with what it means
 */
export function Choice<T extends string>({
  legend,
  value,
  options,
  onChoose,
  inLine = false,
}: {
  legend: string;
  value: T;
  options: readonly { value: T; label: string; says?: string }[];
  onChoose: (value: T) => void;
  inLine?: boolean;
}) {
  return (
    <fieldset className={inLine ? classes.line : classes.list}>
      <legend>{legend}</legend>
      {options.map((option) => (
        <label key={option.value} data-chosen={option.value === value}>
          <input
            type="radio"
            name={legend}
            value={option.value}
            checked={option.value === value}
            onChange={() => onChoose(option.value)}
          />
          <span>
            {option.label}
            {option.says && <small>{option.says}</small>}
          </span>
        </label>
      ))}
    </fieldset>
  );
}
