import { getHotkeyHandler, useWindowEvent } from '@mantine/hooks';

/** Fields of a form in which no text is typed: keys work while they have the focus. */
const UNTYPED = new Set([
  'radio',
  'checkbox',
  'button',
  'submit',
  'reset',
  'range',
  'color',
  'file',
]);

/** Whether text is being typed where a key was pressed. */
export function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  if (target.isContentEditable) return true;
  if (target instanceof HTMLInputElement) return !UNTYPED.has(target.type);
  return target instanceof HTMLTextAreaElement || target instanceof HTMLSelectElement;
}

/** What lies over a screen has the keys to itself: nothing behind it is rated or taken back. */
const isCovered = (): boolean => document.querySelector('dialog[open], [role="dialog"]') !== null;

/**
 * Single keys of a screen: they work wherever no text is being typed. They come last: what a part of the
 * screen made of a key (and said so by preventing its default) is not done twice.
 */
export function useKeys(keys: readonly (readonly [key: string, work: () => void])[]): void {
  useWindowEvent('keydown', (event) => {
    if (event.defaultPrevented || isTyping(event.target) || isCovered()) return;
    getHotkeyHandler(keys.map(([key, work]) => [key, work]))(event);
  });
}
