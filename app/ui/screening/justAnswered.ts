/** Says nothing of what was answered; it lasts as long as its tab. */
const KEY = 'entspann-just-answered';

/** Notes that questions were answered in this tab: pages read before that may not know it yet. */
export const noteAnswered = (): void => sessionStorage.setItem(KEY, '1');

/** Whether questions were answered in this tab since it was last asked. */
export function takeJustAnswered(): boolean {
  const noted = sessionStorage.getItem(KEY) !== null;
  if (noted) sessionStorage.removeItem(KEY);
  return noted;
}
