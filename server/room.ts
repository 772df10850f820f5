import { statfs } from 'node:fs/promises';
import type { RequestHandler } from 'express';

const LOOK_EVERY_MS = 2_000;

export interface Room {
  /** Whether there is room for what somebody wants kept. */
  hasRoom: () => boolean;
  close: () => void;
}

/** There is always room: for a database that looks after its own. */
export const ALWAYS_ROOM: Room = { hasRoom: () => true, close: () => undefined };

/**
 * Watches how much room the disk of the data folder has. The database is asked for nothing more before the
 * last of it is used up: it would stand still in the middle of a write.
 *
 * @param leastBytes below this nothing is kept any more
 */
export async function watchRoom(folder: string, leastBytes: number): Promise<Room> {
  let room = true;
  const look = async () => {
    try {
      const { bavail, bsize } = await statfs(folder);
      room = bavail * bsize >= leastBytes;
    } catch {
      // What cannot be asked is not held against anybody.
    }
  };
  await look();
  const timer = setInterval(() => void look(), LOOK_EVERY_MS).unref();
  return { hasRoom: () => room, close: () => clearInterval(timer) };
}

/** Refuses whatever would be written while there is no room; what is there can be read. */
export const needsRoom =
  (hasRoom: () => boolean): RequestHandler =>
  (request, response, next) => {
    if (hasRoom() || request.method === 'GET' || request.method === 'HEAD') {
      next();
      return;
    }
    response.status(507).json({
      ok: false,
      message:
        'There is no room left on the disk of this installation. Nothing was changed; what is there can be read. It goes on by itself once there is room.',
    });
  };
