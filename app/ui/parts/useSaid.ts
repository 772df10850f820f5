import { useState } from 'react';
import { useLocation } from 'react-router';

/**
 * What the page’s action answered last. The router forgets it whenever the page’s data is read anew, as
 * when something was kept in another tab; on the screen it stands until the next answer or another page.
 */
export function useSaid<T>(answer: T | undefined): T | undefined {
  const { key } = useLocation();
  const [last, setLast] = useState({ key, answer });
  // An answer is there before its page is: the same one, then, under the page’s own key.
  if (answer !== undefined && (answer !== last.answer || key !== last.key)) {
    setLast({ key, answer });
  }
  if (answer !== undefined) return answer;
  return last.key === key ? last.answer : undefined;
}
