import classes from './Choice.module.css';

/** One of a list, each with what it means. */
export function Choice<T extends string>({
  legend,
  value,
  options,
  onChoose,
}: {
  legend: string;
  value: T;
  options: readonly { value: T; label: string; says?: string }[];
  onChoose: (value: T) => void;
}) {
  return (
    <fieldset className={classes.choice}>
      <legend>{legend}</legend>
      {options.map((option) => (
        <label key={option.value} data-chosen={option.value === value}>
          <input
            type="radio"
            name={legend}
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
