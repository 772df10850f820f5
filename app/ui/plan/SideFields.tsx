import { canPressTogether, type PressItem, type SidesChoice } from '#core/routine';
import { Choice } from '~/ui/parts/Choice';

const SIDE_OPTIONS: readonly { value: SidesChoice; label: string }[] = [
  { value: 'both', label: 'both' },
  { value: 'left', label: 'left' },
  { value: 'right', label: 'right' },
];
const TURNS = [
  { value: 'in turn', label: 'one after the other' },
  { value: 'together', label: 'at one time' },
] as const;
const AFFECTED_OPTIONS = [
  { value: '', label: 'neither' },
  { value: 'left', label: 'left' },
  { value: 'right', label: 'right' },
] as const;

/** Which sides are worked, and which of them is the affected one. */
export function SideFields({
  item,
  onChange,
}: {
  item: PressItem;
  onChange: (change: Partial<PressItem>) => void;
}) {
  return (
    <>
      <Choice
        inLine
        legend="sides"
        value={item.sides}
        options={SIDE_OPTIONS}
        onChoose={(sides) =>
          onChange(sides === 'both' ? { sides } : { sides, together: undefined })
        }
      />
      {(item.together || canPressTogether(item)) && (
        <Choice
          inLine
          legend="both sides"
          value={item.together ? 'together' : 'in turn'}
          options={TURNS}
          onChoose={(turn) =>
            onChange(
              turn === 'together' ? { together: true, extraPoints: 0 } : { together: undefined },
            )
          }
        />
      )}
      <Choice
        inLine
        legend="affected side"
        value={item.affectedSide ?? ''}
        options={AFFECTED_OPTIONS}
        onChoose={(side) =>
          onChange(side === '' ? { affectedSide: null, extraPoints: 0 } : { affectedSide: side })
        }
      />
    </>
  );
}
