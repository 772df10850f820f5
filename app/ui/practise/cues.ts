import type { Ways } from './ways';

/** What the phone lets the client hear and feel, so that nobody has to look. */
export type Cue = 'begin' | 'end' | 'ask';

const TONES: Record<Cue, { hertz: number[]; vibrate: number[] }> = {
  begin: { hertz: [440, 587], vibrate: [120] },
  end: { hertz: [587, 440], vibrate: [120, 80, 120] },
  ask: { hertz: [523], vibrate: [40] },
};
const TONE_SECONDS = 0.16;
const LOUDNESS = 0.12;

let audio: AudioContext | undefined;

/** Sound needs a touch first: call this from the press that starts the session. */
export function openSound(): void {
  audio ??= typeof AudioContext === 'undefined' ? undefined : new AudioContext();
  void audio?.resume();
}

export function play(
  cue: Cue,
  { volume: loud, vibrates }: Pick<Ways, 'volume' | 'vibrates'>,
): void {
  const { hertz, vibrate } = TONES[cue];
  if (vibrates && 'vibrate' in navigator) navigator.vibrate(vibrate);
  if (audio?.state !== 'running' || loud === 0) return;
  hertz.forEach((frequency, index) => {
    if (!audio) return;
    const at = audio.currentTime + index * TONE_SECONDS;
    const tone = audio.createOscillator();
    const volume = audio.createGain();
    tone.frequency.value = frequency;
    volume.gain.setValueAtTime(0, at);
    volume.gain.linearRampToValueAtTime(LOUDNESS * loud, at + 0.02);
    volume.gain.linearRampToValueAtTime(0, at + TONE_SECONDS);
    tone.connect(volume).connect(audio.destination);
    tone.start(at);
    tone.stop(at + TONE_SECONDS);
  });
}
