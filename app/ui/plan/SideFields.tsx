import type { PressItem, SidesChoice } from '#core/routine';
import { Choice } from '~/ui/parts/Choice';

const SIDE_OPTIONS: readonly { value: SidesChoice; label: string }[] = [
  { value: 'both', label: 'both' },
  { value: 'left', label: 'left' },
  { value: 'right', label: 'right' },
];
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
        onChoose={(sides) => onChange({ sides })}
      />
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
