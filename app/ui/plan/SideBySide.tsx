import { useMemo, useState } from 'react';
import { awayFrom, KITS, type AwayLine } from '#core/away';
import { compareRoutines } from '#core/plans';
import {
  layOut,
  lineTitle,
  totalsOf,
  type LadderClient,
  type Routine,
  type Totals,
} from '#core/routine';
import { LinkButton } from '~/ui/parts/LinkButton';
import { useKeys } from '~/ui/parts/useKeys';
import { clockBand, clockTime, shortDay } from '~/ui/parts/words';
import { Strip } from '~/ui/strip/Strip';
import { BenchPanel } from './BenchPanel';
import { lineWords } from './doseWords';
import { ComparedLines, type VersionOfBefore } from './EarlierVersion';
import classes from './SideBySide.module.css';
import { useTemplates } from './useTemplates';

/** Another routine, to be looked at beside the one of now. */
interface Other {
  id: string;
  name: string;
  says: string;
  routine: Routine;
  /** What became of the lines of now, where it was made from them. */
  away: readonly AwayLine[] | null;
}

const SUMS: readonly { name: string; of: (totals: Totals) => { least: number; most: number } }[] = [
  { name: 'a session', of: ({ session }) => session },
  { name: 'contact left', of: ({ contact }) => contact.left },
  { name: 'contact right', of: ({ contact }) => contact.right },
  { name: 'contact middle', of: ({ contact }) => contact.mid },
  { name: 'contact a week, left', of: ({ contactPerWeek }) => contactPerWeek.left },
  { name: 'contact a week, right', of: ({ contactPerWeek }) => contactPerWeek.right },
  { name: 'with the hands', of: ({ hands }) => hands },
];

/** More or less, at most, in minutes and seconds; nothing when it is the same. */
function difference(one: number, other: number): string {
  const by = Math.round(other - one);
  return by === 0 ? '' : `${by > 0 ? '+' : '−'}${clockTime(Math.abs(by))}`;
}

function Sums({ now, other }: { now: Totals; other: Totals }) {
  return (
    <table className={classes.sums}>
      <thead>
        <tr>
          <th scope="col">at least to at most</th>
          <th scope="col">now</th>
          <th scope="col">the other</th>
          <th scope="col">differs by</th>
        </tr>
      </thead>
      <tbody>
        {SUMS.filter(({ of }) => of(now).most > 0 || of(other).most > 0).map(({ name, of }) => (
          <tr key={name}>
            <th scope="row">{name}</th>
            <td>{clockBand(of(now))}</td>
            <td>{clockBand(of(other))}</td>
            <td>{difference(of(now).most, of(other).most)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Lines away from home: by which way instead, or why not. */
function AwayLines({ lines }: { lines: readonly AwayLine[] }) {
  return (
    <ol className={classes.away}>
      {lines.map((line) => (
        <li key={line.item.id} data-against={line.is === 'left out'}>
          <strong>{lineTitle(line.item)}</strong>
          <span>
            {line.is === 'same' && 'as at home'}
            {line.is === 'instead' &&
              `${line.says}; about ${Math.round(100 * line.pressureShare)} % of the pressure at home, ${lineWords(line.as)}`}
            {line.is === 'left out' && line.why}
          </span>
        </li>
      ))}
    </ol>
  );
}

/** What can stand beside the routine of now: what it would be elsewhere, versions of before, templates. */
function useOthers(
  routine: Routine,
  versions: readonly VersionOfBefore[],
  client: LadderClient,
  clientId: string,
): Other[] {
  const { templates } = useTemplates(clientId, true);
  const elsewhere = useMemo(
    () =>
      KITS.map((kit): Other => {
        const { items, lines } = awayFrom(routine, kit, client);
        return {
          id: kit.id,
          name: kit.name,
          says: `${items.length} of ${routine.items.length} lines`,
          routine: { ...routine, items: [...items] },
          away: lines,
        };
      }),
    [routine, client],
  );
  return [
    ...versions.map(({ number, issuedOn, content }): Other => ({
      id: `version-${number}`,
      name: `version ${number}`,
      says: issuedOn === null ? 'the one in force' : shortDay(issuedOn),
      routine: content,
      away: null,
    })),
    ...elsewhere,
    ...templates.map(({ id, name, items }): Other => ({
      id,
      name,
      says: 'template',
      routine: { ...routine, items: [...items] },
      away: null,
    })),
  ];
}

/** The routine of now beside another: two strips to one scale, what they add up to, and what differs in words. */
export function SideBySide({
  routine,
  versions,
  client,
  clientId,
  onReplace,
  onClose,
}: {
  routine: Routine;
  versions: readonly VersionOfBefore[];
  client: LadderClient;
  clientId: string;
  onReplace: (routine: Routine) => void;
  onClose: () => void;
}) {
  const others = useOthers(routine, versions, client, clientId);
  const [chosenId, setChosenId] = useState<string | null>(null);
  const other = others.find(({ id }) => id === chosenId) ?? others[0];
  useKeys([['escape', onClose]]);
  const now = useMemo(() => layOut(routine), [routine]);
  const then = other && layOut(other.routine);
  const numbersOf = ({ items }: Routine) => new Map(items.map((item, n) => [item.id, n + 1]));
  if (!other || !then) return null;
  const untilSeconds = Math.max(now.totalSeconds.most, then.totalSeconds.most);
  return (
    <BenchPanel title="Beside another" byEscape onClose={onClose}>
      <ul className={classes.others} aria-label="Beside what">
        {others.map(({ id, name, says }) => (
          <li key={id}>
            <button type="button" aria-pressed={id === other.id} onClick={() => setChosenId(id)}>
              {name} <small>{says}</small>
            </button>
          </li>
        ))}
      </ul>
      <Strip
        layout={now}
        numbers={numbersOf(routine)}
        caption="As it is now"
        untilSeconds={untilSeconds}
      />
      <Strip
        layout={then}
        numbers={numbersOf(other.away ? routine : other.routine)}
        caption={other.name}
        untilSeconds={untilSeconds}
      />
      <Sums now={totalsOf(routine, now)} other={totalsOf(other.routine, then)} />
      {other.away ? (
        <AwayLines lines={other.away} />
      ) : (
        <div className={classes.compared}>
          <ComparedLines lines={compareRoutines(other.routine.items, routine.items)} />
        </div>
      )}
      {other.routine.items.length > 0 && (
        <p className={classes.soft}>
          <LinkButton onClick={() => onReplace(other.routine)}>
            Put it in place of what is here
          </LinkButton>{' '}
          Every check holds for it as for a routine typed anew; Ctrl Z brings back what is here now.
        </p>
      )}
    </BenchPanel>
  );
}
