/**
 * Where a statement comes from. `common practice` means that manual therapists teach it and that no
 * published source was used; `citation` names a publication; `own estimate` is a working figure of
 * this product, open to correction by the practice.
 */
export type Source =
  | { kind: 'common practice' }
  | { kind: 'own estimate'; note: string }
  | { kind: 'citation'; work: string };

export const COMMON_PRACTICE: Source = { kind: 'common practice' };
