import { once } from 'node:events';
import type { Socket } from 'node:net';
import { tellArchive } from './archive.server';
import type { Database } from './database.server';

/** What is said at the lock of a folder to be told its archive. */
export const ASKS = 'archive\n';

/** Tells the archive to whoever asks for it at the lock of a folder that is open here. */
export function answerArchive(db: Database): (socket: Socket) => void {
  return (socket) => {
    socket.on('error', () => undefined);
    socket.once('data', (asked) => {
      if (String(asked) !== ASKS) {
        socket.destroy();
        return;
      }
      tellArchive(db, new Date(), async (line) => {
        if (socket.destroyed) throw new Error('Nobody listens any more.');
        if (!socket.write(line)) await once(socket, 'drain');
      }).then(
        () => socket.end(),
        () => socket.destroy(),
      );
    });
  };
}
