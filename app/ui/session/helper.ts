/** What whoever presses for somebody else does every time. Common practice, no published source. */
export const FOR_THE_HELPER = [
  'Elbow low; lean, do not push. The other hand rests on them.',
  'In slowly, ask for the number, out slowly. Not tender: go on.',
] as const;
