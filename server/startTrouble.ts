import { ArchiveTrouble } from '~/db/archive.server';
import { codeOf } from '~/db/codeOf.server';
import { FolderTrouble } from '~/db/folder.server';
import { FolderInUse } from '~/db/lock.server';
import { isFull, isOutage } from '~/db/outage.server';

/** Where a server is, without who signs in there. */
const placeOf = (databaseUrl: string): string => new URL(databaseUrl).host || 'this machine';

/**
 * Why the data could not be opened, in a sentence with what to do; null when nobody foresaw it.
 *
 * @param databaseUrl null when the data live in a folder
 */
export function startTrouble(error: unknown, databaseUrl: string | null): string | null {
  if (
    error instanceof FolderInUse ||
    error instanceof FolderTrouble ||
    error instanceof ArchiveTrouble
  ) {
    return error.message;
  }
  if (databaseUrl === null) return null;
  const at = `The PostgreSQL server at ${placeOf(databaseUrl)}`;
  switch (codeOf(error)) {
    case '28P01':
    case '28000':
      return `${at} does not let this user in. Look at the user and the password in DATABASE_URL.`;
    case '3D000':
      return `${at} has no database of that name. Make it, or look at the end of DATABASE_URL.`;
    case '42501':
      return `${at} does not give this user the right to make tables. Give it, or use the owner of the database.`;
    case 'ENOTFOUND':
    case 'EAI_AGAIN':
      return `${at} cannot be found. Look at the host in DATABASE_URL.`;
  }
  if (isFull(error)) return `${at} has no room left on its disk. Make room and start again.`;
  return isOutage(error)
    ? `${at} does not answer. Start it, or look at the host and port in DATABASE_URL.`
    : null;
}

/** Why nothing can listen at a port, in a sentence. */
export function listenTrouble(error: unknown, port: number, host: string): string {
  switch (codeOf(error)) {
    case 'EADDRINUSE':
      return `Port ${port} is taken. Choose another with --port or PORT.`;
    case 'EACCES':
      return `This user may not listen at port ${port}. Choose one from 1024 up with PORT.`;
    case 'EADDRNOTAVAIL':
    case 'ENOTFOUND':
    case 'EAI_AGAIN':
      return `This machine has no address ${host}. Look at HOST.`;
    default:
      return `Nothing can listen at port ${port} of ${host} (${codeOf(error) ?? 'no reason was given'}).`;
  }
}
