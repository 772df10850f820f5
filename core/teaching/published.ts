import { TOOLS } from '#core/equipment';
import type { Source } from '#core/knowledge';
import { PROPORTION_SOURCE, SEGMENTS_SOURCE } from '#core/loading';
import { TESTS } from '#core/measurement';
import { PRESSURE_SOURCES } from '#core/pressure';

const isSource = (value: object): value is Source =>
  'kind' in value && typeof value.kind === 'string';

/** Every source in a table, however deep it stands. */
function sourcesIn(value: unknown): Source[] {
  if (typeof value !== 'object' || value === null) return [];
  return [...(isSource(value) ? [value] : []), ...Object.values(value).flatMap(sourcesIn)];
}

/** The publications figures of this product rest on, each once. */
export const PUBLISHED: readonly string[] = [
  ...new Set(
    [PRESSURE_SOURCES, SEGMENTS_SOURCE, PROPORTION_SOURCE, TOOLS, TESTS]
      .flatMap(sourcesIn)
      .flatMap((source) => (source.kind === 'citation' ? [source.work] : [])),
  ),
].sort();
