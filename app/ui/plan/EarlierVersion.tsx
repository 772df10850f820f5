import { compareRoutines, type ComparedLine } from '#core/plans';
import { lineTitle, gradeWords, isPress, type Routine, type RoutineItem } from '#core/routine';
import { findTool } from '#core/equipment';
import { findPosture } from '#core/loading';
import { lineWords } from './doseWords';
import classes from './StartFrom.module.css';

/** A version that can be looked at and begun from; without a day it is the one in force. */
export interface VersionOfBefore {
  number: number;
  issuedOn: string | null;
  content: Routine;
}

/** What of a line is other now: its dose, else its grade, else how it is reached, else its words. */
function nowWords(then: RoutineItem, now: RoutineItem): string {
  if (lineWords(then) !== lineWords(now)) return lineWords(now);
  if (isPress(then) && isPress(now)) {
    if (gradeWords(then) !== gradeWords(now)) return `grade ${gradeWords(now)}`;
    if (then.toolId !== now.toolId) return findTool(now.toolId)?.name.toLowerCase() ?? now.toolId;
    if (then.positionId !== now.positionId) {
      return findPosture(now.positionId)?.name ?? now.positionId;
    }
  }
  return then.instructions === now.instructions ? 'done a little otherwise' : 'other words';
}

function wordsOf({ item, is, now }: ComparedLine): string {
  switch (is) {
    case 'the same':
      return 'as it is now';
    case 'other now':
      return now ? `now: ${nowWords(item, now)}` : '';
    case 'not there now':
      return 'not there now';
    case 'only now':
      return 'there now, not then: it would go';
  }
}

/** Lines of another routine, each with what is other about it now. */
export function ComparedLines({ lines }: { lines: readonly ComparedLine[] }) {
  return (
    <ol>
      {lines.map((line) => (
        <li key={line.item.id + line.is} data-against={line.is === 'only now'}>
          <span className={classes.name}>{lineTitle(line.item)}</span>
          <span className={classes.dose}>{lineWords(line.item)}</span>
          <span className={classes.why}>{wordsOf(line)}</span>
        </li>
      ))}
    </ol>
  );
}

/** A version of before beside the routine of now, and the way back to it. */
export function EarlierVersion({
  number,
  content,
  present,
  onReplace,
}: {
  number: number;
  content: Routine;
  present: readonly RoutineItem[];
  onReplace: (routine: Routine) => void;
}) {
  const lines = compareRoutines(content.items, present);
  const isSame = lines.every(({ is }) => is === 'the same');
  return (
    <div className={classes.preview} role="group" aria-label={`Version ${number}: what differs`}>
      <button
        type="button"
        className={classes.take}
        disabled={isSame}
        onClick={() => onReplace(content)}
      >
        {isSame ? 'It is as it is now' : `Put version ${number} in place of it`}
      </button>
      <ComparedLines lines={lines} />
      <p className={classes.soft}>
        Every check holds for it as for a routine typed anew. Ctrl Z brings back what is here now.
      </p>
    </div>
  );
}
