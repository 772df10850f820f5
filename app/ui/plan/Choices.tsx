import classes from './ItemEditor.module.css';

/** One of a few, on one line. */
export function Choices<T extends string>({
  legend,
  value,
  options,
  onChoose,
}: {
  legend: string;
  value: T;
  options: readonly { value: T; label: string }[];
  onChoose: (value: T) => void;
}) {
  return (
    <fieldset className={classes.choices}>
      <legend>{legend}</legend>
      {options.map((option) => (
        <label key={option.value} className={classes.choice} data-chosen={option.value === value}>
          <input
            type="radio"
            name={legend}
            value={option.value}
            checked={option.value === value}
            onChange={() => onChoose(option.value)}
          />
          {option.label}
        </label>
      ))}
    </fieldset>
  );
}
