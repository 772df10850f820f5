import { useEffect, useRef, useState } from 'react';
import { hush, speak } from './voice';
import type { Ways } from './ways';

/** Says things aloud for whoever wants it so; what was said last stands as a caption. */
export function useVoice({ speaks, volume }: Ways): {
  said: string | null;
  say: (words: string) => void;
} {
  const [said, setSaid] = useState<string | null>(null);
  const now = useRef({ speaks, volume });
  useEffect(() => {
    now.current = { speaks, volume };
  }, [speaks, volume]);
  useEffect(() => hush, []);
  const [say] = useState(() => (words: string) => {
    setSaid(words);
    if (now.current.speaks) speak(words, now.current.volume);
  });
  return { said, say };
}
