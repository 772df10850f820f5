import Bowser from 'bowser';

/** A browser’s long self-description, short enough to know one’s own device by. */
export function deviceName(agent: string): string {
  if (agent.trim() === '') return 'Unknown device';
  const { browser, os } = Bowser.parse(agent);
  return `${browser.name ?? 'Unknown browser'} on ${os.name ?? 'an unknown system'}`;
}
