import classes from './Call.module.css';

/** Numbers a client can ring; empty when the practice has set none. */
export interface Numbers {
  practice: string;
  emergency: string;
}

const dialled = (number: string) => number.replaceAll(/[^+\d]/g, '');

/** Buttons that ring: help first, when it is an emergency. */
export function Call({ numbers, emergency }: { numbers: Numbers; emergency: boolean }) {
  const help = emergency && numbers.emergency !== '';
  if (!help && numbers.practice === '') return null;
  return (
    <p className={classes.call}>
      {help && (
        <a className={classes.help} href={`tel:${dialled(numbers.emergency)}`}>
          Call {numbers.emergency}
        </a>
      )}
      {numbers.practice !== '' && (
        <a className={classes.practice} href={`tel:${dialled(numbers.practice)}`}>
          Ring the practice, {numbers.practice}
        </a>
      )}
    </p>
  );
}
