import { useMemo, useState } from 'react';
import { prioritiesOf, PRIORITY_SOURCE, type Fit, type FitLine, type Matters } from '#core/fit';
import { sourceWords } from '#core/knowledge';
import { layOut, lineTitle, type CheckContext, type Routine } from '#core/routine';
import { Choice } from '~/ui/parts/Choice';
import { LinkButton } from '~/ui/parts/LinkButton';
import { useKeys } from '~/ui/parts/useKeys';
import { clockTime, counted } from '~/ui/parts/words';
import { Strip } from '~/ui/strip/Strip';
import { useFit } from '~/workers/useFit';
import { BenchPanel } from './BenchPanel';
import { lineWords } from './doseWords';
import classes from './FitPanel.module.css';
import { parseCount } from './parseNumber';
import { TypedNumber } from './TypedNumber';

/** What is usually asked where nobody said how much time there is. Common practice, no published source. */
const USUAL_MINUTES = 10;
const MOST_MINUTES = 240;

const SESSIONS = [
  { value: '1', label: 'once a day' },
  { value: '2', label: 'two short ones a day' },
] as const;

/** What becomes of a line, in words. */
function fateOf(line: FitLine): string {
  switch (line.is) {
    case 'kept':
      return line.isSwapped ? `with what they have: ${lineWords(line.as)}` : 'as it is';
    case 'trimmed':
      return `becomes${line.isSwapped ? ', with what they have' : ''}: ${lineWords(line.as)}`;
    case 'left out':
      return line.wantsSeconds === null
        ? line.why
        : `${line.why} It would take ${clockTime(line.wantsSeconds)} more.`;
  }
}

/** One line of it: its star, and what becomes of it and why. */
function Line({ line, number, onStar }: { line: FitLine; number: number; onStar: () => void }) {
  const { item, priority, starred } = line;
  const title = lineTitle(item);
  return (
    <li data-is={line.is}>
      <button
        type="button"
        className={classes.star}
        aria-pressed={starred}
        aria-label={`${title}: before all others`}
        onClick={onStar}
      >
        <svg width="16" height="16" viewBox="0 0 16 16" aria-hidden>
          <path d="M8 1.6l1.9 4.1 4.5.5-3.3 3.1.9 4.4L8 11.5l-4 2.2.9-4.4L1.6 6.2l4.5-.5z" />
        </svg>
      </button>
      <span className={classes.number}>{number}</span>
      <span className={classes.name}>{title}</span>
      <span className={classes.fate}>{fateOf(line)}</span>
      <span className={classes.why}>
        {starred ? 'starred' : `counts ${priority.weight}`}
        {priority.reasons.length > 0 && `: ${priority.reasons.join(', ')}`}
      </span>
    </li>
  );
}

/** What the fitted routine comes to, in a sentence or two. */
function sumsOf(
  { routine, layout, budgetSeconds, movingSeconds, worth, wantedWorth, isReordered }: Fit,
  timesBefore: number,
): string {
  const share = wantedWorth > 0 ? Math.round((100 * worth) / wantedWorth) : 100;
  return [
    `${clockTime(layout.totalSeconds.most)} of ${clockTime(budgetSeconds)}, ${clockTime(movingSeconds)} of it for moving about; ${share} % of what was wanted, each line by what it counts.`,
    ...(isReordered
      ? ['The order is another one: the usual one, with the least moving about.']
      : []),
    ...(routine.timesPerWeek === timesBefore
      ? []
      : [`${routine.timesPerWeek} times a week in place of ${timesBefore}.`]),
  ].join(' ');
}

/**
 * Fits the routine to the client’s minutes: what would be kept, trimmed and left out, and why, before any of it is taken.
 */
export function FitPanel({
  routine,
  context,
  matters,
  onTake,
  onClose,
}: {
  routine: Routine;
  context: CheckContext;
  matters: Matters;
  onTake: (routine: Routine) => void;
  onClose: () => void;
}) {
  const [minutes, setMinutes] = useState(context.minutesPerDay ?? USUAL_MINUTES);
  const [sessionsADay, setSessions] = useState<1 | 2>(routine.timesPerWeek > 7 ? 2 : 1);
  const [starred, setStarred] = useState<readonly string[]>([]);
  const [trouble, setTrouble] = useState<string | null>(null);
  const priorities = useMemo(() => prioritiesOf(routine.items, matters), [routine.items, matters]);
  const question = useMemo(
    () => ({ routine, context, wish: { minutes, sessionsADay, starred, priorities } }),
    [routine, context, minutes, sessionsADay, starred, priorities],
  );
  const { fitting, stop } = useFit(question);
  const fit = fitting.is === 'done' && fitting.outcome.ok ? fitting.outcome.value : null;
  const take = () => fit && trouble === null && onTake(fit.routine);
  useKeys([
    ['f', () => void take()],
    ['escape', onClose],
  ]);
  const numbers = useMemo(
    () => new Map(routine.items.map((item, n) => [item.id, n + 1])),
    [routine.items],
  );
  const present = useMemo(() => layOut(routine), [routine]);
  const star = (id: string) =>
    setStarred((now) => (now.includes(id) ? now.filter((one) => one !== id) : [...now, id]));

  return (
    <BenchPanel title="Fit to minutes" byEscape onClose={onClose}>
      <Strip
        layout={fit?.layout ?? present}
        numbers={numbers}
        caption={fit ? 'As it would be; numbers are those of the lines as they are.' : ''}
      />
      <div className={classes.wish}>
        <TypedNumber
          label="minutes a day"
          value={minutes}
          beside={context.minutesPerDay === null ? 'not known' : `${context.minutesPerDay} to hand`}
          parse={(text) => parseCount(text, { name: 'The minutes', least: 1, most: MOST_MINUTES })}
          onValue={setMinutes}
          onTrouble={setTrouble}
        />
        <Choice
          inLine
          legend="how often"
          value={String(sessionsADay) as '1' | '2'}
          options={[...SESSIONS]}
          onChoose={(value) => setSessions(value === '2' ? 2 : 1)}
        />
        <button
          type="button"
          className={classes.take}
          disabled={!fit || trouble !== null}
          onClick={take}
        >
          Take it <kbd>f</kbd>
        </button>
      </div>
      <p role="status" className={classes.sums}>
        {fit && sumsOf(fit, routine.timesPerWeek)}
        {fitting.is === 'under way' && `Being fitted, ${Math.round(100 * fitting.share)} %.`}
        {fitting.is === 'stopped' && 'Stopped. Change anything to fit it again.'}
        {fitting.is === 'done' && !fitting.outcome.ok && (
          <strong>{fitting.outcome.mistake.says} Nothing was changed.</strong>
        )}
      </p>
      {fitting.is === 'under way' && <LinkButton onClick={stop}>Stop</LinkButton>}
      {fit && (
        <>
          <ol
            className={classes.lines}
            aria-label={`What becomes of ${counted(fit.lines.length, 'line')}`}
          >
            {fit.lines.map((line, n) => (
              <Line
                key={line.item.id}
                line={line}
                number={n + 1}
                onStar={() => star(line.item.id)}
              />
            ))}
          </ol>
          <p className={classes.why}>
            A star comes before all. Then what each line counts, times how much of it is done, then
            the least moving about; times in steps of 5 s, shorter before fewer points before left
            out, never one side alone. Nothing that keeps to the minutes, the caps, the hands and
            the usual order is better. What a line counts: {sourceWords(PRIORITY_SOURCE)}.
          </p>
        </>
      )}
    </BenchPanel>
  );
}
