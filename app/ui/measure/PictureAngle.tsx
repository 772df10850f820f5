import { Button, Checkbox, NumberInput } from '@mantine/core';
import { useRef, useState } from 'react';
import type { Point } from '#core/geometry';
import {
  POINTS_NEEDED,
  readPicture,
  UNIT_WORDS,
  type PictureRead,
  type Quantity,
} from '#core/measurement';
import { frameOf, SAMPLES } from '#core/poses';
import { LinkButton } from '~/ui/parts/LinkButton';
import { takePicture } from './pictureFile';
import { PictureSurface, POINT_NAMES, type Frame, type Shown } from './PictureSurface';
import classes from './PictureAngle.module.css';

const frameFor = (shown: Shown): Frame =>
  shown.kind === 'sample'
    ? frameOf(shown.sample.scene)
    : [0, 0, shown.picture.width, shown.picture.height];

/** Points to begin with: spread over the middle, never on each other. */
function firstPoints(read: PictureRead, [left, top, width, height]: Frame): Point[] {
  const spread: readonly Point[] = [
    [0.35, 0.35],
    [0.5, 0.55],
    [0.68, 0.4],
    [0.68, 0.7],
  ];
  return spread
    .slice(0, POINTS_NEEDED[read])
    .map(([x, y]): Point => [left + x * width, top + y * height]);
}

/** The way a quantity is read from a picture. */
export const readFor = (testId: string, quantity: Quantity): PictureRead => {
  if (quantity.unit === 'cm') return 'offset';
  if (quantity.id === 'cva') return 'above level';
  if (testId === 'knee-to-wall') return 'to the vertical';
  return 'three points';
};

const DEFAULT_STATURE_CM = 172;

/** An angle, or an offset, from a picture or a sample figure. */
export function PictureAngle({
  testId,
  quantity,
  statureCm,
  onTake,
}: {
  testId: string;
  quantity: Quantity;
  statureCm: number | null;
  /** The figure, and the picture when it is to be kept in the file. */
  onTake: (value: number, keep: Blob | null) => void;
}) {
  const read = readFor(testId, quantity);
  const [shown, setShown] = useState<Shown | null>(null);
  const [points, setPoints] = useState<Point[]>([]);
  const [trouble, setTrouble] = useState('');
  const [keep, setKeep] = useState(false);
  const [known, setKnown] = useState<number | string>(statureCm ?? DEFAULT_STATURE_CM);
  const [facing, setFacing] = useState<1 | -1>(1);
  const file = useRef<HTMLInputElement>(null);

  const show = (next: Shown) => {
    setTrouble('');
    setShown(next);
    setPoints(firstPoints(read, frameFor(next)));
  };
  const take = async (chosen: File | undefined) => {
    if (!chosen) return;
    try {
      show({ kind: 'picture', picture: await takePicture(chosen) });
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : 'The picture cannot be read.');
    }
  };
  const outcome = shown ? readPicture(read, points, { knownCm: Number(known), facing }) : null;
  const value = outcome?.ok ? Math.round(outcome.value * 10) / 10 : null;
  const samples = SAMPLES.filter((one) => one.read === read).sort(
    (a, b) => Number(b.testId === testId) - Number(a.testId === testId),
  );
  const unit = quantity.unit === 'deg' ? '°' : ` ${UNIT_WORDS[quantity.unit]}`;
  return (
    <div className={classes.tool}>
      <div className={classes.sources}>
        <Button onClick={() => file.current?.click()}>Take or load a picture</Button>
        <input
          ref={file}
          type="file"
          accept="image/*"
          className={classes.file}
          aria-label="Picture file"
          onChange={(event) => {
            void take(event.currentTarget.files?.[0]);
            event.currentTarget.value = '';
          }}
        />
        {samples.length > 0 && <span className={classes.soft}>or try a drawn sample:</span>}
        {samples.map((sample) => (
          <LinkButton key={sample.id} onClick={() => show({ kind: 'sample', sample })}>
            {sample.name}, {sample.degrees}°
          </LinkButton>
        ))}
      </div>
      {trouble && (
        <p role="alert" className={classes.trouble}>
          {trouble}
        </p>
      )}
      {shown && (
        <>
          <PictureSurface
            key={shown.kind === 'sample' ? shown.sample.id : shown.picture.address.length}
            shown={shown}
            frame={frameFor(shown)}
            points={points}
            read={read}
            onPoints={setPoints}
          />
          <ol className={classes.names}>
            {POINT_NAMES[read].map((name) => (
              <li key={name}>{name}</li>
            ))}
          </ol>
          {read === 'offset' && (
            <div className={classes.sources}>
              <NumberInput
                label="The known length, cm"
                value={known}
                onChange={setKnown}
                min={1}
                max={300}
              />
              <Button variant="outline" onClick={() => setFacing(facing === 1 ? -1 : 1)}>
                Faces {facing === 1 ? 'right' : 'left'}
              </Button>
            </div>
          )}
          <div className={classes.sources}>
            <p className={classes.value} role="status">
              {value === null ? '–' : `${value}${unit}`}
            </p>
            <p className={classes.soft}>
              {outcome && !outcome.ok
                ? outcome.mistake.says
                : shown.kind === 'sample'
                  ? `A drawn sample: its true angle is ${shown.sample.degrees}°.`
                  : 'The picture stays on this device unless you keep it.'}
            </p>
          </div>
          {shown.kind === 'picture' && (
            <Checkbox
              label="Keep the picture in the file, without its metadata"
              checked={keep}
              onChange={(event) => setKeep(event.currentTarget.checked)}
            />
          )}
          <Button
            disabled={value === null}
            onClick={() => {
              if (value === null) return;
              onTake(value, keep && shown.kind === 'picture' ? shown.picture.blob : null);
            }}
          >
            Take {value === null ? 'it' : `${value}${unit}`}
          </Button>
        </>
      )}
    </div>
  );
}
