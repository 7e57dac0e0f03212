import { createReadStream } from 'node:fs';
import { mkdir, open, rename, rm, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { v7 } from 'uuid';
import { hashOf, PIECE_BYTES, type FileStore } from './file-store';

/**
 * Files in a folder that every server reaches, a folder a clinic. A file is on the disk before anything refers to it; what
 * nothing came to refer to stays, and does no harm. What was kept before the folder was in use is read from `before`.
 */
export function folderStore(folder: string, before: FileStore): FileStore {
  const pathOf = (clinicId: string, sha256: string) =>
    join(folder, clinicId, sha256.slice(0, 2), sha256);
  const sizeHere = (clinicId: string, sha256: string) =>
    stat(pathOf(clinicId, sha256)).then(
      ({ size }) => size,
      (error: NodeJS.ErrnoException) => {
        if (error.code === 'ENOENT') return null;
        throw error;
      },
    );
  return {
    put: async (_db, clinicId, bytes) => {
      const sha256 = hashOf(bytes);
      if ((await sizeHere(clinicId, sha256)) === bytes.length) return sha256;
      const path = pathOf(clinicId, sha256);
      await mkdir(dirname(path), { recursive: true, mode: 0o700 });
      // Under its own name only once all of it is on the disk.
      const draft = `${path}.${v7()}`;
      try {
        await writeThrough(draft, bytes);
        await rename(draft, path);
      } catch (error) {
        await rm(draft, { force: true });
        throw error;
      }
      await syncFolder(dirname(path));
      return sha256;
    },

    remove: async (clinicId, sha256s) => {
      for (const sha256 of sha256s) await rm(pathOf(clinicId, sha256), { force: true });
    },

    size: async (db, clinicId, sha256) =>
      (await sizeHere(clinicId, sha256)) ?? (await before.size(db, clinicId, sha256)),

    read: async function* (db, clinicId, sha256, range) {
      if ((await sizeHere(clinicId, sha256)) === null) {
        yield* before.read(db, clinicId, sha256, range);
        return;
      }
      const path = pathOf(clinicId, sha256);
      yield* createReadStream(path, {
        start: range.start,
        end: range.end,
        highWaterMark: PIECE_BYTES,
      }) as AsyncIterable<Buffer>;
    },
  };
}

async function writeThrough(path: string, bytes: Buffer): Promise<void> {
  const file = await open(path, 'wx', 0o600);
  try {
    await file.writeFile(bytes);
    await file.sync();
  } finally {
    await file.close();
  }
}

async function syncFolder(path: string): Promise<void> {
  const folder = await open(path, 'r');
  try {
    await folder.sync();
  } finally {
    await folder.close();
  }
}
