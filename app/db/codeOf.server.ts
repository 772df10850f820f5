/** The code of an error of node or of a database driver, or of what caused it; null when there is none. */
export function codeOf(error: unknown): string | null {
  if (typeof error !== 'object' || error === null) return null;
  if ('code' in error && typeof error.code === 'string') return error.code;
  return 'cause' in error ? codeOf(error.cause) : null;
}
