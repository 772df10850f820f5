import { isHold, type HoldStep, type Step } from '#core/routine';

/** Where the place of a hold is drawn. */
export const placePicture = ({ siteId, side }: HoldStep): string =>
  `/drawings/${siteId}?side=${side}`;

/** Where the way a step is done is drawn: how the body stands, sits or lies; null when nothing shows it. */
export function wayPicture(step: Step): string | null {
  if (isHold(step)) {
    const wish = new URLSearchParams({
      side: step.side,
      with: step.toolId,
      in: step.positionId,
    });
    return `/drawings/${step.siteId}?${wish}`;
  }
  const { picture, side } = step;
  return picture ? `/drawings/${picture.of}/${picture.id}?side=${side}` : null;
}

/** Where a movement test is drawn, on a side. */
export const testPicture = (testId: string, side: 'left' | 'right' | 'mid'): string =>
  `/drawings/test/${testId}?side=${side}`;

/** Every picture of the tests a client is asked for at home. */
export const picturesOfTests = (testIds: readonly string[]): string[] =>
  testIds.flatMap((testId) =>
    (['left', 'right', 'mid'] as const).map((side) => testPicture(testId, side)),
  );

/** Every picture a session shows, each once. */
export const picturesOf = (steps: readonly Step[]): string[] => [
  ...new Set(
    steps
      .filter(({ leftOut }) => !leftOut)
      .flatMap((step) => [wayPicture(step), isHold(step) ? placePicture(step) : null])
      .filter((address) => address !== null),
  ),
];
