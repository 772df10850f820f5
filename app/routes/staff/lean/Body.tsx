import { FieldRow } from '~/ui/parts/FieldRow';
import { lengthUnit, weightUnit } from '~/ui/numbers/units';
import type { Posed, Setting } from '~/ui/lean/leanSetting';
import classes from './lean.module.css';

/** The body and the place of the ball, to be typed. */
export function BodyFields({
  setting,
  posed,
  onChange,
}: {
  setting: Setting;
  posed: Posed;
  onChange: (change: Partial<Setting>) => void;
}) {
  const unit = lengthUnit(setting.units);
  const row = (
    field: 'stature' | 'height' | 'feet' | 'at',
    label: string,
    trouble: string | null,
  ) => (
    <FieldRow
      id={field}
      label={label}
      value={setting[field]}
      unit={unit}
      trouble={trouble}
      onType={(text) => onChange({ [field]: text })}
    />
  );
  return (
    <div className={classes.fields}>
      <FieldRow
        id="mass"
        label="body mass"
        value={setting.mass}
        unit={weightUnit(setting.units)}
        trouble={posed.massTrouble}
        onType={(mass) => onChange({ mass })}
      />
      {row('stature', 'stature', posed.statureTrouble)}
      {setting.mode === 'wall' ? (
        <>
          {row('height', 'ball above the ground', posed.height.trouble)}
          {row('feet', 'feet from below the ball', posed.feet.trouble)}
        </>
      ) : (
        row('at', 'ball from the crown', posed.at.trouble)
      )}
    </div>
  );
}
