import { Modal } from '@mantine/core';
import type { MovementTest, Quantity } from '#core/measurement';
import { PictureAngle } from '~/ui/measure/PictureAngle';
import { Tilt } from '~/ui/measure/Tilt';
import type { Data, Side } from './readings';
import classes from './measure.module.css';

/** A way of measuring, and what it measures. */
export interface ChosenTool {
  kind: 'tilt' | 'picture';
  quantity: Quantity;
  side: Side;
}

/** Measuring by the device’s tilt or by a picture, over the test. */
export function ToolDialog({
  test,
  tool,
  standIn,
  statureMetres,
  onClose,
  onTilt,
  onPicture,
}: {
  test: MovementTest;
  tool: ChosenTool | null;
  standIn: Data['standIn'];
  statureMetres: number | null;
  onClose: () => void;
  onTilt: (tool: ChosenTool, degrees: number) => void;
  onPicture: (tool: ChosenTool, value: number, picture: Blob | null) => void;
}) {
  const side = tool && tool.side !== 'mid' ? `, ${tool.side}` : '';
  const toolName = tool ? `${test.name}: ${tool.quantity.name}${side}` : '';
  return (
    <Modal
      opened={tool !== null}
      onClose={onClose}
      size={tool?.kind === 'picture' ? '46rem' : 'md'}
      withCloseButton={false}
      attributes={{ content: { 'aria-label': toolName } }}
    >
      <div className={classes.toolHead}>
        <h2>{toolName}</h2>
        <button type="button" onClick={onClose}>
          Close
        </button>
      </div>
      {tool?.kind === 'tilt' && (
        <Tilt
          how={test.tilt ?? ''}
          standIn={standIn}
          onTake={(degrees) => {
            onTilt(tool, degrees);
            onClose();
          }}
        />
      )}
      {tool?.kind === 'picture' && (
        <PictureAngle
          testId={test.id}
          quantity={tool.quantity}
          statureCm={statureMetres === null ? null : Math.round(statureMetres * 100)}
          onTake={(value, blob) => {
            onClose();
            onPicture(tool, value, blob);
          }}
        />
      )}
    </Modal>
  );
}
