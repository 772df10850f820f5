const LOOK_EVERY_MS = 15_000;

/**
 * Looks now and then for reminders whose time has come; one look at a time, however long it takes.
 *
 * @param look sends what is due
 * @returns what ends it, once the look under way is over
 */
export function scheduleReminders(
  look: () => Promise<unknown>,
  failed: (error: unknown) => void,
  everyMs = LOOK_EVERY_MS,
): () => Promise<void> {
  let ended = false;
  let under: Promise<void> | null = null;
  const turn = () => {
    if (ended || under) return;
    under = look()
      .then(() => undefined, failed)
      .finally(() => {
        under = null;
      });
  };
  const timer = setInterval(turn, everyMs).unref();
  return async () => {
    ended = true;
    clearInterval(timer);
    await under;
  };
}
