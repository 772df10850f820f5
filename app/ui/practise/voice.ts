/** Whether this browser can say something aloud. */
export const canSpeak = (): boolean =>
  typeof window !== 'undefined' &&
  'speechSynthesis' in window &&
  typeof SpeechSynthesisUtterance !== 'undefined';

/** Somebody lying on a point follows slower words better. */
const RATE = 0.95;

/** Says something aloud instead of what is being said. */
export function speak(words: string, volume: number): void {
  if (!canSpeak() || volume === 0) return;
  window.speechSynthesis.cancel();
  const said = new SpeechSynthesisUtterance(words);
  said.lang = 'en';
  said.rate = RATE;
  said.volume = volume;
  window.speechSynthesis.speak(said);
}

/** Falls silent at once. */
export function hush(): void {
  if (canSpeak()) window.speechSynthesis.cancel();
}
