/** Whether the last page came from the device because the practice could not be asked; the outbox has its own word. */
let lost = false;
const listeners = new Set<() => void>();

export const line = {
  isLost: (): boolean => lost,
  /** On the server that draws pages there is always a line. */
  isNeverLost: (): boolean => false,
  set: (isLost: boolean): void => {
    if (lost === isLost) return;
    lost = isLost;
    for (const heard of listeners) heard();
  },
  subscribe: (heard: () => void) => {
    listeners.add(heard);
    return () => listeners.delete(heard);
  },
};
