/** The stages a client’s file can be opened at. */
export type OpenStage = 'screen' | 'plan' | 'review';

/**
 * Where a client’s file opens, from wherever one comes: at what changed once something was issued, at the
 * plan once it is known to be safe, and at the questions before that.
 *
 * @example stageToOpen({ issued: false, screened: true }) // => 'plan'
 */
export const stageToOpen = ({
  issued,
  screened,
}: {
  issued: boolean;
  screened: boolean;
}): OpenStage => (issued ? 'review' : screened ? 'plan' : 'screen');
