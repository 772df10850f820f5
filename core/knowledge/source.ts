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

/** A publication. What is taken from one stands here from memory: said once, on the page of sources. */
export const citation = (work: string): Source => ({ kind: 'citation', work });

/** A source in words, as it stands beside a figure. */
export const sourceWords = (source: Source): string => {
  switch (source.kind) {
    case 'common practice':
      return 'common practice, no published source';
    case 'own estimate':
      return `our own estimate: ${source.note}`;
    case 'citation':
      return source.work;
  }
};
