import type { KindId } from '~/keeping/kinds';
import type { Letter } from '~/keeping/letter';

const PLACES: Partial<Record<KindId, string>> = {
  point: 'map',
  reading: 'measure',
  'home asking': 'measure',
  note: 'visit',
  draft: 'plan',
  issue: 'plan',
  answer: 'screen',
  interview: 'screen',
  clearance: 'screen',
  details: 'details',
  brings: 'brings',
  complaint: 'complaint',
  standing: 'complaint',
  message: 'practise',
  'seen to': 'review',
  course: 'discharge',
};

/** Where a letter was written and can be mended; null when it has no page of its own. */
export function pageOf({ kind, clientId }: Letter): string | null {
  const place = PLACES[kind];
  if (clientId !== null && place) return `/clients/${clientId}/${place}`;
  switch (kind) {
    case 'client file':
      return '/clients/new';
    case 'point':
      return '/points';
    case 'home measure':
      return '/measures';
    case 'standing':
      return '/complaint';
    case 'message':
      return '/course';
    case 'answer':
    case 'interview':
      return '/answers';
    default:
      return null;
  }
}
