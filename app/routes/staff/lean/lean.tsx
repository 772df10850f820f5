import {
  findPosture,
  kilogramsForce,
  LEAN_LIMITS,
  modelLean,
  modelLie,
  type Adjustment,
} from '#core/loading';
import { SURFACES } from '#core/equipment';
import { propagate } from '#core/uncertainty';
import { staffContext } from '~/context.server';
import { FloorDrawing } from '~/ui/lean/FloorDrawing';
import { WallDrawing } from '~/ui/lean/WallDrawing';
import { lengthUnit, rounded, shownLength, shownWeight, weightUnit } from '~/ui/numbers/units';
import { Bench } from '~/ui/parts/Bench';
import { Choice } from '~/ui/parts/Choice';
import { LinkButton } from '~/ui/parts/LinkButton';
import { Toggle } from '~/ui/parts/Toggle';
import { useAddress } from '~/ui/parts/useAddress';
import { BodyFields } from './Body';
import { inOtherUnits, poseFrom, settingFrom, type Setting } from '~/ui/lean/leanSetting';
import { Result } from './Result';
import type { Route } from './+types/lean';
import classes from './lean.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'Lean and load · Entspann' }];

export async function loader({ context }: Route.LoaderArgs) {
  context.get(staffContext);
  return null;
}

const usualFirst = (adjustments: readonly Adjustment[], id: string): Adjustment | undefined =>
  adjustments.find((one) => one.id === id) ?? adjustments.find((one) => one.id === 'usual');

const withoutFeet = (adjustments: readonly Adjustment[]) =>
  adjustments.filter(({ id }) => id === 'usual' || id === 'hips-on');

export default function LeanAndLoad() {
  const [params, set] = useAddress();
  const setting = settingFrom(params);
  const { units, mode } = setting;
  const change = ({ units: next, ...rest }: Partial<Setting>) =>
    set({ ...rest, ...(next ? { units: next === 'imperial' ? 'lb' : 'kg' } : {}) });
  const posed = poseFrom(setting);
  const { body, height, feet, at, feetMost } = posed;
  const tall = body.statureMetres;
  const shown = (metres: number) => rounded(shownLength(metres, units));
  const unit = lengthUnit(units);

  const wall = findPosture('wall-back');
  const floor = findPosture('lying-back');
  if (wall?.load.kind !== 'lean' || floor?.load.kind !== 'lie') return null;
  const adjustments = mode === 'wall' ? withoutFeet(wall.adjustments) : floor.adjustments;
  const adjustment = usualFirst(adjustments, setting.adjust);
  if (!adjustment) return null;
  const load =
    mode === 'wall'
      ? modelLean(
          {
            heightShare: height.metres / tall,
            feetMetres: feet.metres,
            adjustment,
            side: wall.load.side,
            contacts: 1,
          },
          body,
        )
      : modelLie(
          {
            at: at.metres / tall,
            model: floor.load,
            adjustment,
            contacts: 1,
            settles: SURFACES['hard-floor'].bearsTheBody,
          },
          body,
        );
  const kilograms = kilogramsForce(propagate(load.inputs, load.force).value);
  const arrow = Math.max(14, Math.min(230, kilograms * 6));
  const loadSays = `${rounded(shownWeight(kilograms, units))} ${weightUnit(units)} on the ball.`;

  return (
    <Bench
      tight
      leftLabel="Body and place"
      left={
        <>
          <h1>Lean and load</h1>
          <Toggle
            label="Where"
            value={mode}
            options={[
              { value: 'wall', label: 'at a wall' },
              { value: 'floor', label: 'on the floor' },
            ]}
            onChoose={(next) => change({ mode: next, adjust: 'usual' })}
          />
          <BodyFields setting={setting} posed={posed} onChange={change} />
          <LinkButton onClick={() => change(inOtherUnits(setting, posed))}>
            {units === 'metric' ? 'Use pounds and inches' : 'Use kilograms and centimetres'}
          </LinkButton>
          <Choice
            legend="less or more"
            value={adjustment.id}
            options={adjustments.map(({ id, name, why }) =>
              mode === 'wall' && id === 'usual'
                ? {
                    value: id,
                    label: 'hips off the wall',
                    says: 'The ball carries its side of the lean.',
                  }
                : { value: id, label: name, says: why },
            )}
            onChoose={(adjust) => change({ adjust })}
          />
        </>
      }
      rightLabel="What comes down on the ball"
      right={
        <>
          <Result load={load} body={body} units={units} />
          <section className={classes.says}>
            <h2>What to tell a client</h2>
            <p>
              Lean, do not push: pushing tenses the very muscle that should let go. Let the weight
              sink in slowly, and come off as slowly.
            </p>
            <p>
              {mode === 'wall'
                ? 'Feet a hand’s breadth further away for more, closer for less; hips on the wall for much less.'
                : 'Take weight off with a hand, an elbow and the other foot; cross the ankle or tip the knees over for more. Get up by rolling to the side and all fours.'}
            </p>
            <p className={classes.soft}>
              Common practice, no published source. Figures are estimates with the band beside them.
            </p>
          </section>
        </>
      }
    >
      <div className={classes.stage}>
        {mode === 'wall' ? (
          <WallDrawing
            state={{ feet: feet.metres / tall, height: height.metres / tall }}
            limits={{
              feetMost: feetMost / tall,
              heightLeast: LEAN_LIMITS.height.least,
              heightMost: LEAN_LIMITS.height.most,
            }}
            says={{
              feet: `${shown(feet.metres)} ${unit}`,
              height: `${shown(height.metres)} ${unit}`,
              load: loadSays,
            }}
            arrow={arrow}
            onFeet={(share) => change({ feet: shown(share * tall) })}
            onHeight={(share) => change({ height: shown(share * tall) })}
          />
        ) : (
          <FloorDrawing
            state={{ at: at.metres / tall }}
            adjustmentId={adjustment.id}
            limits={LEAN_LIMITS.floor}
            says={{ at: `${shown(at.metres)} ${unit} from the crown`, load: loadSays }}
            arrow={arrow}
            onMove={(share) => change({ at: shown(share * tall) })}
          />
        )}
      </div>
    </Bench>
  );
}
