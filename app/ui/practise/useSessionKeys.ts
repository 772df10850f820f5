import { useEffect, type RefObject } from 'react';

/** Where a key means something of its own. */
const OWN = 'input, textarea, select, dialog, summary, a';

/**
 * Keys of a session, at a laptop: a button that names a key in `data-keys` is pressed by it. Space presses the one that has
 * the focus, where one has.
 */
export function useSessionKeys(screen: RefObject<HTMLElement | null>): void {
  useEffect(() => {
    const pressed = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.repeat) return;
      const at = event.target instanceof Element ? event.target : null;
      if (at?.closest(OWN)) return;
      if (event.key === ' ' && at?.closest('button')) return;
      const key = CSS.escape(event.key.toLowerCase());
      const button = screen.current?.querySelector<HTMLButtonElement>(
        `[data-keys="${key}"]:not(:disabled)`,
      );
      if (!button || document.querySelector('dialog[open]')) return;
      event.preventDefault();
      button.click();
    };
    document.addEventListener('keydown', pressed);
    return () => document.removeEventListener('keydown', pressed);
  }, [screen]);
}
